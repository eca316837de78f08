import type { Level } from '../finding.ts';

/** One row of a wording table: how much it matters, what it says, how to fix it. */
interface Wording<D> {
  readonly level: Level;
  readonly message: (data: D) => string;
  readonly hint?: (data: D) => string;
}

/** A stage's table: code to wording, each with the data its texts need. */
export type WordingTable = Record<`${string}/${string}`, Wording<never>>;

/** ` Did you mean NAME?`, or nothing when no near name is known. */
export function didYouMean(near: string | undefined): string {
  return near === undefined ? '' : ` Did you mean ${near}?`;
}
