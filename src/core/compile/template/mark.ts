import type { Range } from '../../text/edits.ts';
import { joinPlans, type Plan } from '../write/plan.ts';

/** A stretch of the source in whose place something else is written. */
export interface Mark extends Range {
  readonly write: Plan;
}

/** The same stretch with the white space before it, which goes when an attribute or a row goes. */
export function withBlankBefore(source: string, { start, end }: Range): Range {
  let from = start;
  while (from > 0 && '\t\n\f\r '.includes(source[from - 1] as string)) from -= 1;
  return { start: from, end };
}

/** Writes a stretch of the source: the author's text slice by slice, and what the marks write. */
export function writeMarked(source: string, range: Range, marks: readonly Mark[]): Plan {
  const sorted = [...marks].sort((a, b) => a.start - b.start || a.end - b.end);
  const texts = sorted.map((mark, at) =>
    source.slice(sorted[at - 1]?.end ?? range.start, mark.start),
  );
  return joinPlans(
    [...texts, source.slice(sorted.at(-1)?.end ?? range.start, range.end)],
    sorted.map(({ write }) => write),
  );
}
