import { asText, type Kind } from '../kind.ts';

/**
 * Elements of the host that a widget is meant to reach, named by a CSS selector. With `hidden`, true
 * or a condition, they are not shown until the script has run.
 */
export const target: Kind = {
  called: 'a selector',
  control: 'line',
  isTarget: true,
  keywords: ['hidden'],
  schema: () => ({ type: 'string', format: 'css-selector' }),
  blank: () => '',
  isEmpty: (value) => value === null || value === '',
  read: (typed) => typed,
  text: asText,
};
