import type { Field } from '../model/field.ts';
import { isJsonObject, type Json, type JsonObject } from '../model/json-source.ts';

/** The way to one value: names of members, and rows of lists counted from 0. */
export type Steps = readonly string[];

/** The field that some steps lead to; a row leads to what a row is. */
export function fieldAt(root: Field, steps: Steps): Field | undefined {
  let field: Field | undefined = root;
  for (const step of steps) {
    field = isRowNumber(field, step)
      ? field?.row
      : field?.members.find((member) => member.name === step);
  }
  return field;
}

/** Where a field stands, by its place: `rows.0.time`. */
export function pathOf(steps: Steps): string {
  return steps.join('.');
}

/** The value at some steps, row by row; undefined where they lead nowhere. */
export function valueAt(from: Json | undefined, steps: Steps): Json | undefined {
  let value = from;
  for (const step of steps) {
    if (Array.isArray(value)) value = value[Number(step)];
    else if (isJsonObject(value as Json)) value = ownOf(value as JsonObject, step);
    else return undefined;
  }
  return value;
}

export function ownOf(from: JsonObject, name: string): Json | undefined {
  return Object.hasOwn(from, name) ? from[name] : undefined;
}

/** True where the step counts a row of the field, and is no member of what the row is. */
export function isRowNumber(field: Field | undefined, step: string): boolean {
  return field?.row !== undefined && /^\d+$/.test(step);
}
