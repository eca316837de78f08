import type { Place } from '../problem/finding.ts';

/** Turns offsets in one text into lines and columns. */
export interface LineIndex {
  /** The place of an offset in UTF-16 code units; offsets past the end mean the end. */
  placeAt(offset: number): Place;
}

/** Indexes the lines of a text once. A line ends at LF, CRLF or a lone CR, as in HTML. */
export function indexLines(file: string, text: string): LineIndex {
  const starts = [0];
  for (const end of text.matchAll(/\r\n|\n|\r/g)) starts.push(end.index + end[0].length);
  return {
    placeAt(offset) {
      const at = Math.min(Math.max(offset, 0), text.length);
      let low = 0;
      let high = starts.length - 1;
      while (low < high) {
        const middle = (low + high + 1) >> 1;
        if ((starts[middle] as number) <= at) low = middle;
        else high = middle - 1;
      }
      return { file, line: low + 1, column: at - (starts[low] as number) + 1 };
    },
  };
}
