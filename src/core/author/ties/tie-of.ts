import type { Sources } from '../../model/source-parts.ts';
import type { NamedField } from '../spots/names/named.ts';
import { changesOf, withItems } from './changes.ts';
import { placerIn } from './places.ts';
import type { Tie, TiePlace } from './tie.ts';

/** Makes records of binding fields in sources in which nothing is bound. */
export function tiesIn(base: Sources): (field: NamedField) => Tie {
  const placed = placerIn(base);
  return (field) => {
    const places = withItems(field).flatMap(({ path, proposal }) =>
      proposal.found.map(
        ({ in: part, start, end, row }): TiePlace =>
          placed(path, part, { start, end }, row === undefined ? undefined : row + 1),
      ),
    );
    return { field: field.path, kind: field.proposal.kind, places, changes: changesOf(field) };
  };
}
