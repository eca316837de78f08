import { isJsonObject } from '../json-source.ts';
import { type Kind, readJson } from '../kind.ts';

/** Several fields under one name. */
export const group: Kind = {
  called: 'a group',
  keywords: ['properties', 'required'],
  schema: () => ({ type: 'object' }),
  blank: () => ({}),
  isEmpty: (value) => !isJsonObject(value) || Object.keys(value).length === 0,
  read: (typed) => readJson(typed),
};
