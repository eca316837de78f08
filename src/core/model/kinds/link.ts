import { isJsonObject, type JsonObject } from '../json-source.ts';
import { type Kind, readMembers } from '../kind.ts';

/** A link: its address, its text, and how it opens. A bare string is taken as the address. */
export const link: Kind = {
  called: 'a link',
  control: 'members',
  isContent: true,
  isCaption: true,
  link: 'itself',
  keywords: [],
  whole: { style: ['href'], attribute: ['href', 'newTab', 'rel'], text: ['text'] },
  members: {
    href: { kind: 'address', title: 'Link address' },
    text: { type: 'string', title: 'Link text' },
    newTab: { enum: [false, true, 'offsite'], title: 'Open in a new tab', default: false },
    rel: { type: 'string', title: 'Relation' },
  },
  rare: ['rel'],
  schema: () => ({ type: 'object' }),
  blank: () => ({}),
  isEmpty: (value) => !isJsonObject(value) || !value.href,
  accept: (value) =>
    typeof value === 'string' ? { [isWords(value) ? 'text' : 'href']: value } : value,
  read: readMembers,
  text: (value) => String((value as JsonObject).text ?? ''),
  address: (value) => String((value as JsonObject).href ?? ''),
};

/** True for what is no address though it could be one: words with blanks between them. */
function isWords(value: string): boolean {
  return (
    /\S\s+\S/.test(value) &&
    !/^\s*(?:[/#?.]|[a-z][a-z0-9+.-]*:)/i.test(value.replace(/[\t\n\r]/g, ''))
  );
}
