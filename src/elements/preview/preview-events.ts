import type { CastFile } from '../../core/model/cast-file.ts';
import type { JsonObject } from '../../core/model/json-source.ts';
import type { Finding } from '../../core/problem/finding.ts';

/** What `km-findings` says. */
export interface PreviewFindings {
  readonly isSound: boolean;
  readonly findings: readonly Finding[];
  /** True where they are of the values, not of the mould. */
  readonly isCast?: boolean;
}

/** What `km-sample` says: the sample that was chosen, and what it holds. */
export interface SampleChosen {
  readonly name: string;
  readonly values: JsonObject;
  readonly below: JsonObject;
  /** Undefined where it has nothing in its slots. */
  readonly slots: CastFile['slots'];
}

/** What `km-point` says. */
export interface PreviewPointed {
  /** The path of the field that fills or styles the element; '' for none. */
  readonly path: string;
  /** A selector of the element in the template. */
  readonly element: string;
  /** True where it was clicked. */
  readonly isPicked: boolean;
}

/** What `km-painted` says, in ms: until it was drawn, and until it was made. */
export interface PreviewPainted {
  readonly ms: number;
  readonly madeMs: number;
}
