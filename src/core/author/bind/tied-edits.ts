import {
  eachPart,
  fileOf,
  type SourcePart,
  type Sources,
  sourceParts,
} from '../../model/source-parts.ts';
import { type Edit, type Range, withEdits } from '../../text/edits.ts';
import { getOrMake } from '../../text/memoize.ts';
import { renderSources } from '../ties/bound-mould.ts';
import type { Change } from '../ties/render.ts';
import type { Tie } from '../ties/tie.ts';
import { type Renaming, renamedPath } from './names-in-json.ts';

/** An edit of a source as it is, bound. */
export interface UseEdit extends Edit {
  readonly in: SourcePart;
}

export function editsIn(part: SourcePart, edits: readonly UseEdit[]): UseEdit[] {
  return edits.filter((one) => one.in === part);
}

export function wholeOf(text: string): Range {
  return { start: 0, end: text.length };
}

/**
 * Ties of bound sources in which names were edited: an edit is made where its text came from, in
 * the sources before or in what a tie put there.
 */
export function renamedTies(
  before: Sources,
  ties: readonly Tie[],
  edits: readonly UseEdit[],
  renaming: Renaming,
): { readonly before: Sources; readonly ties: readonly Tie[] } {
  const made = renderSources(
    before,
    ties.flatMap(({ changes }) => changes),
  );
  const ofBefore: UseEdit[] = [];
  const ofParts = new Map<Change, Map<number, Edit[]>>();
  for (const edit of edits) {
    const { kept, written } = made[edit.in];
    const own = written.find(
      ({ change, part, at }) =>
        at <= edit.start && edit.end <= at + String(change.parts[part]).length,
    );
    if (own) {
      const parts = getOrMake(ofParts, own.change, () => new Map<number, Edit[]>());
      const moved = { start: edit.start - own.at, end: edit.end - own.at, text: edit.text };
      getOrMake(parts, own.part, () => []).push(moved);
      continue;
    }
    const source = kept.find(
      ({ from, at }) => at <= edit.start && edit.end <= at + from.end - from.start,
    );
    if (!source) continue;
    const by = source.from.start - source.at;
    const moved = { ...edit, start: edit.start + by, end: edit.end + by };
    // A stretch that stands twice in what is bound stands once in what was there before.
    if (!ofBefore.some((one) => one.in === moved.in && one.start === moved.start)) {
      ofBefore.push(moved);
    }
  }
  const shifted = (part: SourcePart, offset: number) =>
    editsIn(part, ofBefore).reduce(
      (at, { start, end, text }) => (end <= offset ? at + text.length - (end - start) : at),
      offset,
    );
  const renamed = (change: Change): Change => ({
    in: change.in,
    start: shifted(change.in, change.start),
    end: shifted(change.in, change.end),
    parts: change.parts.map((part, index) =>
      typeof part === 'string'
        ? withEdits(part, wholeOf(part), ofParts.get(change)?.get(index) ?? [])
        : { start: shifted(change.in, part.start), end: shifted(change.in, part.end) },
    ),
  });
  return {
    before: eachPart((part) =>
      withEdits(before[part], wholeOf(before[part]), editsIn(part, ofBefore)),
    ),
    ties: ties.map((tie) => ({
      ...tie,
      field: renamedPath(tie.field, renaming),
      places: tie.places.map((one) => {
        const part = sourceParts.find((each) => fileOf[each] === one.file);
        const [start, end] = part
          ? [shifted(part, one.start), shifted(part, one.end)]
          : [one.start, one.end];
        return { ...one, start, end, field: renamedPath(one.field, renaming) };
      }),
      changes: tie.changes.map(renamed),
    })),
  };
}
