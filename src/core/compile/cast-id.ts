import type { Json } from '../model/json-source.ts';
import { hashOf } from '../text/utf8.ts';

/**
 * The id of a cast that was given none: the mould's name and a short hash of the rest, so that
 * the same cast has the same id everywhere.
 */
export function idFor(mouldName: string, rest: Json): string {
  return `${mouldName}-${hashOf(JSON.stringify(rest))}`;
}
