import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Spot, SpotPlace } from '../../src/core/author/spots/spot.ts';
import type { Mould } from '../../src/core/model/mould.ts';

/** A place in a snippet: exact source, and which of several alike it is, from 1. */
type ExpectedPlace = string | readonly [text: string, nth: number];

/** A field that a practitioner would declare, and every place it stands; of rows, in the first. */
export interface ExpectedField {
  readonly kind: string;
  readonly at: readonly ExpectedPlace[];
  readonly rows?: number;
  readonly row?: readonly ExpectedField[];
}

/** The fields of one snippet, and source that nobody would make a field of. */
export interface ExpectedFields {
  readonly fields: readonly ExpectedField[];
  readonly never: readonly string[];
}

/** How well the fields proposed of one snippet agree with those expected. */
export interface Score {
  readonly name: string;
  readonly expected: number;
  readonly found: number;
  readonly proposed: number;
  readonly right: number;
  /** Fields that stand in several places, and those of them found in all. */
  readonly shared: number;
  readonly merged: number;
  /** Proposals of what is never to be one. */
  readonly never: readonly string[];
  readonly missed: readonly string[];
  readonly wrong: readonly string[];
  readonly unmerged: readonly string[];
}

/** The folder of the snippets with the fields written down for each. */
export const casesHome = fileURLToPath(new URL('./cases/', import.meta.url));

/** Scores every snippet of a folder. */
export function scoreAll(home = casesHome): Score[] {
  return readdirSync(home).map((name) => {
    const snippet = readFileSync(`${home}${name}/snippet.html`, 'utf8');
    const expected = JSON.parse(readFileSync(`${home}${name}/fields.json`, 'utf8'));
    return score(name, snippet, expected);
  });
}

/** Shares over all snippets, from 0 to 1, and how many proposals are never to be made. */
export function totalOf(scores: readonly Score[]) {
  const sum = (name: 'expected' | 'found' | 'proposed' | 'right' | 'shared' | 'merged') =>
    scores.reduce((total, one) => total + one[name], 0);
  return {
    found: sum('found') / sum('expected'),
    right: sum('right') / sum('proposed'),
    merged: sum('merged') / sum('shared'),
    never: scores.reduce((total, one) => total + one.never.length, 0),
  };
}

/**
 * Scores one snippet: only what is recommended counts as proposed. A field is found by a proposal
 * of its kind that stands in one of its places.
 */
function score(name: string, snippet: string, { fields, never }: ExpectedFields): Score {
  const { mould } = importSnippet([{ name: `${name}.html`, text: snippet }]);
  const inSnippet = placesInSnippet(snippet, mould);
  const proposals = flat(findSpots(mould))
    .filter(({ recommended }) => recommended)
    .map((spot) => ({ spot, ranges: spot.places.map(inSnippet) }));
  const wanted = flatFields(fields);
  const uses = new Map<ExpectedField, Proposed>();
  for (const field of wanted) {
    const ranges = field.at.map((place) => rangeOf(snippet, place));
    const fitting = proposals.filter(
      (one) =>
        one.spot.kind === field.kind &&
        (field.rows === undefined || field.rows === rowsOf(one.spot)) &&
        ![...uses.values()].includes(one),
    );
    const near = fitting.flatMap((one) =>
      one.ranges
        .filter((range) => ranges.some((other) => meets(range, other)))
        .map((range) => ({ one, size: range.end - range.start })),
    );
    const best = near.sort((a, b) => a.size - b.size)[0];
    if (best) uses.set(field, best.one);
  }
  const right = new Set(uses.values());
  const several = wanted.filter(({ at, kind }) => at.length > 1 && kind !== 'list');
  const isMerged = (field: ExpectedField) =>
    field.at.every((place) =>
      uses.get(field)?.ranges.some((range) => meets(range, rangeOf(snippet, place))),
    );
  const told = ({ spot: { kind, id, places } }: Proposed) =>
    `${kind} ${id} ${places[0]?.source.slice(0, 40)}`;
  return {
    name,
    expected: wanted.length,
    found: uses.size,
    proposed: proposals.length,
    right: right.size,
    shared: several.length,
    merged: several.filter(isMerged).length,
    never: never.filter((text) =>
      proposals.some(({ spot }) => spot.places.some(({ source }) => source === valueIn(text))),
    ),
    missed: wanted
      .filter((field) => !uses.has(field))
      .map(({ kind, at }) => `${kind} ${JSON.stringify(at[0])}`),
    wrong: proposals.filter((one) => !right.has(one)).map(told),
    unmerged: several
      .filter((one) => uses.has(one) && !isMerged(one))
      .map(({ at }) => JSON.stringify(at)),
  };
}

interface Range {
  readonly start: number;
  readonly end: number;
}

interface Proposed {
  readonly spot: Spot;
  /** In the snippet. */
  readonly ranges: readonly Range[];
}

function flat(spots: readonly Spot[]): Spot[] {
  return spots.flatMap((one) => [one, ...flat(one.items ?? [])]);
}

function flatFields(fields: readonly ExpectedField[]): ExpectedField[] {
  return fields.flatMap((one) => [one, ...flatFields(one.row ?? [])]);
}

/** The rows of a list in the first of the rows that it stands in. */
function rowsOf({ default: value, places }: Spot): number {
  if (Array.isArray(value) && value.length > 0) return value.length;
  const [first] = places;
  return places.filter(({ row }) => row === first?.row).length;
}

function rangeOf(snippet: string, place: ExpectedPlace): Range {
  const [text, nth] = typeof place === 'string' ? [place, 1] : place;
  let start = -1;
  for (let count = 0; count < nth; ) {
    start = snippet.indexOf(text, start + 1);
    // In 480px there is no 80px.
    if (start < 0 || !/\d/.test(text[0] ?? '') || !/[\d.]/.test(snippet[start - 1] ?? ''))
      count += 1;
  }
  return { start, end: start + text.length };
}

/** True where one lies in the other. */
function meets(a: Range, b: Range): boolean {
  return (a.start >= b.start && a.end <= b.end) || (b.start >= a.start && b.end <= a.end);
}

/** What of a place is a value: of `data-to="3"` it is 3. */
function valueIn(text: string): string {
  return /^[\w-]+="([^"]*)"$/.exec(text)?.[1] ?? text;
}

/** Finds places of a mould's files in the snippet that they were taken from, line by line. */
function placesInSnippet(snippet: string, mould: Mould): (place: SpotPlace) => Range {
  const lines = new Map<string, number>();
  const files = {
    'template.html': mould.template,
    'style.css': mould.style,
    'script.js': mould.script,
  };
  for (const [file, text] of Object.entries(files)) {
    let from = 0;
    for (const [index, line] of text.split('\n').entries()) {
      const at = line.trim() === '' ? -1 : snippet.indexOf(line.trim(), from);
      if (at < 0) continue;
      lines.set(`${file}:${index + 1}`, at - (line.length - line.trimStart().length));
      from = at + line.trim().length;
    }
  }
  return ({ file, line, column, start, end }) => {
    const at = (lines.get(`${file}:${line}`) ?? Number.NaN) + (column ?? 1) - 1;
    return { start: at, end: at + end - start };
  };
}
