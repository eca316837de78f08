import { asText, type Kind, readJson } from '../kind.ts';
import { picked } from '../picked.ts';

const limits = [
  'minimum',
  'maximum',
  'exclusiveMinimum',
  'exclusiveMaximum',
  'multipleOf',
] as const;

/** A number; in style it is written with the unit its declaration gives. */
export const number: Kind = {
  called: 'a number',
  control: 'number',
  isCaption: true,
  isNumeric: true,
  keywords: [...limits, 'unit'],
  schema: (declared) => ({
    type: declared.type === 'integer' ? 'integer' : 'number',
    ...picked(declared, limits),
  }),
  blank: () => null,
  isEmpty: (value) => value === null,
  accept: (value) =>
    typeof value === 'string' && /^\s*-?\d+(?:\.\d+)?\s*$/.test(value) ? Number(value) : value,
  read: (typed) => (typed.trim() === '' ? undefined : readJson(typed)),
  text: asText,
  css: (value, declared) => `${plain(Number(value))}${declared.unit ?? ''}`,
};

/** A number as CSS writes it: an exponent directly before a unit such as `em` would be misread. */
function plain(value: number): string {
  const short = String(value);
  return short.includes('e') ? value.toFixed(20).replace(/\.?0+$/, '') : short;
}
