/** A stretch of a text by offsets in UTF-16 code units; `end` is the first one after it. */
export interface Range {
  readonly start: number;
  readonly end: number;
}

/** A stretch of text and what is to stand in its place. */
export interface Edit extends Range {
  readonly text: string;
}

/**
 * The stretch to cut so that no empty line is left: where only blanks stand beside it on its
 * lines, those and one line end go as well.
 */
export function extentOnLines(source: string, { start, end }: Range): Range {
  const before = /(?:^|[\n\r])([\t ]*)$/.exec(source.slice(Math.max(0, start - 400), start));
  const after = /^[\t ]*(\r\n|\n|\r|$)/.exec(source.slice(end, end + 400));
  if (!before || !after) return { start, end };
  return { start: start - (before[1]?.length ?? 0), end: end + after[0].length };
}

/** The source without some stretches; where they overlap, they count once. */
export function withoutRanges(source: string, within: Range, cuts: readonly Range[]): string {
  return withEdits(
    source,
    within,
    cuts.map((cut) => ({ ...cut, text: '' })),
  );
}

/** A stretch of the source with some of it replaced; of edits that overlap the first counts. */
export function withEdits(source: string, within: Range, edits: readonly Edit[]): string {
  let out = '';
  let from = within.start;
  for (const edit of [...edits].sort((a, b) => a.start - b.start || b.end - a.end)) {
    const isInsertion = edit.start === edit.end && edit.start === from;
    if ((edit.end <= from && !isInsertion) || edit.start >= within.end) continue;
    if (edit.start >= from) out += source.slice(from, edit.start) + edit.text;
    from = edit.end;
  }
  return out + source.slice(from, Math.max(from, within.end));
}
