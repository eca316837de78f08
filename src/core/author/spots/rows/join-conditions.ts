import type { Json } from '../../../model/json-source.ts';
import type { Proposal } from '../atom.ts';
import { wordsOf } from '../names/words.ts';
import { isEmpty } from './conditions.ts';

/**
 * Lets a part or a class of some rows go by a field that the same rows fill, in place of a switch of
 * its own: the class for rows with a film, the canvas that goes with a sound.
 */
export function joinConditions(fields: readonly Proposal[]): Proposal[] {
  const joined = new Map<Proposal, Proposal[]>();
  const left = fields.filter((one) => {
    const main = one.kind === 'switch' && fields.find((other) => goesBy(one, other));
    if (!main) return true;
    joined.set(main, [...(joined.get(main) ?? []), one]);
    return false;
  });
  return left.map((field) => {
    const some = joined.get(field) ?? [];
    if (some.length === 0) return field;
    return {
      ...field,
      found: [...field.found, ...some.flatMap(({ found }) => found)],
      drafts: [...field.drafts, ...some.flatMap(({ drafts }) => drafts)],
      joined: [
        ...(field.joined ?? []),
        ...some.flatMap(({ slot, joined: more = [] }) => [slot, ...more]),
      ],
    };
  });
}

const fillable = new Set(['text', 'richtext', 'link', 'image', 'media', 'icon', 'list']);

function goesBy(one: Proposal, other: Proposal): boolean {
  if (!fillable.has(other.kind)) return false;
  const filled = other.values.map((value, row) => isFilled(other, value, row));
  const isSame = one.values.every((value, row) => (value === true) === filled[row]);
  if (!isSame || filled.every((is) => is) || !filled.some((is) => is)) return false;
  // A class goes by what it is called after; an empty part can go by anything.
  const isClass = one.slot.includes(':class:');
  const own = new Set(other.names.flatMap((name) => wordsOf(name)));
  return isClass
    ? one.names.some((name) => wordsOf(name).some((word) => own.has(word)))
    : /:there$|:attr:/.test(one.slot);
}

function isFilled({ rows }: Proposal, value: Json | undefined, row: number): boolean {
  return rows ? (rows.spans[row]?.length ?? 0) > 0 : !isEmpty(value);
}
