import type { Steps } from '../../core/form/place.ts';

/** What can be done with the rows of a list. */
export interface RowParts {
  add(list: Steps, shape?: string): void;
  remove(list: Steps, at: number): void;
  duplicate(list: Steps, at: number): void;
  move(list: Steps, from: number, to: number): void;
}
