import type { JsonObject } from '../../model/json-source.ts';
import type { HandChange } from './hand-change.ts';

/** How a field is spoken of where it is bound by hand. */
export interface HandPath {
  /** In template and script: `rows.time`. */
  readonly path: string;
  /** In style: `--gap`. */
  readonly property: string;
}

/** One thing that could be made of a place. */
export interface HandOffer {
  /** What it is asked for by: a kind of field, or what an element becomes. */
  readonly form: string;
  /** What that does, in a few words. */
  readonly does: string;
  /** The declaration, without a title. */
  readonly declared: JsonObject;
  /** True for what is made of the content of an element, in each row where that is one. */
  readonly isInside?: true;
  /** What the change fills. */
  readonly changes: (to: HandPath) => readonly HandChange[];
}
