import type { ErrorObject } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { lexer, parse } from 'css-tree';
import { isJsonObject, type Json, type JsonObject } from '../json-source.ts';
import { isSafeAddress, safeAddressRule } from '../safe-address.ts';

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
 * A validator of JSON Schema 2020-12 that knows our two formats. It does not check schemas
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
  ajv.addFormat('css-color', isColor);
  ajv.addFormat('safe-address', isSafeAddress);
  ajv.addFormat('css-selector', isSelector);
  return ajv;
}

/** True for one CSS colour; `var()` is none, since nobody can know what it holds. */
function isColor(value: string): boolean {
  return lexer.match('<color>', value).matched !== null;
}

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
  'safe-address': safeAddressRule,
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
