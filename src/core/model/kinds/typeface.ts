import { isJsonObject, type JsonObject } from '../json-source.ts';
import { type Kind, readMembers } from '../kind.ts';
import { families } from './inner/families.ts';

/** The property of CSS that each member sets. */
export const typefaceProperties: Readonly<Record<string, string>> = {
  family: 'font-family',
  size: 'font-size',
  weight: 'font-weight',
  style: 'font-style',
  lineHeight: 'line-height',
  letterSpacing: 'letter-spacing',
  case: 'text-transform',
};

/** How letters look: family, size, weight and what goes with them. */
export const typeface: Kind = {
  called: 'a typeface',
  control: 'members',
  isTypeface: true,
  keywords: [],
  members: {
    family: { kind: 'families', title: 'Family' },
    size: { kind: 'length', title: 'Size' },
    weight: { kind: 'weight', title: 'Weight' },
    style: { enum: ['normal', 'italic', 'oblique'], title: 'Style', default: null },
    lineHeight: { kind: 'lineheight', title: 'Line height' },
    letterSpacing: { kind: 'length', title: 'Letter spacing' },
    case: {
      title: 'Capitals',
      enum: ['none', 'uppercase', 'lowercase', 'capitalize'],
      default: null,
    },
  },
  schema: () => ({ type: 'object' }),
  blank: () => ({}),
  isEmpty: (value) => !isJsonObject(value) || Object.values(value).every((one) => !one),
  accept: (value) => (typeof value === 'string' ? { family: value } : value),
  read: readMembers,
  // As a shorthand it needs both a size and a family; bound as `font: var(--name)` it needs neither.
  css: (value) => {
    const { style, weight, size, lineHeight, family } = value as JsonObject;
    const height = lineHeight ? `/${lineHeight}` : '';
    const names = family ? families.css?.(family, {}) : 'inherit';
    return [style, weight, `${size ?? '1em'}${height}`, names].filter((part) => part).join(' ');
  },
};
