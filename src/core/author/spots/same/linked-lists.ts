import type { Json } from '../../../model/json-source.ts';
import { memoizeByObject } from '../../../text/memoize.ts';
import type { Proposal, Rows } from '../atom.ts';
import { isPlainRow } from '../rows/list-of.ts';
import { joinSame } from '../rows/same-in-rows.ts';

/**
 * Makes one list of lists that belong together, such as tabs and their panels, dots and slides, or
 * thumbnails and pictures: as many rows, and either ids and links between them, or the same values,
 * or nothing in the one that could be filled.
 *
 * @param isTied true for two lists between whose rows ids and links run
 */
export function joinLists(
  proposals: readonly Proposal[],
  isTied: (a: Proposal, b: Proposal) => boolean,
): Proposal[] {
  const joined: Proposal[] = [];
  for (const proposal of proposals) {
    const index = joined.findIndex((one) => belong(one, proposal, isTied));
    const other = joined[index];
    if (other) joined[index] = join(other, proposal);
    else joined.push(proposal);
  }
  return joined;
}

function belong(a: Proposal, b: Proposal, isTied: (a: Proposal, b: Proposal) => boolean): boolean {
  if (!a.rows || !b.rows || isInScript(a) !== isInScript(b) || isInScript(a)) return false;
  const [one, other] = [countOf(a.rows), countOf(b.rows)];
  if (one !== other || one < 2) return false;
  const isBeside = isBare(a.rows) || isBare(b.rows) || isChoosing(a) || isChoosing(b);
  return isTied(a, b) || haveSame(a.rows, b.rows) || isBeside;
}

function isInScript({ drafts }: Proposal): boolean {
  return drafts.some((draft) => draft.in === 'script');
}

function countOf({ spans }: Rows): number {
  return spans.length === 1 ? (spans[0]?.length ?? 0) : -1;
}

/** True where nothing in the rows is content. */
function isBare({ fields }: Rows): boolean {
  return fields.every(({ weight, kind }) => weight < 0.5 || kind === 'note');
}

/** True for what visitors choose rows of another list by. */
function isChoosing({ names }: Proposal): boolean {
  return names.some((name) => /^(?:dots|bullets|indicators|thumbnails|tabs)$/.test(name));
}

function haveSame(a: Rows, b: Rows): boolean {
  const others = textsOf(b);
  return textsOf(a).some((one) => others.includes(one));
}

/** What stands in each column of some rows; each list is compared with all others. */
const textsOf = memoizeByObject(({ fields }: Rows) =>
  fields
    .filter(({ values }) => new Set(values.map((one) => JSON.stringify(one))).size > 1)
    .map(({ values }) => values.map(keyOf).join('\n')),
);

function keyOf(value: Json | undefined): string {
  if (typeof value !== 'object' || value === null) return String(value ?? '');
  return 'src' in value ? String(value.src) : JSON.stringify(value);
}

function join(a: Proposal, b: Proposal): Proposal {
  const [one, other] = [a.rows as Rows, b.rows as Rows];
  const main = (isBare(one) || isChoosing(a)) && !isBare(other) ? b : a;
  const fields = joinSame([...one.fields, ...other.fields]);
  return {
    ...main,
    rows: { ...(main.rows as Rows), fields, isPlain: isPlainRow(fields) },
    weight: Math.max(a.weight, b.weight),
    found: [...a.found, ...b.found],
    drafts: [...a.drafts, ...b.drafts],
    joined: [...(a.joined ?? []), ...(b.joined ?? []), main === a ? b.slot : a.slot],
    why: `${a.why}, twice`,
  };
}
