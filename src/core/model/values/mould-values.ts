import { requireMould, requireObject } from '../given.ts';
import { type JsonObject, parseJson } from '../json-source.ts';
import type { Mould } from '../mould.ts';
import { readFields } from '../read-fields.ts';
import { inLanguage } from '../words.ts';
import { checkAgainst, type PlaceOfValue, type ValuesCheck } from './check-values.ts';
import { schemaOfValues } from './values-schema.ts';
import { valuesTypesOf } from './values-types.ts';

/**
 * Completes and checks values against a mould's fields: absent takes the default, null stays
 * empty, a wrong value is reported and gives way to the default, what no field takes is kept.
 *
 * @param placeOf where each value stands in a file, so that findings can point there
 *
 * @example
 * const { values, findings } = checkValues(mould, { heading: 'Trams today' });
 */
export function checkValues(mould: Mould, values: JsonObject, placeOf?: PlaceOfValue): ValuesCheck {
  const root = rootOf(mould);
  requireObject('The values', values);
  return checkAgainst(root, values, { placeOf });
}

/**
 * The values of a mould as plain JSON Schema 2020-12, for any form generator or validator.
 *
 * @param language a BCP 47 tag: titles and help in that language, as far as `words/` has them
 *
 * @example
 * const schema = valuesSchema(mould, 'de');
 */
export function valuesSchema(mould: Mould, language?: string): JsonObject {
  return schemaOfValues(rootOf(language === undefined ? mould : inLanguage(mould, language)));
}

function rootOf(mould: Mould) {
  requireMould(mould);
  const { manifest, manifestText } = mould;
  return readFields(manifest.fields, parseJson('mould.json', manifestText)).root;
}

/**
 * The values of a mould as a TypeScript declaration: what a cast may be given. Nothing has to be
 * there, since absent means default; what may be empty takes null.
 *
 * @example
 * valuesTypes(mould); // export interface NoticeRailValues { heading?: string; … }
 */
export function valuesTypes(mould: Mould): string {
  const { name, version, title = name } = mould.manifest;
  return valuesTypesOf({ name, title, version, root: rootOf(mould) }).text;
}
