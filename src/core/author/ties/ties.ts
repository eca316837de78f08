import { requireMould } from '../../model/given.ts';
import { isJsonObject, type Json, type JsonObject, parseJson } from '../../model/json-source.ts';
import type { Mould } from '../../model/mould.ts';
import { refuseDeep } from '../../model/nesting-faults.ts';
import {
  eachPart,
  fileOf,
  type SourcePart,
  type Sources,
  sourceParts,
} from '../../model/source-parts.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import type { Range } from '../../text/edits.ts';
import { textOf } from '../../text/utf8.ts';
import { isMade, madeOf, renderSources } from './bound-mould.ts';
import { carryEdits } from './carry-edits.ts';
import { placerIn } from './places.ts';
import type { Change } from './render.ts';
import type { Tie } from './tie.ts';

/** The file that says what bindings replaced. */
export const tiesFile = 'ties.json';

/** How far a mould is bound, by what its ties say. */
export interface Bound {
  /** Its sources before anything was bound, with what was edited by hand since. */
  readonly before: Sources;
  readonly ties: readonly Tie[];
  readonly findings: readonly Finding[];
}

/**
 * Reads the ties of a mould. Making their changes of the sources before gives its sources as they
 * are: a tie of which that does not hold any more is left out, with a finding.
 */
export function readTies(mould: Mould): Bound {
  requireMould(mould);
  refuseDeep(mould);
  const none = { before: eachPart((part) => mould[part]), ties: [] };
  const file = mould.files[tiesFile];
  if (file === undefined) return { ...none, findings: [] };
  const read = parseTies(textOf(file));
  if (typeof read === 'string') {
    return { ...none, findings: [finding('bind/broken-ties', { why: read }, { file: tiesFile })] };
  }
  const before = { ...eachPart((part) => mould[part]), ...read.before };
  if (
    isMade(
      before,
      read.ties.flatMap(({ changes }) => changes),
      mould,
    )
  )
    return { before, ties: read.ties, findings: [] };
  const carried = carryEdits(before, read.ties, mould);
  const lost = read.ties.filter(({ field }) => !carried.ties.some((one) => one.field === field));
  const findings = lost.map(({ field }) =>
    finding('bind/edited', { name: field }, { file: tiesFile }),
  );
  return { ...carried, findings };
}

/** A mould's sources as its ties make them, with the ties in its folder. */
export function withTies(mould: Mould, before: Sources, ties: readonly Tie[]): Mould {
  const made = renderSources(
    before,
    ties.flatMap(({ changes }) => changes),
  );
  const { [tiesFile]: _, ...files } = mould.files;
  return {
    ...mould,
    template: made.template.text,
    style: made.style.text,
    script: made.script.text,
    files: ties.length === 0 ? files : { ...files, [tiesFile]: writeTies(before, ties) },
  };
}

function writeTies(before: Sources, ties: readonly Tie[]): string {
  const touched = sourceParts.filter((part) =>
    ties.some(({ changes }) => changes.some((one) => one.in === part)),
  );
  const sources = Object.fromEntries(touched.map((part) => [fileOf[part], before[part]]));
  const written = ties.map((tie) => JSON.stringify(compact(before, tie)));
  return `{"format":2,"before":${JSON.stringify(sources)},"ties":[\n${written.join(',\n')}\n]}\n`;
}

/** What the sources are called in ties, of which there are many. */
const short: Readonly<Record<SourcePart, string>> = {
  template: 'html',
  style: 'css',
  script: 'js',
};

function shortOf(file: string): string {
  const part = sourceParts.find((one) => fileOf[one] === file);
  return part ? short[part] : file;
}

/**
 * A tie as it is kept: places by what follows its path, and changes, both by source, each as its
 * start, its end and what comes in its place.
 */
function compact(before: Sources, { field, kind, places, changes }: Tie): JsonObject {
  const byField: Record<string, Record<string, number[][]>> = {};
  for (const { field: path, file, start, end, row } of places) {
    const name = path.slice(field.length);
    byField[name] ??= {};
    const own = byField[name];
    const part = shortOf(file);
    own[part] ??= [];
    own[part].push(row === undefined ? [start, end] : [start, end, row]);
  }
  const byFile: Record<string, Json[][]> = {};
  for (const { in: part, start, end, parts } of madeOf(before, changes)) {
    byFile[short[part]] ??= [];
    const own = byFile[short[part]] as Json[][];
    const kept = parts.map((one) => (typeof one === 'string' ? one : [one.start, one.end]));
    own.push([start, end, ...kept]);
  }
  // Where they say no more than the changes do, there are no places.
  const isPlain = sameRanges(byField, byFile);
  return isPlain
    ? { field, kind, changes: byFile }
    : { field, kind, places: byField, changes: byFile };
}

/** True for places of one field alone that are just those of its changes. */
function sameRanges(
  places: Readonly<Record<string, Readonly<Record<string, number[][]>>>>,
  changes: Readonly<Record<string, Json[][]>>,
): boolean {
  const ranges = Object.entries(changes).map(([file, all]) => [
    file,
    all.map(([start, end]) => [start, end]),
  ]);
  return JSON.stringify(places) === JSON.stringify({ '': Object.fromEntries(ranges) });
}

