import { isJsonObject, type Json } from '../json-source.ts';
import { type Kind, readJson } from '../kind.ts';

/** Several fields under one name. */
export const group: Kind = {
  called: 'a group',
  control: 'members',
  isGroup: true,
  keywords: ['properties', 'required', 'oneOf'],
  schema: () => ({ type: 'object' }),
  blank: () => ({}),
  isEmpty: (value) => !isJsonObject(value) || Object.values(value).every(isNothing),
  read: (typed) => readJson(typed),
};

/** True for what a group is empty of: a value that says something is not nothing. */
function isNothing(value: Json): boolean {
  if (Array.isArray(value)) return value.length === 0;
  if (isJsonObject(value)) return Object.values(value).every(isNothing);
  return value === null || value === '' || value === false;
}
