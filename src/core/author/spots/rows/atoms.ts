import type { Atom } from '../atom.ts';

/** What was found in one place, by row. */
export type Atoms = readonly (Atom | undefined)[];
