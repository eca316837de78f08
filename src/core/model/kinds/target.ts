import type { Kind } from '../kind.ts';

/** Elements of the host that a widget is meant to reach, named by a CSS selector. */
export const target: Kind = {
  called: 'a selector',
  keywords: [],
  schema: () => ({ type: 'string', format: 'css-selector' }),
  blank: () => '',
  isEmpty: (value) => value === null || value === '',
  read: (typed) => typed,
  text: (value) => String(value),
};
