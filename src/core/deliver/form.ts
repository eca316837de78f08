import type { Cast } from '../compile/cast.ts';
import type { CodePieces } from './code-pieces.ts';
import type { Parts } from './delivery.ts';

/** What a form is written from. */
interface FormSource {
  readonly cast: Cast;
  readonly pieces: CodePieces;
}

/** A way of handing a cast to a host. */
export interface Form {
  /** What to paste where, in two lines. */
  readonly notes: readonly [string, string];
  readonly write: (source: FormSource) => Parts;
}
