import type { Json } from '../../../model/json-source.ts';
import type { Proposal } from '../atom.ts';

/**
 * Makes one field of what is the same thing in several places: the same colour in style and in
 * script, a text and what a screen reader says, a picture shown twice.
 */
export function mergeSame(proposals: readonly Proposal[]): Proposal[] {
  const byKey = new Map<string, number>();
  const merged: Proposal[] = [];
  for (const proposal of proposals) {
    const keys = keysOf(proposal);
    const index = keys.map((key) => byKey.get(key)).find((one) => one !== undefined);
    const other = index === undefined ? undefined : merged[index];
    if (index === undefined || !other) {
      for (const key of keys) if (!byKey.has(key)) byKey.set(key, merged.length);
      merged.push(proposal);
    } else merged[index] = join(other, proposal);
  }
  return merged;
}

/** What a proposal is the same by; short words may well stand twice without being the same. */
function keysOf({ same, kind, values, rows }: Proposal): string[] {
  if (same === undefined || rows) return [];
  const [value] = values;
  if (kind === 'text' && String(value).length < 4) return [];
  return [same];
}

function join(a: Proposal, b: Proposal): Proposal {
  const isMore = members(b.values[0]) > members(a.values[0]);
  const isTwice = a.kind === 'color' && a.weight < 0.6 && b.weight < 0.6;
  return {
    ...a,
    // What limits it in one place limits it in all.
    ...(b.declares ? { declares: { ...b.declares, ...a.declares } } : {}),
    values: isMore ? b.values : a.values,
    names: [...a.names, ...b.names],
    // What is used in several places is a choice somebody made.
    weight: Math.min(0.95, Math.max(a.weight, b.weight) + (isTwice ? 0.05 : 0)),
    found: [...a.found, ...b.found],
    drafts: [...a.drafts, ...b.drafts],
    joined: [...(a.joined ?? []), ...(b.joined ?? []), b.slot],
  };
}

function members(value: Json | undefined): number {
  return typeof value === 'object' && value !== null ? Object.keys(value).length : 0;
}
