import type { Range } from '../../text/edits.ts';
import { joined, type Write } from './scope.ts';

/** A stretch of the source in whose place something else is written. */
export interface Mark extends Range {
  readonly write: string | Write;
}

/** The same stretch with the white space before it, which goes when an attribute goes. */
export function withBlankBefore(source: string, { start, end }: Range): Range {
  const blank = /[\t\n\f\r ]*$/.exec(source.slice(Math.max(0, start - 200), start));
  return { start: start - (blank?.[0].length ?? 0), end };
}

/** Writes a stretch of the source: the author's text slice by slice, and what the marks write. */
export function writeMarked(source: string, range: Range, marks: readonly Mark[]): Write {
  const texts: string[] = [];
  const writers: Write[] = [];
  let text = '';
  let from = range.start;
  for (const mark of [...marks].sort((a, b) => a.start - b.start || a.end - b.end)) {
    text += source.slice(from, mark.start);
    from = mark.end;
    if (typeof mark.write === 'string') text += mark.write;
    else {
      texts.push(text);
      writers.push(mark.write);
      text = '';
    }
  }
  texts.push(text + source.slice(from, range.end));
  return joined(texts, writers);
}
