import { isJsonObject, type Json, type JsonObject } from '../../../model/json-source.ts';
import type { Found, PlacedDraft, Proposal } from '../atom.ts';
import { withoutOthers } from './without-others.ts';

/**
 * Makes one field of what is the same thing in several places: the same colour in style and in
 * script, a text and what a screen reader says, a picture shown twice.
 */
export function mergeSame(proposals: readonly Proposal[]): Proposal[] {
  const byKey = new Map<string, number>();
  const merged: Growing[] = [];
  for (const proposal of proposals) {
    const { sought, kept, waiting, ends } = keysOf(proposal);
    const index = sought.map((key) => byKey.get(key)).find((one) => one !== undefined);
    const other = index === undefined ? undefined : merged[index];
    const at = index ?? merged.length;
    if (ends !== undefined) byKey.delete(ends);
    if (waiting !== undefined && !other) byKey.set(waiting, at);
    for (const one of kept) if (!byKey.has(one)) byKey.set(one, at);
    if (other) join(other, proposal);
    else merged.push(growing(proposal));
  }
  return merged;
}

/** What a proposal is looked for by, and what others find it by. */
interface Keys {
  readonly sought: readonly string[];
  readonly kept: readonly string[];
  /** By what a link without words is found by the first that has some, and by no other. */
  readonly waiting?: string;
  readonly ends?: string;
}

/** What a proposal is the same by; short words may well stand twice without being the same. */
function keysOf({ same, kind, values, rows }: Proposal): Keys {
  const [value] = values;
  const isShort = kind === 'text' && String(value).length < 4;
  if (same === undefined || rows || isShort) return { sought: [], kept: [] };
  if (kind !== 'link' || !isJsonObject(value ?? null)) return { sought: [same], kept: [same] };
  // A link around a picture is the same as one in words that leads to the same place.
  const { href, text } = value as JsonObject;
  const [any, wordless] = [`to ${href}`, `to ${href}, without words`];
  return text === undefined
    ? { sought: [same, wordless], kept: [same], waiting: any }
    : { sought: [same, any], kept: [same, wordless], ends: any };
}

/** A proposal with lists of its own, to which the same in other places is added. */
type Growing = { -readonly [Key in keyof Omit<Proposal, Listed>]: Proposal[Key] } & {
  readonly names: string[];
  readonly found: Found[];
  readonly drafts: PlacedDraft[];
  readonly joined: string[];
};
type Listed = 'names' | 'found' | 'drafts' | 'joined';

function growing(one: Proposal): Growing {
  const { names, found, drafts, joined = [] } = one;
  return {
    ...one,
    names: [...names],
    found: [...found],
    drafts: [...drafts],
    joined: [...joined],
  };
}

/** Where the same thing stands a thousand times, each adds to the lists that are there. */
function join(a: Growing, b: Proposal): void {
  const rest = withoutOthers(a, b);
  const isTwice = a.kind === 'color' && a.weight < 0.6 && b.weight < 0.6;
  // What limits it in one place limits it in all.
  if (b.declares) a.declares = { ...b.declares, ...a.declares };
  if (members(b.values[0]) > members(a.values[0])) a.values = b.values;
  // What is used in several places is a choice somebody made.
  a.weight = Math.min(0.95, Math.max(a.weight, b.weight) + (isTwice ? 0.05 : 0));
  for (const name of b.names) a.names.push(name);
  for (const one of rest.found) a.found.push(one);
  for (const one of rest.drafts) a.drafts.push(one);
  a.joined.push(...(b.joined ?? []), b.slot);
}

function members(value: Json | undefined): number {
  return typeof value === 'object' && value !== null ? Object.keys(value).length : 0;
}
