import { requireMould } from '../../model/given.ts';
import type { Mould } from '../../model/mould.ts';
import { fileOf } from '../../model/source-parts.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { unbindField } from '../bind/unbind-field.ts';
import { renderSources } from '../ties/bound-mould.ts';
import type { Change } from '../ties/render.ts';
import type { Tie } from '../ties/tie.ts';
import { type Bound, readTies, withTies } from '../ties/ties.ts';
import { readForHand } from './mark-place.ts';
import { type Place, readPlace } from './place.ts';

/** A mould with one place of a field as it was. */
export interface ClearedPlace {
  readonly mould: Mould;
  /** The field that filled it. */
  readonly field: string;
  /** True where that was the last place, so that the field is gone. */
  readonly isGone: boolean;
  readonly findings: readonly Finding[];
}

/**
 * Takes a field back in one of its places, and puts there what stood in the snippet; where it was
 * the only one, the field goes with it.
 *
 * @throws Refusal where no field fills the place, or its code was written by hand
 *
 * @example
 * const { isGone } = clearPlace(mould, 'style.css:2:16');
 */
export function clearPlace(mould: Mould, place: string): ClearedPlace {
  requireMould(mould);
  const at = readPlace(mould, readForHand(mould), place);
  const bound = readTies(mould);
  const { tie, change } = tieAt(mould, bound, at, place);
  const rest = tie.changes.filter((one) => one !== change && !isCutWith(one, change));
  if (!rest.some(({ parts }) => parts.length > 0)) {
    const { mould: free, findings } = withoutTie(mould, tie);
    return { mould: free, field: tie.field, isGone: true, findings };
  }
  const places = tie.places.filter(
    ({ file, start, end }) =>
      file !== fileOf[change.in] || end <= change.start || start >= change.end,
  );
  const next: Tie = { ...tie, places, changes: rest };
  const ties = bound.ties.map((one) => (one === tie ? next : one));
  const made = withTies(mould, bound.before, ties);
  return { mould: made, field: tie.field, isGone: false, findings: bound.findings };
}

function withoutTie(mould: Mould, { field }: Tie) {
  return unbindField(mould, field);
}

/** The tie and the change that wrote what stands at a place. */
export function tieAt(mould: Mould, { before, ties }: Bound, at: Place, place: string) {
  const made = renderSources(
    before,
    ties.flatMap(({ changes }) => changes),
  )[at.in];
  const tagEnd = mould[at.in].indexOf('>', at.start);
  const isElement = at.in === 'template' && mould.template.charAt(at.start) === '<';
  const end = isElement ? tagEnd : at.end;
  const found = made.written.filter(({ change, part, at: start }) => {
    const text = String(change.parts[part]);
    const isBinding = /\{~|km-|var\(|mould\.values/.test(text);
    return isBinding && start < Math.max(end, at.start + 1) && start + text.length > at.start;
  });
  const [first] = found;
  const tie = first && ties.find(({ changes }) => changes.includes(first.change));
  if (first && tie) return { tie, change: first.change };
  throw new Refusal(finding('hand/nothing-to-clear', { place }));
}

/** A class that was taken out beside the condition that puts it back. */
function isCutWith(one: Change, change: Change): boolean {
  const isCondition = change.parts.some((part) => String(part).includes('km-class='));
  return isCondition && one.in === change.in && one.parts.length === 0 && one.start >= change.start;
}
