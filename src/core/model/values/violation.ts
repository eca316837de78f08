import type { ErrorObject } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { parse } from 'css-tree';
import { isJsonObject, type Json, type JsonObject } from '../json-source.ts';
import { isOfCssType } from '../kinds/css-kind.ts';
import { isClockTime, isLocalDateTime } from '../kinds/date.ts';
import { isDrawing } from '../kinds/drawing.ts';
import { isSafeAddress, isSafePicture, safeAddressRule, safePictureRule } from '../safe-address.ts';

/** Says what is wrong with a value, as words that follow a title; undefined when it is right. */
export type Violation = (value: Json) => string | undefined;

/**
 * Makes the check of one JSON Schema.
 *
 * @param ajv gives a validator, where many schemas are made ready one after the other
 * @throws Error when a keyword has a value it cannot have, such as a pattern that is none
 */
export function violationOf(schema: JsonObject, ajv: () => Ajv2020 = newAjv): Violation {
  const { type, ...more } = schema;
  // Of groups and lists that is all there is to say, and a validator takes long to make.
  if ((type === 'object' || type === 'array') && Object.keys(more).length === 0) {
    return (value) => (isOfType(value, type) ? undefined : types[type]);
  }
  const validate = ajv().compile(schema);
  return (value) => (validate(value) ? undefined : phrase(validate.errors ?? [], schema));
}

function isOfType(value: Json, type: 'object' | 'array'): boolean {
  return type === 'array' ? Array.isArray(value) : isJsonObject(value);
}

/**
 * A validator of JSON Schema 2020-12 that knows our formats. It does not check schemas
 * against the meta-schema, which takes fifty times as long as all the rest; keywords of the
 * wrong type still throw.
 */
export function newAjv(): Ajv2020 {
  const ajv = new Ajv2020({
    ...{ strict: false, allErrors: true, verbose: true },
    ...{ logger: false, meta: false, validateSchema: false, addUsedSchema: false },
  });
  // The package's types describe its CommonJS form; at run time the default export is the call.
  (addFormats as unknown as (ajv: Ajv2020) => void)(ajv);
  for (const [name, type] of Object.entries(cssFormats)) {
    ajv.addFormat(name, (value: string) => isOfCssType(type, value));
  }
  const { date } = ajv.formats as { date?: { validate?: (value: string) => boolean } };
  const isDate = (value: string) => date?.validate?.(value) === true;
  ajv.addFormat('clock-time', isClockTime);
  ajv.addFormat('local-date-time', (value: string) => isLocalDateTime(value, isDate));
  ajv.addFormat('safe-address', isSafeAddress);
  ajv.addFormat('safe-picture', isSafePicture);
  ajv.addFormat('css-selector', isSelector);
  ajv.addFormat('svg-drawing', isDrawing);
  return ajv;
}

const radius = '[ <length-percentage [0,∞]> | closest-side | farthest-side ]';

/** The type of CSS that each of these formats is. */
export const cssFormats: Readonly<Record<string, string>> = {
  'css-color': '<color>',
  'css-length': '<length-percentage>',
  'css-time': '<time [0,∞]>',
  // The package's own <basic-shape> knows no circle or ellipse.
  'css-shape': `<inset()> | <polygon()> | <xywh()> | <rect()> | circle( ${radius}? [ at <position> ]? ) | ellipse( [ ${radius}{2} ]? [ at <position> ]? )`,
  'css-position': '<position>',
  'css-weight': 'normal | bold | lighter | bolder | <number [1,1000]>',
  'css-line-height': 'normal | <number [0,∞]> | <length-percentage [0,∞]>',
};

/** True for a list of selectors as style rules take it; empty text names nothing. */
function isSelector(value: string): boolean {
  let isRead = true;
  const onParseError = () => {
    isRead = false;
  };
  try {
    parse(value, { context: 'selectorList', onParseError });
  } catch {
    isRead = false;
  }
  return isRead || value === '';
}

const types: Readonly<Record<string, string>> = {
  string: 'must be text',
  number: 'must be a number',
  integer: 'must be a whole number',
  boolean: 'must be true or false',
  array: 'must be a list',
  object: 'must be a group of values',
  null: 'must be empty',
};

const formats: Readonly<Record<string, string>> = {
  'css-color': 'must be a CSS colour, such as #b3541e or rgb(179 84 30)',
  'css-length': 'must be a CSS length, such as 12px, 1.5rem or 40%',
  'css-time': 'must be a CSS time, such as 0.4s or 400ms',
  'css-shape': 'must be a CSS shape, such as circle(50%) or inset(4% round 12px)',
  'css-position': 'must be a CSS position, such as center or 20% 30%',
  'css-weight': 'must be normal, bold or a number from 1 to 1000',
  'css-line-height': 'must be a number, such as 1.4, or a CSS length',
  'svg-drawing': 'must be an <svg> element',
  date: 'must be a day as year-month-day, such as 2026-06-07',
  'clock-time': 'must be a time such as 10:20',
  'local-date-time': 'must be a day and a time, such as 2026-06-07T10:20',
  'safe-address': safeAddressRule,
  'safe-picture': safePictureRule,
  'css-selector': 'must be a CSS selector, such as .fares--weekday',
};

const phrases: Readonly<Record<string, (limit: string) => string>> = {
  type: (name) => types[name] ?? `must be of type ${name}`,
  format: (name) => formats[name] ?? `must be written as ${name}`,
  enum: (values) => `must be one of ${values}`,
  oneOf: (values) => `must be one of ${values}`,
  minLength: (limit) => `must have at least ${counted(limit, 'character')}`,
  maxLength: (limit) => `must have at most ${counted(limit, 'character')}`,
  pattern: (pattern) => `must match ${pattern}`,
  minimum: (limit) => `must be at least ${limit}`,
  maximum: (limit) => `must be at most ${limit}`,
  exclusiveMinimum: (limit) => `must be more than ${limit}`,
  exclusiveMaximum: (limit) => `must be less than ${limit}`,
  multipleOf: (step) => `must be a multiple of ${step}`,
  minItems: (limit) => `must have at least ${counted(limit, 'row')}`,
  maxItems: (limit) => `must have at most ${counted(limit, 'row')}`,
  uniqueItems: () => 'must not have two rows alike',
};

function counted(limit: string, noun: string): string {
  return `${limit} ${noun}${limit === '1' ? '' : 's'}`;
}

/**
 * One sentence's worth of the validator's errors. A failed oneOf comes after an error for each
 * of its members, and says more than any of them.
 */
function phrase(errors: readonly ErrorObject[], schema: JsonObject): string {
  const told = errors.find((one) => one.keyword === 'oneOf') ?? errors[0];
  if (!told) return 'is not valid';
  const say = phrases[told.keyword];
  if (!say) return told.message ?? 'is not valid';
  const limit = schema[told.keyword];
  const shown = Array.isArray(limit)
    ? (limit as Json[]).map((one) => String((one as JsonObject)?.const ?? one)).join(', ')
    : String(limit);
  return say(shown);
}
