import { isJsonObject, type JsonObject } from '../json-source.ts';
import { type Kind, readMembers } from '../kind.ts';
import { cssUrl } from './css/css-string.ts';
import { fits } from './css/fits.ts';

/** A picture: its address, what it shows in words, its size in px and its place in its box. */
export const image: Kind = {
  called: 'a picture',
  control: 'file',
  isContent: true,
  keywords: [],
  whole: { style: ['src'], attribute: ['src'], text: ['src'] },
  members: {
    src: { kind: 'pictureaddress', title: 'Picture address' },
    alt: { type: 'string', title: 'Alt text' },
    width: { type: 'integer', title: 'Width', minimum: 1 },
    height: { type: 'integer', title: 'Height', minimum: 1 },
    fit: { enum: fits, title: 'Fit', default: 'cover' },
    position: { kind: 'position', title: 'Position' },
  },
  rare: ['width', 'height', 'fit', 'position'],
  schema: () => ({ type: 'object' }),
  blank: () => ({}),
  isEmpty: (value) => !isJsonObject(value) || !value.src,
  accept: (value, declared) => {
    const given = typeof value === 'string' ? { src: value } : value;
    const { src: usual } = isJsonObject(declared.default) ? declared.default : {};
    if (!isJsonObject(given) || !given.src || given.src === usual) return given;
    // What is said of the default's picture, and its size, are not those of another.
    return { alt: null, width: null, height: null, ...given };
  },
  read: readMembers,
  address: (value) => String((value as JsonObject).src ?? ''),
  css: (value) => cssUrl(String((value as JsonObject).src ?? '')),
};
