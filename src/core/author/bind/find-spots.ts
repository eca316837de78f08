import type { JsonObject } from '../../model/json-source.ts';
import type { Mould } from '../../model/mould.ts';
import { fileOf } from '../../model/source-parts.ts';
import { indexLines } from '../../text/line-index.ts';
import { type Found, sure } from '../spots/atom.ts';
import type { NamedField } from '../spots/names/named.ts';
import type { Spot, SpotPlace } from '../spots/spot.ts';
import { renderSources } from '../ties/bound-mould.ts';
import { declarationOf, defaultOf, holdsValue } from '../ties/declare.ts';
import { placeIn } from '../ties/render.ts';
import { readTies } from '../ties/ties.ts';
import { proposalsOf } from './proposals-of.ts';

/**
 * Finds what in a mould's sources could become a field, with the field to make of it: texts, links,
 * pictures, icons, media, rows, colours, sizes, times, constants of the script. What is bound
 * already is left out. Never throws on what the sources hold.
 *
 * @returns spots in the order of a form: by section, then as they stand in the sources
 *
 * @example
 * const taken = findSpots(mould).filter(({ recommended }) => recommended);
 */
export function findSpots(mould: Mould): Spot[] {
  const bound = readTies(mould);
  const placed = placer(mould, bound);
  const toSpot = (field: NamedField): Spot => {
    const { proposal, path, name, title, items } = field;
    return {
      id: path,
      field: name || path.slice(path.lastIndexOf('.') + 1),
      title,
      kind: proposal.kind,
      section: proposal.section,
      default: defaultOf(field),
      declares: furtherOf(declarationOf(field)),
      recommended: proposal.weight >= sure,
      confidence: Math.round(proposal.weight * 100) / 100,
      why: proposal.why,
      places: proposal.found.flatMap(placed),
      ...(proposal.rows ? { items: items.filter(holdsValue).map(toSpot) } : {}),
    };
  };
  return proposalsOf(mould, bound).map(toSpot);
}

/** What a declaration says beside what a spot says itself. */
function furtherOf(declared: JsonObject): JsonObject {
  const said = ['kind', 'title', 'section', 'default'];
  return Object.fromEntries(Object.entries(declared).filter(([key]) => !said.includes(key)));
}

/** Turns places in the sources before they were bound into places in the sources as they are. */
function placer(
  mould: Mould,
  { before, ties }: ReturnType<typeof readTies>,
): (found: Found) => SpotPlace[] {
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
