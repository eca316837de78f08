import type { Json } from '../model/json-source.ts';

/**
 * The id of a cast that was given none: the mould's name and a short hash of the rest, so that
 * the same cast has the same id everywhere. FNV-1a, 32 bits; it tells casts apart, no more.
 */
export function idFor(mouldName: string, rest: Json): string {
  let hash = 0x811c9dc5;
  for (const char of JSON.stringify(rest)) {
    hash ^= char.codePointAt(0) as number;
    hash = Math.imul(hash, 0x01000193);
  }
  return `${mouldName}-${(hash >>> 0).toString(36).padStart(7, '0')}`;
}
