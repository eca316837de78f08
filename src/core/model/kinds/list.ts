import { type Kind, readJson } from '../kind.ts';
import { picked } from '../picked.ts';

const limits = ['minItems', 'maxItems', 'uniqueItems'] as const;

/** Rows, each of the same fields. */
export const list: Kind = {
  called: 'a list',
  keywords: [...limits, 'items', 'caption'],
  schema: (declared) => ({ type: 'array', ...picked(declared, limits) }),
  blank: () => [],
  isEmpty: (value) => !Array.isArray(value) || value.length === 0,
  read: (typed) => readJson(typed),
};
