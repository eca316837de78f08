import type { Kind } from '../kind.ts';

/** A colour in any notation of CSS Color 4. */
export const color: Kind = {
  called: 'a colour',
  keywords: [],
  schema: () => ({ type: 'string', format: 'css-color' }),
  blank: () => null,
  isEmpty: (value) => value === null || value === '',
  read: (typed) => typed,
  text: (value) => String(value),
  css: (value) => String(value),
};
