import { isJsonObject, type Json, type JsonObject } from '../../../model/json-source.ts';
import type { Proposal } from '../atom.ts';
import { withoutOthers } from '../same/without-others.ts';

/**
 * Joins the fields of a row that hold the same in every row: a number in a text and in an
 * attribute, a name and what a screen reader says, an id and the link to it.
 */
export function joinSame(fields: readonly Proposal[]): Proposal[] {
  const joined: Proposal[] = [];
  for (const field of withNumbers(fields)) {
    const index = joined.findIndex((one) => isSame(one, field));
    const other = joined[index];
    if (!other) joined.push(field);
    else joined[index] = join(other, field);
  }
  return joined;
}

/**
 * The fields, where a text is a number of the row and the same around it in each: `14°` beside
 * `--high: 14`. The number is the field, and the text is written with it.
 */
function withNumbers(fields: readonly Proposal[]): readonly Proposal[] {
  return fields.map((field) => {
    const found = fields.flatMap((other) => {
      const around = other.kind === 'number' ? aroundNumber(field, other) : undefined;
      return around ? [{ other, around }] : [];
    });
    const [only, ...more] = found;
    if (!only || more.length > 0) return field;
    const { before, after } = only.around;
    const drafts = field.drafts.map((draft) => ({
      ...draft,
      text: (...spoken: Parameters<typeof draft.text>) =>
        `${before}${String(draft.text(...spoken))}${after}`,
    }));
    return { ...field, kind: 'number' as const, values: only.other.values, drafts };
  });
}

/** What stands before and after a number in a text of each row. */
function aroundNumber(
  { kind, values, drafts, found }: Proposal,
  number: Proposal,
): { readonly before: string; readonly after: string } | undefined {
  if (kind !== 'text' || (drafts.length !== 1 && drafts.length !== values.length)) return undefined;
  if (found.some((one) => one.as !== 'text') || new Set(values).size < 2) return undefined;
  const frames = values.map((value, row) => {
    const [text, own] = [String(value ?? ''), String(number.values[row] ?? '')];
    const at = text.indexOf(own);
    if (own === '' || at < 0) return undefined;
    return [text.slice(0, at), text.slice(at + own.length)] as const;
  });
  const [frame] = frames;
  if (!frame || !frames.every((one) => one?.[0] === frame[0] && one[1] === frame[1]))
    return undefined;
  const [before, after] = frame;
  const isPlain = /^[^\d&<>{}]*$/.test(before + after) && before + after !== '';
  return isPlain ? { before, after } : undefined;
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
