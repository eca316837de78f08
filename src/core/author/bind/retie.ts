import type { Mould } from '../../model/mould.ts';
import type { Sources } from '../../model/source-parts.ts';
import type { Proposal } from '../spots/atom.ts';
import { type NamedField, nameFields } from '../spots/names/named.ts';
import { madeOf } from '../ties/bound-mould.ts';
import { movedTie } from '../ties/carry-edits.ts';
import { changesOf, withItems } from '../ties/changes.ts';
import { holdsValue } from '../ties/declare.ts';
import type { Change } from '../ties/render.ts';
import type { Tie } from '../ties/tie.ts';
import { tiesIn } from '../ties/tie-of.ts';
import { ownProperties, proposalsOf } from './proposals-of.ts';

/**
 * Finds the places of ties in other sources, such as those of a newer paste: where the same still
 * stands, and else by the spot that stands in the same place of the piece and is of the same kind.
 * A tie whose place is not found is left out.
 *
 * @param declared paths of all fields of the mould; a tie cannot bring new ones
 */
export function retie(
  mould: Mould,
  from: Sources,
  ties: readonly Tie[],
  to: Sources,
  declared: ReadonlySet<string>,
): Tie[] {
  const moved = new Map(ties.map((tie) => [tie, movedTie(tie, from, to)]));
  // A list may have got rows, so that it is looked for by what it is even where all of it stands.
  const sought = ties.filter((tie) => tie.kind === 'list' || !moved.get(tie));
  const spots = sought.length > 0 ? [spotsIn(mould, from), spotsIn(mould, to)] : [];
  const [before = [], after = []] = spots;
  const own = ownProperties({ ...mould, ...from });
  const tieOf = tiesIn(to);
  return ties.flatMap((tie) => {
    const found = sought.includes(tie) ? foundAgain(tie, before, after, { own, from }) : undefined;
    const isKnown = found && withItems(found).every((one) => isDeclared(one, declared));
    const again = isKnown ? tieOf(found) : moved.get(tie);
    return again ?? [];
  });
}

function spotsIn(mould: Mould, sources: Sources): readonly Proposal[] {
  const bare = { ...mould, ...sources };
  const named = proposalsOf(bare, { before: sources, ties: [], findings: [] }).fields;
  return named.map(({ proposal }) => proposal);
}

/** The field of a tie as it would be bound now, under the names it has. */
function foundAgain(
  tie: Tie,
  before: readonly Proposal[],
  after: readonly Proposal[],
  { own, from }: { readonly own: ReadonlySet<string>; readonly from: Sources },
): NamedField | undefined {
  const underItsName = (one: Proposal) =>
    nameFields([one], [], new Map([[one.slot, tie.field]]), own);
  const old = before.find((one) => {
    const [named] = underItsName(one);
    return named !== undefined && isOf(named, tie, from);
  });
  if (!old) return undefined;
  const names = new Map<string, string>();
  for (const one of underItsName(old).flatMap(withItems)) {
    if (one.name !== '') names.set(one.proposal.slot, one.name);
  }
  const next = after.find((one) => one.slot === old.slot && one.kind === old.kind);
  return next && nameFields([next], [], names)[0];
}

/** True for a field that is bound by a tie's very changes. */
function isOf(field: NamedField, tie: Tie, from: Sources): boolean {
  const said = (changes: readonly Change[]) =>
    madeOf(from, changes)
      .map((one) => JSON.stringify(one))
      .sort()
      .join();
  return said(changesOf(field)) === said(tie.changes);
}

function isDeclared({ path, proposal }: NamedField, declared: ReadonlySet<string>): boolean {
  return !holdsValue({ proposal }) || declared.has(path);
}
