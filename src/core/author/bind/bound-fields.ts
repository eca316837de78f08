import { compileMould } from '../../compile/compile-mould.ts';
import { boundPlaces, usesIn } from '../../compile/uses/field-uses.ts';
import type { Mould } from '../../model/mould.ts';
import type { TiePlace } from '../ties/tie.ts';
import { readTies } from '../ties/ties.ts';

/** A field that is bound, and what it replaced as far as that was noted. */
export interface BoundField {
  readonly field: string;
  readonly kind: string;
  readonly places: readonly TiePlace[];
  /** Where it is bound, in words. */
  readonly where: string;
}

/** The fields of a mould that are bound, in the order of its form. */
export function boundFields(mould: Mould): BoundField[] {
  const { ties } = readTies(mould);
  const uses = usesIn(mould);
  return compileMould(mould).root.members.flatMap((field): BoundField[] => {
    const where = boundPlaces(mould, uses, field);
    const places = ties.find((one) => one.field === field.path)?.places ?? [];
    return where === '' ? [] : [{ field: field.path, kind: field.kindName, places, where }];
  });
}
