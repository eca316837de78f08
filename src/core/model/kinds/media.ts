import { isJsonObject, type JsonObject } from '../json-source.ts';
import { type Kind, readMembers } from '../kind.ts';

/** A film or a sound: its address and type, a picture before it plays, and captions. */
export const media: Kind = {
  called: 'a video or audio file',
  control: 'file',
  isContent: true,
  keywords: [],
  whole: { style: ['src'], attribute: ['src'], text: ['src'] },
  members: {
    src: { kind: 'address', title: 'File address' },
    type: { type: 'string', title: 'Type', pattern: '^(?:$|[\\w.+-]+/[\\w.+-]+)' },
    poster: { kind: 'pictureaddress', title: 'Poster image' },
    captions: { kind: 'address', title: 'Captions' },
    loop: { type: 'boolean', title: 'Loop', default: false },
    muted: { type: 'boolean', title: 'Muted', default: false },
  },
  rare: ['type', 'captions'],
  schema: () => ({ type: 'object' }),
  blank: () => ({}),
  isEmpty: (value) => !isJsonObject(value) || !value.src,
  accept: (value) => (typeof value === 'string' ? { src: value } : value),
  read: readMembers,
  address: (value) => String((value as JsonObject).src ?? ''),
};
