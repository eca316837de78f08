import type { StyleSource } from '../../sources/style-source.ts';
import type { Atom, Mark, PlacedDraft, Proposal } from '../atom.ts';
import type { TreeElement } from '../tree.ts';
import type { Column, ElementColumn } from './columns.ts';
import type { SplitBy } from './row-attributes.ts';
import type { RowFacts } from './row-facts.ts';
import type { RowLook } from './runs.ts';

/** What making fields of rows takes. */
export interface FieldsLook extends RowLook {
  readonly atomsOf: (element: TreeElement) => readonly Atom[];
  /** The places in an element's own tags that atoms of any element take. */
  readonly marksIn: (element: TreeElement) => readonly Mark[];
  readonly style: StyleSource;
  /** True for a class that script speaks of. */
  readonly isInScript: (name: string) => boolean;
  /** True for a list which, bound, casts what was there before. */
  readonly isFaithful: (list: Proposal, around: readonly string[]) => boolean;
}

/** The fields that columns make, and what is the same in all their rows. */
export interface Fields {
  readonly own: readonly Proposal[];
  /** Fields that stand outside the list, though they are bound in its rows. */
  readonly shared: readonly Proposal[];
  /** Elements that are written twice, for some rows one way and for the others another. */
  readonly split: readonly (readonly [ElementColumn, SplitBy])[];
}

/** Where rows cannot be made into a list; the message says what stood in the way. */
export class NoList extends Error {}

/** Makes the fields of one place in several rows. */
export type FieldsIn = (
  column: Column,
  key: string,
  parent: readonly boolean[],
  facts: RowFacts | undefined,
  look: FieldsLook,
) => Fields;

/** Changes that bind no value of their own; they go with the list. */
export function structureOf(slot: string, drafts: readonly PlacedDraft[]): Proposal {
  const about = { kind: 'note', names: [], section: 'Content', weight: 0, why: '' } as const;
  return { ...about, slot, values: [], found: [], drafts };
}

/** The changes of marks, each with its file. */
export function draftsOf(marks: readonly Mark[]): PlacedDraft[] {
  return marks.flatMap((mark) => mark.drafts.map((draft) => ({ ...draft, in: mark.in })));
}
