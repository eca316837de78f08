import { asText, isBlank, type Kind } from '../kind.ts';
import { picked } from '../picked.ts';
import { cssString } from './css/css-string.ts';

const limits = ['minLength', 'maxLength', 'pattern', 'format'] as const;

/** A line of text. */
export const text: Kind = {
  called: 'a text',
  control: 'line',
  isContent: true,
  isCaption: true,
  isTextual: true,
  keywords: limits,
  schema: (declared) => ({ type: 'string', ...picked(declared, limits) }),
  blank: () => '',
  isEmpty: isBlank,
  accept: (value) => (typeof value === 'number' ? String(value) : value),
  read: (typed) => typed,
  text: asText,
  address: (value) => String(value),
  css: (value) => cssString(String(value)),
};
