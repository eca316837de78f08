import type { Sources } from '../../model/source-parts.ts';
import { fileOf } from '../../model/source-parts.ts';
import { indexLines } from '../../text/line-index.ts';
import type { NamedField } from '../spots/names/named.ts';
import { changesOf, withItems } from './changes.ts';
import type { Tie, TiePlace } from './tie.ts';

/** Makes records of binding fields in sources in which nothing is bound. */
export function tiesIn(base: Sources): (field: NamedField) => Tie {
  const lines = {
    template: indexLines(fileOf.template, base.template),
    style: indexLines(fileOf.style, base.style),
    script: indexLines(fileOf.script, base.script),
  };
  return (field) => {
    const places = withItems(field).flatMap(({ path, proposal }) =>
      proposal.found.map(({ in: part, start, end, row }): TiePlace => {
        const replaced = base[part].slice(start, end);
        const place = { field: path, ...lines[part].placeAt(start) };
        return row === undefined ? { ...place, replaced } : { ...place, row: row + 1, replaced };
      }),
    );
    return { field: field.path, kind: field.proposal.kind, places, changes: changesOf(field) };
  };
}
