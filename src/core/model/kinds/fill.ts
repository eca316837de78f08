import { isOfCssType } from '#css-type';
import { isJsonObject, type JsonObject } from '../json-source.ts';
import { type Kind, readMembers } from '../kind.ts';
import { cssUrl } from './css/css-string.ts';

/** How a picture fills a background: its size and repeat. */
const sizes: Readonly<Record<string, string>> = {
  cover: 'cover no-repeat',
  contain: 'contain no-repeat',
  none: 'auto no-repeat',
  tile: 'auto repeat',
};

/** A background: a colour, or a picture with its fit and position. */
export const fill: Kind = {
  called: 'a fill',
  control: 'members',
  parser: 'css',
  keywords: [],
  members: {
    color: { kind: 'color', title: 'Colour' },
    image: { kind: 'pictureaddress', title: 'Picture' },
    fit: { enum: Object.keys(sizes), title: 'Fit', default: 'cover' },
    position: { kind: 'position', title: 'Position' },
  },
  schema: () => ({ type: 'object' }),
  blank: () => ({}),
  isEmpty: (value) => !isJsonObject(value) || !(value.color || value.image),
  accept: (value) => {
    if (typeof value === 'string') {
      return isOfCssType('<color>', value)
        ? { color: value, image: null }
        : { image: value, color: null };
    }
    if (!isJsonObject(value) || !(value.color || value.image)) return value;
    // A colour takes the place of the default's picture, and the other way round.
    return { color: null, image: null, ...value };
  },
  read: readMembers,
  css: (value) => {
    const { color, image, fit, position } = value as JsonObject;
    if (!image) return String(color);
    const size = sizes[String(fit)] ?? sizes.cover;
    const layer = `${cssUrl(String(image))} ${position || 'center'} / ${size}`;
    return color ? `${layer} ${color}` : layer;
  },
};
