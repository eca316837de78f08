import { isJsonObject, type Json } from '../json-source.ts';
import { type Kind, readJson } from '../kind.ts';
import { picked } from '../picked.ts';

const limits = ['minItems', 'maxItems', 'uniqueItems'] as const;

/** Rows, each of the same fields. */
export const list: Kind = {
  called: 'a list',
  control: 'rows',
  isList: true,
  keywords: [...limits, 'items', 'caption'],
  schema: (declared) => ({ type: 'array', ...picked(declared, limits) }),
  blank: () => [],
  isEmpty: (value) => !Array.isArray(value) || value.length === 0,
  accept: (value) => (isOneRow(value) ? [value] : value),
  read: (typed) => readJson(typed),
};

/** What was one value before it became a list. */
function isOneRow(value: Json): boolean {
  if (isJsonObject(value)) return Object.keys(value).length > 0;
  return !Array.isArray(value) && value !== null && value !== '' && value !== false;
}
