import type { Field } from '../model/field.ts';
import { isJsonObject, type Json, type JsonObject } from '../model/json-source.ts';

/**
 * Makes the function that gives values the form that script finds: a duration, for one, is the
 * number of its ms. Where no field has another form it gives back what it is given.
 */
export function scriptValues(root: Field): (values: JsonObject) => JsonObject {
  const write = writerOf(root);
  return write ? (values) => write(values) as JsonObject : (values) => values;
}

function writerOf(field: Field): ((value: Json) => Json) | undefined {
  const { kind, row, members } = field;
  if (kind.data) {
    const { data } = kind;
    return (value) => (value === null ? null : data(value));
  }
  if (row) {
    const write = writerOf(row);
    return write && ((value) => (Array.isArray(value) ? value.map(write) : value));
  }
  const written = members.flatMap((member) => {
    const write = writerOf(member);
    return write ? [[member.name, write] as const] : [];
  });
  if (written.length === 0) return undefined;
  return (value) => {
    if (!isJsonObject(value)) return value;
    const own: Record<string, Json> = {};
    for (const [name, write] of written) own[name] = write(value[name] ?? null);
    return { ...value, ...own } satisfies JsonObject;
  };
}
