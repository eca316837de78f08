import type { Kind } from '../kind.ts';
import { escapeHtml } from './escape-html.ts';
import { text } from './text.ts';

/** Text of several lines; between tags a line ends in `<br>`. */
export const multiline: Kind = {
  ...text,
  called: 'a text of several lines',
  control: 'lines',
  accept: (value) =>
    typeof value === 'string' ? value.replace(/\r\n?/g, '\n') : (text.accept?.(value, {}) ?? value),
  html: (value) => escapeHtml(String(value)).replace(/\n/g, '<br>'),
};
