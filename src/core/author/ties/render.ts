import type { SourcePart } from '../../model/source-parts.ts';
import type { Range } from '../../text/edits.ts';

/** A change of a source: what stands in a stretch gives way to new text and other stretches. */
export interface Change extends Range {
  readonly in: SourcePart;
  /** New text, and stretches of the source that stay, with the changes inside them made. */
  readonly parts: readonly (string | Range)[];
}

/** A source with changes made, and which stretches of it came from where. */
export interface Rendered {
  readonly text: string;
  /** The changes that were made; one inside a stretch that another takes out is not. */
  readonly made: readonly Change[];
  /** In order of the text; a stretch of the source may stand in it twice, or not at all. */
  readonly kept: readonly { readonly from: Range; readonly at: number }[];
  /** Where each new text stands, by its change and its place among the parts of that. */
  readonly written: readonly {
    readonly change: Change;
    readonly part: number;
    readonly at: number;
  }[];
}

/**
 * Makes changes of a source. One that lies inside another is made where that one keeps the stretch
 * it lies in. Insertions at one place are made in the order given.
 */
export function render(source: string, changes: readonly Change[]): Rendered {
  const order = changes.map((change, index) => ({ change, index }));
  const isInsertion = ({ start, end }: Change) => Number(start === end);
  order.sort(
    ({ change: a, index }, { change: b, index: other }) =>
      a.start - b.start || isInsertion(b) - isInsertion(a) || b.end - a.end || index - other,
  );
  const sorted = order.map(({ change }) => change);
  const kept: { from: Range; at: number }[] = [];
  const written: { change: Change; part: number; at: number }[] = [];
  const made: Change[] = [];
  let text = '';
  const keep = (start: number, end: number) => {
    if (end <= start) return;
    kept.push({ from: { start, end }, at: text.length });
    text += source.slice(start, end);
  };
  const write = (range: Range, around: readonly Change[]) => {
    let from = range.start;
    for (const change of sorted) {
      if (!isWithin(change, range) || change.start < from || around.includes(change)) continue;
      keep(from, change.start);
      made.push(change);
      for (const [index, part] of change.parts.entries()) {
        if (typeof part === 'string') {
          written.push({ change, part: index, at: text.length });
          text += part;
        } else write(part, [...around, change]);
      }
      from = change.end;
    }
    keep(from, range.end);
  };
  write({ start: 0, end: source.length }, []);
  return { text, made, kept, written };
}

/** What is put in where a stretch ends is no part of it. */
function isWithin({ start, end }: Change, range: Range): boolean {
  if (start === end) return start >= range.start && start < range.end;
  return start >= range.start && end <= range.end;
}

/** Where a stretch of the source stands in what was rendered; undefined where it is gone. */
export function placeIn({ kept }: Rendered, { start, end }: Range): Range | undefined {
  const found = kept.find(
    ({ from }) => from.start <= start && start <= from.end && end <= from.end,
  );
  if (!found) return undefined;
  const at = found.at + start - found.from.start;
  return { start: at, end: at + end - start };
}
