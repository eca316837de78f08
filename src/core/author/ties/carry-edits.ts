import { diffIndices } from 'node-diff3';
import { fileOf, type Sources, sourceParts } from '../../model/source-parts.ts';
import type { Range } from '../../text/edits.ts';
import { isMade, renderSources } from './bound-mould.ts';
import { mergeTexts } from './merge-texts.ts';
import { placerIn } from './places.ts';
import type { Change } from './render.ts';
import type { Tie, TiePlace } from './tie.ts';

/**
 * Carries what somebody edited in bound sources over to the sources before they were bound. A tie
 * whose places were edited themselves is lost: its binding then is the author's own.
 *
 * @param edited the sources as they are
 */
export function carryEdits(
  before: Sources,
  ties: readonly Tie[],
  edited: Sources,
): { readonly before: Sources; readonly ties: readonly Tie[] } {
  const made = renderSources(
    before,
    ties.flatMap(({ changes }) => changes),
  );
  const carry = (part: keyof Sources) => mergeTexts(made[part].text, edited[part], before[part]);
  const next = { template: carry('template'), style: carry('style'), script: carry('script') };
  const moved = ties.flatMap((tie) => movedTie(tie, before, next) ?? []);
  if (
    isMade(
      next,
      moved.flatMap(({ changes }) => changes),
      edited,
    )
  )
    return { before: next, ties: moved };
  const { template, style, script } = edited;
  return { before: { template, style, script }, ties: [] };
}

/** A tie with its changes at their places in other sources; undefined where one is not there. */
export function movedTie(tie: Tie, from: Sources, to: Sources): Tie | undefined {
  const changes = tie.changes.map((one) => movedChange(one, from[one.in], to[one.in]));
  if (changes.some((one) => one === undefined)) return undefined;
  const placed = placerIn(to);
  const places = tie.places.flatMap(({ field, file, row, start, end }): TiePlace[] => {
    const part = sourceParts.find((one) => fileOf[one] === file);
    const range =
      part &&
      (from[part] === to[part] ? { start, end } : moverOf(from[part], to[part])({ start, end }));
    return part && range ? [placed(field, part, range, row)] : [];
  });
  return { ...tie, places, changes: changes.flatMap((one) => one ?? []) };
}

function movedChange(change: Change, from: string, to: string): Change | undefined {
  if (from === to) return change;
  const move = moverOf(from, to);
  const place = move(change);
  const parts = change.parts.map((part) => (typeof part === 'string' ? part : move(part)));
  if (!place || parts.some((part) => part === undefined)) return undefined;
  return { ...change, ...place, parts: parts.flatMap((part) => part ?? []) };
}

/** So many characters around a place tell it from others that are alike. */
const around = 24;

/** Finds where a stretch of one text stands in another: by equal lines, or by what is around it. */
function moverOf(from: string, to: string): (range: Range) => Range | undefined {
  const shifts = shiftsOf(from, to);
  return ({ start, end }) => {
    const kept = shifts.find((one) => one.start <= start && end <= one.end);
    if (kept) return { start: start + kept.by, end: end + kept.by };
    const context = from.slice(Math.max(0, start - around), Math.min(from.length, end + around));
    const at = to.indexOf(context);
    if (at < 0 || to.indexOf(context, at + 1) >= 0) return undefined;
    const first = at + start - Math.max(0, start - around);
    return { start: first, end: first + end - start };
  };
}

/** Stretches of whole lines that both texts have, with how far they moved. */
function shiftsOf(from: string, to: string) {
  const [old, next] = [linesOf(from), linesOf(to)];
  const changed = diffIndices(old, next);
  const starts = (lines: readonly string[]) => {
    let at = 0;
    return [0, ...lines.map((line) => (at += line.length))];
  };
  const [a, b] = [starts(old), starts(next)];
  const shifts: (Range & { readonly by: number })[] = [];
  let [line, other] = [0, 0];
  for (const { buffer1, buffer2 } of [
    ...changed,
    { buffer1: [old.length, 0] as const, buffer2: [next.length, 0] as const },
  ]) {
    const start = a[line] ?? 0;
    shifts.push({ start, end: a[buffer1[0]] ?? from.length, by: (b[other] ?? 0) - start });
    line = buffer1[0] + buffer1[1];
    other = buffer2[0] + buffer2[1];
  }
  return shifts;
}

function linesOf(text: string): string[] {
  return text.match(/[^\n]*\n|[^\n]+$/g) ?? [];
}
