import type { Field } from '../model/field.ts';
import { isJsonObject, type Json, type JsonObject } from '../model/json-source.ts';
import { guardedAddress, textWriter } from './guard/guarded-text.ts';
import type { TextGuard } from './guard/text-guard.ts';

/**
 * Makes the function that gives values the form that script finds: a duration is the number of its
 * ms, and text is kept from becoming markup. Where no field has another form it gives back what it
 * is given.
 */
export function scriptValues(
  root: Field,
  guard: TextGuard | undefined,
): (values: JsonObject) => JsonObject {
  const write = writerOf(root, guard);
  return write ? (values) => write(values) as JsonObject : (values) => values;
}

type ValueWriter = (value: Json) => Json;

function writerOf(field: Field, guard: TextGuard | undefined): ValueWriter | undefined {
  const { kind, row, members, path } = field;
  if (kind.data) {
    const { data } = kind;
    return (value) => (value === null ? null : data(value));
  }
  if (kind.isTextual || kind.isTarget) return guard && ofText(textWriter(guard, path));
  if (kind.isAddress) return guard && ofText(guardedAddress);
  if (row) {
    const write = writerOf(row, guard);
    return write && ((value) => (Array.isArray(value) ? value.map(write) : value));
  }
  const written = members.flatMap((member) => {
    const write = writerOf(member, guard);
    return write ? [[member.name, write] as const] : [];
  });
  if (written.length === 0) return undefined;
  return (value) => {
    if (!isJsonObject(value)) return value;
    const own: Record<string, Json> = {};
    for (const [name, write] of written) {
      if (Object.hasOwn(value, name)) own[name] = write(value[name] ?? null);
    }
    return { ...value, ...own } satisfies JsonObject;
  };
}

function ofText(write: (text: string) => string): ValueWriter {
  return (value) => (typeof value === 'string' ? write(value) : value);
}
