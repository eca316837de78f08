import type { Mould } from '../../model/mould.ts';
import { fileOf } from '../../model/source-parts.ts';
import { indexLines } from '../../text/line-index.ts';
import type { Found } from '../spots/atom.ts';
import type { SpotPlace } from '../spots/spot.ts';
import { renderSources } from '../ties/bound-mould.ts';
import { placeIn } from '../ties/render.ts';
import type { Bound } from '../ties/ties.ts';

/** The place of something found; none where a binding has taken it. */
export type PlacesOf = (found: Found) => SpotPlace[];

/** Turns places in the sources before they were bound into places in the sources as they are. */
export function placesIn(mould: Mould, { before, ties }: Bound): PlacesOf {
  const made = renderSources(
    before,
    ties.flatMap(({ changes }) => changes),
  );
  const lines = {
    template: indexLines(fileOf.template, mould.template),
    style: indexLines(fileOf.style, mould.style),
    script: indexLines(fileOf.script, mould.script),
  };
  return ({ in: part, as, row, ...range }) => {
    const at = placeIn(made[part], range);
    if (!at) return [];
    const source = mould[part].slice(at.start, at.end);
    const place = { ...lines[part].placeAt(at.start), ...at, part: as, source };
    return [row === undefined ? place : { ...place, row: row + 1 }];
  };
}
