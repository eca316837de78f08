import type { ErrorObject } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { isOfCssType, isSelector } from '#css-type';
import { linearPattern } from '../../text/linear-pattern.ts';
import { isShallow } from '../../text/nesting.ts';
import { isJsonObject, type Json, type JsonObject } from '../json-source.ts';
import { isClockTime, isLocalDateTime } from '../kinds/date.ts';
import { isDrawing } from '../kinds/inner/drawing.ts';
import { isSafeAddress, isSafePicture } from '../safe-address.ts';
import { cssFormats } from './css-formats.ts';
import { phrase } from './phrases.ts';

/** Says what is wrong with a value, as words that follow a title; undefined when it is right. */
export type Violation = (value: Json) => string | undefined;

/**
 * Makes the check of one JSON Schema.
 *
 * @param ajv gives a validator, where many schemas are made ready one after the other
 * @throws Error when a keyword has a value it cannot have, such as a pattern that is none
 */
export function violationOf(schema: JsonObject, ajv: () => Ajv2020 = newAjv): Violation {
  // A validator takes long to make, and most fields only need these.
  return plainViolation(schema) ?? madeViolation(schema, ajv());
}

/** The check of a schema that asks for a type, one of our formats and limits, or for less. */
function plainViolation(schema: JsonObject): Violation | undefined {
  const { type, format, contentMediaType: _, ...more } = schema;
  const isType = typeof type === 'string' ? isOf[type] : undefined;
  if (type === undefined ? format !== undefined : !isType) return undefined;
  const isFormat = typeof format === 'string' && type === 'string' ? ownFormats[format] : undefined;
  if (format !== undefined && !isFormat) return undefined;
  const rules = Object.entries(more).map(([keyword, limit]) => {
    const keeps = plainKeywords[keyword]?.(limit);
    return keeps && { keyword, keeps };
  });
  if (!rules.every((one) => one !== undefined)) return undefined;
  return (value) => {
    if (isType && !isType(value)) return phrase('type', schema);
    if (isFormat && !isFormat(value as string)) return phrase('format', schema);
    const broken = rules.find(({ keeps }) => !keeps(value));
    return broken && phrase(broken.keyword, schema);
  };
}

const isOf: Readonly<Record<string, (value: Json) => boolean>> = {
  string: (value) => typeof value === 'string',
  number: (value) => Number.isFinite(value),
  integer: (value) => Number.isInteger(value),
  boolean: (value) => typeof value === 'boolean',
  array: Array.isArray,
  object: isJsonObject,
};

type Keeps = (value: Json) => boolean;

/** Tells whether a number that is asked of some values is kept; of all others it asks nothing. */
function limited<Measured extends Json>(
  isMeasured: (value: Json) => value is Measured,
  isWithin: (value: Measured, limit: number) => boolean,
): (limit: Json) => Keeps | undefined {
  return (limit) =>
    typeof limit === 'number' ? (value) => !isMeasured(value) || isWithin(value, limit) : undefined;
}
const isNumber = (value: Json) => typeof value === 'number';
const isText = (value: Json) => typeof value === 'string';
const isRows = (value: Json) => Array.isArray(value);
// Characters are counted, not code units (JSON Schema Validation 6.3.1).
const charactersOf = (text: string) => Array.from(text).length;

/** The check of a keyword, by its value; none where it takes more than comparing. */
const plainKeywords: Readonly<Record<string, (limit: Json) => Keeps | undefined>> = {
  enum: (values) =>
    Array.isArray(values) && values.every((one) => typeof one !== 'object')
      ? (value) => (values as Json[]).includes(value)
      : undefined,
  minimum: limited(isNumber, (value, limit) => value >= limit),
  maximum: limited(isNumber, (value, limit) => value <= limit),
  minLength: limited(isText, (value, limit) => charactersOf(value) >= limit),
  maxLength: limited(isText, (value, limit) => charactersOf(value) <= limit),
  pattern: (pattern) => {
    if (typeof pattern !== 'string') return undefined;
    const isFound = linearPattern(pattern);
    return (value) => typeof value !== 'string' || isFound(value);
  },
  minItems: limited(isRows, (value, limit) => value.length >= limit),
  maxItems: limited(isRows, (value, limit) => value.length <= limit),
};

/** Our formats that depend on the value alone. */
const ownFormats: Readonly<Record<string, (value: string) => boolean>> = {
  ...Object.fromEntries(
    Object.entries(cssFormats).map(([name, type]) => [
      name,
      (value: string) => isOfCssType(type, value),
    ]),
  ),
  'clock-time': isClockTime,
  'css-selector': isSelector,
  'svg-drawing': isDrawing,
  'html-text': isShallow,
  'safe-address': isSafeAddress,
  'safe-picture': isSafePicture,
};

function madeViolation(schema: JsonObject, ajv: Ajv2020): Violation {
  const validate = ajv.compile(schema);
  return (value) => (validate(value) ? undefined : toldOf(validate.errors ?? [], schema));
}

/**
 * One sentence's worth of the validator's errors. A failed oneOf comes after an error for each
 * of its members, and says more than any of them.
 */
function toldOf(errors: readonly ErrorObject[], schema: JsonObject): string {
  const reported = errors.find((one) => one.keyword === 'oneOf') ?? errors[0];
  return phrase(reported?.keyword ?? '', schema) ?? reported?.message ?? 'is not valid';
}

/** How the validator makes regular expressions. */
const linearRegExp = Object.assign((pattern: string) => ({ test: linearPattern(pattern) }), {
  code: '',
});

/**
 * A validator of JSON Schema 2020-12 that knows our formats. It does not check schemas
 * against the meta-schema, which takes fifty times as long as all the rest; keywords of the
 * wrong type still throw.
 */
export function newAjv(): Ajv2020 {
  const ajv = new Ajv2020({
    strict: false,
    allErrors: true,
    verbose: true,
    logger: false,
    meta: false,
    validateSchema: false,
    addUsedSchema: false,
    code: { regExp: linearRegExp },
  });
  // The package's types describe its CommonJS form; at run time the default export is the call.
  (addFormats as unknown as (ajv: Ajv2020) => void)(ajv);
  for (const [name, isFormat] of Object.entries(ownFormats)) ajv.addFormat(name, isFormat);
  const { date } = ajv.formats as { date?: { validate?: (value: string) => boolean } };
  const isDate = (value: string) => date?.validate?.(value) === true;
  ajv.addFormat('local-date-time', (value: string) => isLocalDateTime(value, isDate));
  return ajv;
}
