import type { JsonObject } from '../../model/json-source.ts';
import type { Mould } from '../../model/mould.ts';
import type { NearList } from '../spots/atom.ts';
import { sure } from '../spots/atom.ts';
import type { NamedField } from '../spots/names/named.ts';
import type { NearSpot, Spot } from '../spots/spot.ts';
import { declarationOf, defaultOf, isShown } from '../ties/declare.ts';
import { readTies } from '../ties/ties.ts';
import { type PlacesOf, placesIn } from './places-in.ts';
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
  const placed = placesIn(mould, bound);
  return proposalsOf(mould, bound).fields.map((field) => spotOf(field, placed));
}

/**
 * Tells what in a mould's sources nearly became a field or a list, and what stood in the way: the
 * spots that are not recommended for a reason, and siblings that are alike and yet no list.
 *
 * @returns near misses in the order of the sources
 *
 * @example
 * for (const { place, why } of nearSpots(mould)) console.log(`${place.file}:${place.line} ${why}`);
 */
export function nearSpots(mould: Mould): NearSpot[] {
  const bound = readTies(mould);
  const placed = placesIn(mould, bound);
  const { fields, nearly } = proposalsOf(mould, bound);
  const near = fields.flatMap((field): NearSpot[] => {
    const { id, against, places } = spotOf(field, placed);
    const [place] = places;
    return against !== undefined && place ? [{ what: 'field', id, place, why: against }] : [];
  });
  return [...nearly.flatMap((one) => nearListOf(one, placed)), ...near];
}

function nearListOf({ at, rows, why }: NearList, placed: PlacesOf): NearSpot[] {
  const { start, end } = at;
  return placed({ start, end, in: 'template', as: 'tag' }).map((place) => ({
    what: 'list',
    place,
    rows,
    why,
  }));
}

function spotOf(field: NamedField, placed: PlacesOf): Spot {
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
    ...(proposal.against === undefined ? {} : { against: proposal.against }),
    places: proposal.found.flatMap(placed),
    ...(proposal.rows ? { items: items.filter(isShown).map((one) => spotOf(one, placed)) } : {}),
  };
}

/** What a declaration says beside what a spot says itself. */
function furtherOf(declared: JsonObject): JsonObject {
  const said = ['kind', 'title', 'section', 'default'];
  return Object.fromEntries(Object.entries(declared).filter(([key]) => !said.includes(key)));
}
