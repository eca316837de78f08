import { isJsonObject, type Json, type JsonObject } from '../../model/json-source.ts';

/** The rows of a list, by its path in values. */
export function rowsAt(values: JsonObject, path: string): readonly Json[] {
  let value: Json = values;
  for (const step of path.split('.')) value = isJsonObject(value) ? (value[step] ?? null) : null;
  return Array.isArray(value) ? value : [];
}
