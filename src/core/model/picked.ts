import type { JsonObject } from './json-source.ts';

/** The named members of an object that are there, and no others. */
export function picked(from: JsonObject, names: readonly string[]): JsonObject {
  return Object.fromEntries(
    names.flatMap((name) => (from[name] === undefined ? [] : [[name, from[name]]])),
  );
}
