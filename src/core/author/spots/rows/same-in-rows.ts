import { isJsonObject, type Json, type JsonObject } from '../../../model/json-source.ts';
import type { Proposal } from '../atom.ts';
import { withoutOthers } from '../same/without-others.ts';

/**
 * Joins the fields of a row that hold the same in every row: a number in a text and in an
 * attribute, a name and what a screen reader says, an id and the link to it.
 */
export function joinSame(fields: readonly Proposal[]): Proposal[] {
  const joined: Proposal[] = [];
  for (const field of fields) {
    const index = joined.findIndex((one) => isSame(one, field));
    const other = joined[index];
    if (!other) joined.push(field);
    else joined[index] = join(other, field);
  }
  return joined;
}

const plain = new Set(['text', 'number']);

function isSame(a: Proposal, b: Proposal): boolean {
  const areTexts = plain.has(a.kind) && plain.has(b.kind);
  const areOf = (...kinds: readonly string[]) => a.kind === b.kind && kinds.includes(a.kind);
  if (!areTexts && !areOf('image', 'icon', 'link', 'switch')) return false;
  if (a.fixedName !== undefined || b.fixedName !== undefined) return false;
  // A picture and a title that lead to the same place are one link.
  const isWordless = a.kind === 'link' && !(hasText(a) && hasText(b));
  const keyIn = isWordless ? addressOf : keyOf;
  const [one, other] = [a.values.map(keyIn), b.values.map(keyIn)];
  return new Set(one).size > 1 && one.every((key, row) => key === other[row]);
}

function isAttribute({ slot }: Proposal): boolean {
  return slot.includes('/attr:aria-') || slot.endsWith('/attr:title');
}

function hasText({ values }: Proposal): boolean {
  return values.some((one) => isJsonObject(one ?? null) && (one as JsonObject).text !== undefined);
}

function addressOf(value: Json | undefined): string {
  return isJsonObject(value ?? null) ? String((value as JsonObject).href ?? '') : '';
}

function keyOf(value: Json | undefined): string {
  if (typeof value === 'object' && value !== null && 'src' in value) return String(value.src);
  return typeof value === 'object' ? JSON.stringify(value) : String(value ?? '');
}

/** One field for both; a number where one of them is a number, since the code counts on it. */
function join(a: Proposal, b: Proposal): Proposal {
  // What is read names it better than what is only said.
  const isSaid = isAttribute(a) && !isAttribute(b) && a.kind === b.kind;
  const main = b.kind === 'number' || isSaid || (a.kind === 'link' && hasText(b)) ? b : a;
  const rest = withoutOthers(main, main === a ? b : a);
  return {
    ...main,
    names: [
      ...new Set([
        ...(main.kind === 'number' ? ['number'] : []),
        ...main.names,
        ...(main === a ? b : a).names,
      ]),
    ],
    weight: Math.max(a.weight, b.weight),
    found: [...main.found, ...rest.found],
    drafts: [...main.drafts, ...rest.drafts],
    joined: [...(a.joined ?? []), ...(b.joined ?? []), main === a ? b.slot : a.slot],
  };
}
