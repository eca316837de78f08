import type { Json } from '../../json-source.ts';
import { asText, type FieldSchema, isBlank, type Kind } from '../../kind.ts';

/** A kind whose values are text of one CSS type, checked by a format of that name. */
export function cssKind(
  about: Pick<Kind, 'called' | 'control'> & Partial<Kind>,
  format: string,
): Kind {
  return {
    keywords: [],
    schema: () => ({ type: 'string', format }),
    blank: () => null,
    isEmpty: isBlank,
    read: (typed) => typed,
    text: asText,
    css: (value) => String(value),
    ...about,
  };
}

/** Takes a bare number as so much of a unit: `12` as `12px`. Zero needs none. */
export function withUnit(value: Json, unit: string): Json {
  const bare = typeof value === 'string' && /^\s*[+-]?(?:\d+\.?\d*|\.\d+)\s*$/.test(value);
  return typeof value === 'number' || bare ? `${Number(value)}${unit}` : value;
}

/** The unit that a declaration gives bare numbers. */
export function unitOf({ unit }: FieldSchema, usual: string): string {
  return typeof unit === 'string' ? unit : usual;
}
