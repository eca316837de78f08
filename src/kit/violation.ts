import { fullFormats } from 'ajv-formats/dist/formats.js';
import { isOfCssType, isSelector } from '#css-type';
import { isJsonObject, type Json, type JsonObject } from '../core/model/json-source.ts';
import { isClockTime, isLocalDateTime } from '../core/model/kinds/date.ts';
import { isDrawing } from '../core/model/kinds/inner/drawing.ts';
import { isSafeAddress, isSafePicture } from '../core/model/safe-address.ts';
import { cssFormats } from '../core/model/values/css-formats.ts';
import { phrase } from '../core/model/values/phrases.ts';
import { linearPattern } from '../core/text/linear-pattern.ts';
import { memoizeByName } from '../core/text/memoize.ts';
import { isShallow } from '../core/text/nesting.ts';

export type Violation = (value: Json) => string | undefined;

/** Made once each: one field is checked for many values. */
const patternOf = memoizeByName(linearPattern);

type Holds = (value: never, limit: never) => boolean;

/**
 * The keywords that kinds ask for (JSON Schema 2020-12, validation), and what each says of a value
 * of the type it is about.
 */
const keywords: Readonly<Record<string, readonly [about: string, holds: Holds]>> = {
  minLength: ['string', (value: string, limit: number) => [...value].length >= limit],
  maxLength: ['string', (value: string, limit: number) => [...value].length <= limit],
  pattern: ['string', (value: string, limit: string) => patternOf(limit)(value)],
  format: ['string', (value: string, limit: string) => isOfFormat(value, limit)],
  minimum: ['number', (value: number, limit: number) => value >= limit],
  maximum: ['number', (value: number, limit: number) => value <= limit],
  exclusiveMinimum: ['number', (value: number, limit: number) => value > limit],
  exclusiveMaximum: ['number', (value: number, limit: number) => value < limit],
  multipleOf: ['number', (value: number, limit: number) => Number.isInteger(value / limit)],
  minItems: ['array', (value: Json[], limit: number) => value.length >= limit],
  maxItems: ['array', (value: Json[], limit: number) => value.length <= limit],
  uniqueItems: ['array', (value: Json[], limit: boolean) => !limit || areUnique(value)],
  enum: ['', (value: Json, limit: readonly Json[]) => limit.some((one) => isSame(one, value))],
  oneOf: ['', (value: Json, limit: readonly JsonObject[]) => matches(value, limit) === 1],
};

/**
 * What `#violation` is in code that only casts: a check of the schemas that kinds make, and of no
 * others.
 */
export function violationOf(schema: JsonObject): Violation {
  const type = typeof schema.type === 'string' ? schema.type : undefined;
  const rules = Object.entries(schema).flatMap(([name, limit]) => {
    const [about = '', holds] = keywords[name] ?? [];
    return holds
      ? [{ name, about, holds: (value: Json) => holds(value as never, limit as never) }]
      : [];
  });
  return (value) => {
    if (type !== undefined && !isOfType(value, type)) return phrase('type', schema);
    const is = typeOf(value);
    const broken = rules.find(
      ({ about, holds }) => (about === '' || about === is) && !holds(value),
    );
    return broken && (phrase(broken.name, schema) ?? 'is not valid');
  };
}

/** Nothing is needed here to make checks with. */
export function newAjv(): undefined {
  return undefined;
}

function typeOf(value: Json): string {
  if (value === null) return 'null';
  return Array.isArray(value) ? 'array' : typeof value;
}

function isOfType(value: Json, type: string): boolean {
  if (type === 'integer') return Number.isInteger(value);
  return typeOf(value) === type;
}

const own: Readonly<Record<string, (value: string) => boolean>> = {
  'clock-time': isClockTime,
  'local-date-time': (value) => isLocalDateTime(value, (day) => isOfFormat(day, 'date')),
  'safe-address': isSafeAddress,
  'safe-picture': isSafePicture,
  'css-selector': isSelector,
  'svg-drawing': isDrawing,
  'html-text': isShallow,
};

function isOfFormat(value: string, name: string): boolean {
  const type = cssFormats[name];
  if (type !== undefined) return isOfCssType(type, value);
  const check = own[name] ?? (fullFormats as Record<string, unknown>)[name];
  if (check instanceof RegExp) return check.test(value);
  if (typeof check === 'function') return check(value) === true;
  const { validate } = (check ?? {}) as {
    readonly validate?: RegExp | ((value: string) => boolean);
  };
  if (validate instanceof RegExp) return validate.test(value);
  return validate ? validate(value) : true;
}

function matches(value: Json, schemas: readonly JsonObject[]): number {
  return schemas.filter((one) => 'const' in one && isSame(one.const as Json, value)).length;
}

function areUnique(rows: readonly Json[]): boolean {
  return rows.every((one, at) => rows.findIndex((other) => isSame(one, other)) === at);
}

function isSame(one: Json, other: Json): boolean {
  if (Array.isArray(one) && Array.isArray(other)) {
    return one.length === other.length && one.every((each, at) => isSame(each, other[at]));
  }
  if (!isJsonObject(one) || !isJsonObject(other)) return one === other;
  const names = Object.keys(one);
  return (
    names.length === Object.keys(other).length &&
    names.every((name) => name in other && isSame(one[name] as Json, other[name] as Json))
  );
}
