import type { Kind } from '../kind.ts';
import { picked } from '../picked.ts';
import { cssString } from './css-string.ts';

const limits = ['minLength', 'maxLength', 'pattern', 'format'] as const;

/** A line of text. */
export const text: Kind = {
  called: 'a text',
  keywords: limits,
  schema: (declared) => ({ type: 'string', ...picked(declared, limits) }),
  blank: () => '',
  isEmpty: (value) => value === null || value === '',
  read: (typed) => typed,
  text: (value) => String(value),
  address: (value) => String(value),
  css: (value) => cssString(String(value)),
};
