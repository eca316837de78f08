import type { Range } from '../../text/edits.ts';
import type { Change } from './render.ts';

/** The record of one binding. */
export interface Tie {
  readonly field: string;
  readonly kind: string;
  /** What stood in its places, by row for the fields of a list. */
  readonly places: readonly TiePlace[];
  /** What was done to the sources as they were before anything was bound. */
  readonly changes: readonly Change[];
}

/** What a field, or a field of a row, replaced in one place of the sources before. */
export interface TiePlace extends Range {
  readonly field: string;
  readonly file: string;
  readonly line: number;
  readonly column: number;
  /** From 1, where it stood in a row. */
  readonly row?: number;
  readonly replaced: string;
}
