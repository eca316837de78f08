import type { Mould } from '../../model/mould.ts';
import type { SourcePart } from '../../model/source-parts.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import type { Range } from '../../text/edits.ts';
import { renderSources } from '../ties/bound-mould.ts';
import { placerIn } from '../ties/places.ts';
import type { Change, Rendered } from '../ties/render.ts';
import type { Tie } from '../ties/tie.ts';
import { readTies, withTies } from '../ties/ties.ts';
import { positionOf } from './place.ts';

/** A change of a source as it is, to bind a field there. */
export interface HandChange extends Range {
  readonly in: SourcePart;
  /** New text, and stretches of the source that stay. */
  readonly parts: readonly (string | Range)[];
}

/** What the changes are for. */
export interface HandTie {
  /** The field at the top that they go with: they are taken back when it is. */
  readonly field: string;
  readonly kind: string;
  /** What fills the place: the field, or a member of its rows. */
  readonly path: string;
  /** What is filled, for the record. */
  readonly filled: readonly (Range & { readonly in: SourcePart })[];
}

/**
 * Makes changes of a mould's sources by hand and notes them in ties.json like all others, so that
 * they can be taken back to the byte.
 *
 * @throws Refusal where a binding stands in the way
 */
export function withHandChanges(mould: Mould, tie: HandTie, changes: readonly HandChange[]): Mould {
  const { before, ties } = readTies(mould);
  const made = renderSources(
    before,
    ties.flatMap((one) => one.changes),
  );
  const back = changes.map((change) => {
    const found = changeBack(made[change.in], change);
    if (found) return found;
    throw new Refusal(finding('hand/bound-already', { place: positionOf(mould, change) }));
  });
  const placed = placerIn(before);
  const isInRow = tie.path !== tie.field;
  const places = tie.filled.flatMap((one) => {
    const range = rangeBack(made[one.in], one);
    return range ? [placed(tie.path, one.in, range, isInRow ? 1 : undefined)] : [];
  });
  const known = ties.find(({ field }) => field === tie.field);
  const next: Tie = {
    field: tie.field,
    kind: known?.kind ?? tie.kind,
    places: [...(known?.places ?? []), ...places],
    changes: [...(known?.changes ?? []), ...back],
  };
  const all = known ? ties.map((one) => (one === known ? next : one)) : [...ties, next];
  return withTies(mould, before, all);
}

/** A change of what was rendered as a change of what it was rendered from. */
function changeBack(made: Rendered, change: HandChange): Change | undefined {
  const range = rangeBack(made, change);
  if (!range) return undefined;
  const parts = change.parts.map((part) =>
    typeof part === 'string' ? part : rangeBack(made, part),
  );
  if (parts.some((part) => part === undefined)) return undefined;
  return { in: change.in, ...range, parts: parts.flatMap((part) => part ?? []) };
}

/** Where a stretch came from; undefined where a binding wrote some of it. */
export function rangeBack({ kept, text }: Rendered, { start, end }: Range): Range | undefined {
  if (text === '' && start === 0 && end === 0) return { start: 0, end: 0 };
  const lengthOf = ({ from }: Rendered['kept'][number]) => from.end - from.start;
  const holds = (one: Rendered['kept'][number]) => one.at <= start && end <= one.at + lengthOf(one);
  // What is put in between two stretches goes to the second.
  const found =
    kept.find((one) => holds(one) && start < one.at + lengthOf(one)) ?? kept.find(holds);
  if (!found) return undefined;
  const by = found.from.start - found.at;
  return { start: start + by, end: end + by };
}
