import { isJsonObject, type JsonObject } from '../json-source.ts';
import { type Kind, readJson } from '../kind.ts';

/** A link: its address, its text, and how it opens. A bare string is taken as the address. */
export const link: Kind = {
  called: 'a link',
  keywords: [],
  members: {
    href: { kind: 'address', title: 'Address' },
    text: { type: 'string', title: 'Text' },
    newTab: { enum: [false, true, 'offsite'], title: 'New tab', default: false },
    rel: { type: 'string', title: 'Relation' },
  },
  schema: () => ({ type: 'object' }),
  blank: () => ({}),
  isEmpty: (value) => !isJsonObject(value) || !value.href,
  accept: (value) => (typeof value === 'string' ? { href: value } : value),
  read: (typed) => (typed.trimStart().startsWith('{') ? readJson(typed) : typed),
  text: (value) => String((value as JsonObject).text ?? ''),
  address: (value) => String((value as JsonObject).href ?? ''),
};
