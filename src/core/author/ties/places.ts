import { fileOf, type SourcePart, type Sources } from '../../model/source-parts.ts';
import type { Range } from '../../text/edits.ts';
import { indexLines } from '../../text/line-index.ts';
import type { TiePlace } from './tie.ts';

/** Says where a field stands in sources, and what it replaced there. */
export function placerIn(
  sources: Sources,
): (field: string, part: SourcePart, range: Range, row: number | undefined) => TiePlace {
  const lines = {
    template: indexLines(fileOf.template, sources.template),
    style: indexLines(fileOf.style, sources.style),
    script: indexLines(fileOf.script, sources.script),
  };
  return (field, part, { start, end }, row) => {
    const place = { field, ...lines[part].placeAt(start) };
    const replaced = sources[part].slice(start, end);
    return { ...place, ...(row === undefined ? {} : { row }), start, end, replaced };
  };
}
