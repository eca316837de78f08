import { format as standardFormats } from '@cfworker/json-schema';
import { isSelector } from '#css-selector';
import { isOfCssType } from '#css-type';
import { linearPattern } from '../../text/linear-pattern.ts';
import { isShallow } from '../../text/nesting.ts';
import { isJsonObject, type Json, type JsonObject } from '../json-source.ts';
import { isClockTime, isLocalDateTime } from '../kinds/date.ts';
import { isDrawing } from '../kinds/inner/drawing.ts';
import { isSafeAddress, isSafePicture } from '../safe-address.ts';
import { cssFormats } from './css-formats.ts';
import { isSame } from './is-same.ts';
import { phrase } from './phrases.ts';
import { shown } from './shown.ts';

/** A keyword of a schema that a value breaks. */
export interface Breach {
  readonly keyword: string;
  readonly limit: Json;
  /** In English, as words that follow a title. */
  readonly says: string;
}

/** Says what is wrong with a value; undefined when it is right. */
export type Violation = (value: Json) => Breach | undefined;

/** The types of JSON (JSON Schema Core 2020-12, 4.2.1). */
const types: Readonly<Record<string, (value: Json) => boolean>> = {
  string: (value) => typeof value === 'string',
  number: (value) => Number.isFinite(value),
  integer: (value) => Number.isInteger(value),
  boolean: (value) => typeof value === 'boolean',
  array: Array.isArray,
  object: isJsonObject,
};

/** Tells whether a value of the type that a keyword is about keeps it. */
type Keeps = (value: never) => boolean;

interface Keyword {
  /** The type it is about; of values of other types it asks nothing. */
  readonly about?: 'string' | 'number' | 'array';
  readonly limit: 'string' | 'number' | 'boolean' | 'array';
  /** Made once for a schema; throws where the limit means nothing. */
  readonly keeps: (limit: never) => Keeps;
}

// Characters are counted, not code units (JSON Schema Validation 2020-12, 6.3.1).
const charactersOf = (text: string) => Array.from(text).length;

/** The keywords that kinds ask for (JSON Schema Validation 2020-12, 6 and 7). */
const keywords: Readonly<Record<string, Keyword>> = {
  ...about('string', 'number', {
    minLength: (limit) => (value: string) => charactersOf(value) >= limit,
    maxLength: (limit) => (value: string) => charactersOf(value) <= limit,
  }),
  ...about('string', 'string', { pattern: linearPattern, format: (name) => formatOf(name) }),
  ...about('number', 'number', {
    minimum: (limit) => (value: number) => value >= limit,
    maximum: (limit) => (value: number) => value <= limit,
    exclusiveMinimum: (limit) => (value: number) => value > limit,
    exclusiveMaximum: (limit) => (value: number) => value < limit,
    multipleOf: (step) => (value: number) => isMultiple(value, step),
  }),
  ...about('array', 'number', {
    minItems: (limit) => (value: Json[]) => value.length >= limit,
    maxItems: (limit) => (value: Json[]) => value.length <= limit,
  }),
  ...about('array', 'boolean', {
    uniqueItems: (isAsked) => (value: Json[]) => !isAsked || areUnique(value),
  }),
  ...about(undefined, 'array', {
    enum: (values) => (value: Json) => values.some((one) => isSame(one, value)),
    oneOf: (schemas) => (value: Json) => schemas.filter((one) => isConst(one, value)).length === 1,
  }),
};

interface Limits {
  readonly string: string;
  readonly number: number;
  readonly boolean: boolean;
  readonly array: readonly Json[];
}

function about<Limit extends keyof Limits>(
  type: Keyword['about'],
  limit: Limit,
  made: Readonly<Record<string, (limit: Limits[Limit]) => Keeps>>,
): Record<string, Keyword> {
  return Object.fromEntries(
    Object.entries(made).map(([name, keeps]) => [
      name,
      { ...(type && { about: type }), limit, keeps: keeps as Keyword['keeps'] },
    ]),
  );
}

/**
 * Makes the check of a schema that a kind makes of a declaration: a type, limits and a format.
 * It interprets, so that it also runs where a policy forbids code made from text.
 *
 * @throws Error when a keyword has a value it cannot have, such as a pattern that is none
 *
 * @example
 * violationOf({ type: 'string', maxLength: 3 })('Mill')?.says // 'must have at most 3 characters'
 */
export function violationOf(schema: JsonObject): Violation {
  const isOfType = types[String(schema.type)];
  const rules = Object.entries(schema).flatMap(([name, limit]) => {
    const keyword = keywords[name];
    if (!keyword) return [];
    if (!types[keyword.limit]?.(limit)) {
      throw new Error(`${name} must be ${limitNames[keyword.limit]}, but is ${shown(limit)}`);
    }
    const isAbout = keyword.about && types[keyword.about];
    return [{ name, isAbout, keeps: keyword.keeps(limit as never) }];
  });
  return (value) => {
    if (isOfType && !isOfType(value)) return breachOf('type', schema);
    const broken = rules.find(
      ({ isAbout, keeps }) => (!isAbout || isAbout(value)) && !keeps(value as never),
    );
    return broken && breachOf(broken.name, schema);
  };
}

function breachOf(keyword: string, schema: JsonObject): Breach {
  const says = phrase(keyword, schema) ?? 'is not valid';
  return { keyword, limit: schema[keyword] ?? null, says };
}

const limitNames: Readonly<Record<keyof Limits, string>> = {
  string: 'a string',
  number: 'a number',
  boolean: 'true or false',
  array: 'an array',
};

/** Our formats, and those of CSS. */
const ownFormats: Readonly<Record<string, (value: string) => boolean>> = {
  ...Object.fromEntries(
    Object.entries(cssFormats).map(([name, type]) => [
      name,
      (value: string) => isOfCssType(type, value),
    ]),
  ),
  'clock-time': isClockTime,
  'local-date-time': (value) => isLocalDateTime(value, formatOf('date')),
  'css-selector': isSelector,
  'svg-drawing': isDrawing,
  'html-text': isShallow,
  'safe-address': isSafeAddress,
  'safe-picture': isSafePicture,
};

/** A format that nobody knows is a remark (JSON Schema Validation 2020-12, 7.2.1). */
function formatOf(name: string): (value: string) => boolean {
  const standard = Object.hasOwn(standardFormats, name) ? standardFormats[name] : undefined;
  return ownFormats[name] ?? standard ?? (() => true);
}

/** Decimal steps are not exact in binary: 0.3 counts as three times 0.1. */
function isMultiple(value: number, step: number): boolean {
  const times = value / step;
  return Math.abs(times - Math.round(times)) <= Math.abs(times) * 4 * Number.EPSILON;
}

function isConst(schema: Json, value: Json): boolean {
  return isJsonObject(schema) && schema.const !== undefined && isSame(schema.const, value);
}

function areUnique(rows: readonly Json[]): boolean {
  return rows.every((one, at) => rows.findIndex((other) => isSame(one, other)) === at);
}
