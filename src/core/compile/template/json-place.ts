import type { Kind } from '../../model/kind.ts';
import { kinds } from '../../model/kinds.ts';
import type { Reference } from '../../model/path.ts';
import { kindNameRead } from './binder.ts';

/** Where in JSON a value stands: within a string, or as a value of its own. */
export type JsonPlace = 'string' | 'value';

/**
 * Says where each binding stands in some text that is JSON, so that it stays JSON whatever is
 * filled in; undefined for text that is none.
 *
 * @param texts what stands around the bindings; one more than there are of these
 */
export function jsonPlaces(texts: readonly string[]): JsonPlace[] | undefined {
  if (!/^\s*[[{]/.test(texts[0] ?? '')) return undefined;
  const places: JsonPlace[] = [];
  let isOpen = false;
  for (const text of texts.slice(0, -1)) {
    for (const [found] of text.matchAll(/\\.|"/gs)) if (found === '"') isOpen = !isOpen;
    places.push(isOpen ? 'string' : 'value');
  }
  // A digit can stand in both places.
  return isJson(texts.join('0')) ? places : undefined;
}

function isJson(text: string): boolean {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}

/** True for a kind that a string of JSON can hold; as a value of its own it may be any. */
export function fitsJson(reference: Reference, place: JsonPlace): boolean {
  const kind: Kind = kinds[kindNameRead(reference)];
  return place === 'value' || kind.text !== undefined || kind.address !== undefined;
}
