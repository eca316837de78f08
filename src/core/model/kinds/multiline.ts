import type { Kind } from '../kind.ts';
import { escapeHtml } from './html/escape-html.ts';
import { text } from './text.ts';

/** Text of several lines; between tags a line ends in `<br>`. */
export const multiline: Kind = {
  ...text,
  called: 'a multi-line text',
  control: 'lines',
  isContent: true,
  isCaption: true,
  isTextual: true,
  hasLines: true,
  accept: (value) =>
    typeof value === 'string' ? value.replace(/\r\n?/g, '\n') : (text.accept?.(value, {}) ?? value),
  html: (value) => escapeHtml(String(value)).replace(/\n/g, '<br>'),
};
