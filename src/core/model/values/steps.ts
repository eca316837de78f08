import { isJsonObject, type Json, type JsonObject } from '../json-source.ts';

/** The value some steps inside; undefined where a step leads nowhere. */
export function valueAt(from: Json, steps: readonly string[]): Json | undefined {
  let value: Json | undefined = from;
  for (const step of steps) {
    if (Array.isArray(value)) value = /^\d+$/.test(step) ? value[Number(step)] : undefined;
    else if (isJsonObject(value) && Object.hasOwn(value, step)) value = value[step];
    else return undefined;
  }
  return value;
}

/** A copy with one value put in; groups on the way are made, rows are not. */
export function put(
  into: JsonObject,
  [step = '', ...rest]: readonly string[],
  value: Json,
): JsonObject {
  if (rest.length === 0) return { ...into, [step]: value };
  const inner = Object.hasOwn(into, step) ? into[step] : undefined;
  if (Array.isArray(inner)) {
    const [index = '', ...more] = rest;
    const row = inner[Number(index)];
    if (!isJsonObject(row) || more.length === 0) return into;
    return { ...into, [step]: inner.toSpliced(Number(index), 1, put(row, more, value)) };
  }
  return { ...into, [step]: put(isJsonObject(inner) ? inner : {}, rest, value) };
}
