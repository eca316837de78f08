import { deepest } from '../../text/nesting.ts';
import type { Json, JsonObject } from '../json-source.ts';
import { safeAddressRule, safePictureRule } from '../safe-address.ts';

/** What each type of JSON has to be, as words that follow a title. */
const types: Readonly<Record<string, string>> = {
  string: 'must be text',
  number: 'must be a number',
  integer: 'must be a whole number',
  boolean: 'must be true or false',
  array: 'must be a list',
  object: 'must be an object',
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
  'svg-drawing': `must be an <svg> element of at most ${deepest.text} levels`,
  'html-text': `must have at most ${deepest.text} elements inside each other`,
  date: 'must be a date such as 2026-06-07',
  'clock-time': 'must be a time such as 10:20',
  'local-date-time': 'must be a date and time such as 2026-06-07T10:20',
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
  uniqueItems: () => 'must not have identical rows',
};

function counted(limit: string, noun: string): string {
  return `${limit} ${noun}${limit === '1' ? '' : 's'}`;
}

/** What a value has to be that breaks a keyword of its schema; undefined for one without words. */
export function phrase(keyword: string, schema: JsonObject): string | undefined {
  const limit = schema[keyword];
  const shown = Array.isArray(limit)
    ? (limit as Json[]).map((one) => String((one as JsonObject)?.const ?? one)).join(', ')
    : String(limit);
  return phrases[keyword]?.(shown);
}
