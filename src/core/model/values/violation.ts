import type { ErrorObject } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { isJsonObject, type Json, type JsonObject } from '../json-source.ts';
import { isOfCssType, isSelector } from '../kinds/css-type.ts';
import { isClockTime, isLocalDateTime } from '../kinds/date.ts';
import { isDrawing } from '../kinds/drawing.ts';
import { isSafeAddress, isSafePicture } from '../safe-address.ts';
import { cssFormats } from './css-formats.ts';
import { phrase, types } from './phrases.ts';

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
  return (value) => (validate(value) ? undefined : toldOf(validate.errors ?? [], schema));
}

/**
 * One sentence's worth of the validator's errors. A failed oneOf comes after an error for each
 * of its members, and says more than any of them.
 */
function toldOf(errors: readonly ErrorObject[], schema: JsonObject): string {
  const told = errors.find((one) => one.keyword === 'oneOf') ?? errors[0];
  return phrase(told?.keyword ?? '', schema) ?? told?.message ?? 'is not valid';
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