/** What the text of a ties.json holds, or why it cannot be used. */
function parseTies(text: string): { before: Partial<Sources>; ties: Tie[] } | string {
  const { value, findings } = parseJson(tiesFile, text);
  if (!isJsonObject(value)) return findings[0]?.message ?? 'it holds no object';
  if (value.format !== 1 && value.format !== 2)
    return `its format is ${JSON.stringify(value.format)}, not 2`;
  const before: Partial<Record<keyof Sources, string>> = {};
  for (const part of sourceParts) {
    const source = isJsonObject(value.before) ? value.before[fileOf[part]] : undefined;
    if (typeof source === 'string') before[part] = source;
  }
  const sources = { ...nothing, ...before };
  const read = value.format === 1 ? earlierReader(sources) : tieReader(sources);
  const ties = Array.isArray(value.ties) ? value.ties.map(read) : [undefined];
  if (ties.some((one) => one === undefined)) return 'it is not in its form';
  return { before, ties: ties.flatMap((one) => one ?? []) };
}

const nothing: Sources = { template: '', style: '', script: '' };

/** The rows of numbers by file of a tie; undefined where they are something else. */
function byFileIn(value: Json | undefined): (readonly [SourcePart, readonly Json[]])[] | undefined {
  if (!isJsonObject(value ?? null)) return undefined;
  const found = Object.entries(value as JsonObject).flatMap(([file, rows]) => {
    const part = sourceParts.find((one) => short[one] === file);
    const all = Array.isArray(rows) ? rows : [rows];
    return all.map((row) => [part, Array.isArray(row) ? (row as readonly Json[]) : []] as const);
  });
  const isWhole = ([part, [start, end]]: (typeof found)[number]) =>
    part !== undefined && typeof start === 'number' && typeof end === 'number' && end >= start;
  return found.every(isWhole) ? (found as (readonly [SourcePart, readonly Json[]])[]) : undefined;
}

function tieReader(before: Sources): (value: Json) => Tie | undefined {
  const placed = placerIn(before);
  return (value) => {
    if (!isJsonObject(value) || typeof value.field !== 'string') return undefined;
    const { field, kind } = value;
    const ofChanges: JsonObject = { '': value.changes ?? null };
    const places = Object.entries(
      isJsonObject(value.places ?? null) ? (value.places as JsonObject) : ofChanges,
    ).flatMap(([name, files]) =>
      (byFileIn(files) ?? []).map(([part, [start, end, row]]) => {
        const range = { start: Number(start), end: Number(end) };
        return placed(field + name, part, range, typeof row === 'number' ? row : undefined);
      }),
    );
    const changes = byFileIn(value.changes)?.map(([part, [start, end, ...parts]]) =>
      changeOf(part, { start: Number(start), end: Number(end) }, parts),
    );
    if (!changes || changes.some((one) => one === undefined)) return undefined;
    return { field, kind: String(kind), places, changes: changes.flatMap((one) => one ?? []) };
  };
}

function changeOf(part: SourcePart, range: Range, parts: readonly Json[]): Change | undefined {
  const written = parts.map((one) => {
    if (typeof one === 'string') return one;
    const [from, to] = Array.isArray(one) ? (one as readonly Json[]) : [];
    return typeof from === 'number' && typeof to === 'number'
      ? { start: from, end: to }
      : undefined;
  });
  if (written.some((one) => one === undefined)) return undefined;
  return { in: part, ...range, parts: written.flatMap((one) => one ?? []) };
}

/** Reads ties as they were kept at first: each change and each place with names for all it says. */
function earlierReader(before: Sources): (value: Json) => Tie | undefined {
  const placed = placerIn(before);
  return (value) => {
    if (!isJsonObject(value) || typeof value.field !== 'string') return undefined;
    const changes = (Array.isArray(value.changes) ? value.changes : [null]).map((one: Json) => {
      if (!isJsonObject(one) || !Array.isArray(one.written)) return undefined;
      const [found] =
        byFileIn({ [shortOf(String(one.file))]: [[one.start ?? null, one.end ?? null]] }) ?? [];
      if (!found) return undefined;
      return changeOf(found[0], { start: Number(one.start), end: Number(one.end) }, one.written);
    });
    if (changes.some((one) => one === undefined)) return undefined;
    const places = (Array.isArray(value.places) ? value.places : []).flatMap((one: Json) => {
      const part = isJsonObject(one) && sourceParts.find((each) => fileOf[each] === one.file);
      if (!part || !isJsonObject(one)) return [];
      const start = offsetOf(before[part], Number(one.line), Number(one.column));
      const range = { start, end: start + String(one.replaced ?? '').length };
      return [placed(String(one.field), part, range, one.row ? Number(one.row) : undefined)];
    });
    const { field, kind } = value;
    return { field, kind: String(kind), places, changes: changes.flatMap((one) => one ?? []) };
  };
}

function offsetOf(text: string, line: number, column: number): number {
  const lines = text.match(/[^\r\n]*(?:\r\n|\n|\r|$)/g) ?? [];
  return lines.slice(0, line - 1).reduce((sum, one) => sum + one.length, 0) + column - 1;
}
