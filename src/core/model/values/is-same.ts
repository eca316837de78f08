import { isJsonObject, type Json } from '../json-source.ts';

/** True for equal JSON; the order of the members of an object means nothing (RFC 8259, 4). */
export function isSame(one: Json, other: Json): boolean {
  if (Array.isArray(one) && Array.isArray(other)) {
    return one.length === other.length && one.every((each, at) => isSame(each, other[at] ?? null));
  }
  if (!isJsonObject(one) || !isJsonObject(other)) return one === other;
  const names = Object.keys(one);
  return (
    names.length === Object.keys(other).length &&
    names.every((name) => name in other && isSame(one[name] as Json, other[name] as Json))
  );
}
