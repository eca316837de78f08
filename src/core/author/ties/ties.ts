import { requireMould } from '../../model/given.ts';
import { isJsonObject, type Json, parseJson } from '../../model/json-source.ts';
import type { Mould } from '../../model/mould.ts';
import { refuseDeep } from '../../model/nesting-faults.ts';
import { eachPart, fileOf, type Sources, sourceParts } from '../../model/source-parts.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { textOf } from '../../text/utf8.ts';
import { isMade, renderSources } from './bound-mould.ts';
import { carryEdits } from './carry-edits.ts';
import type { Change } from './render.ts';
import type { Tie, TiePlace } from './tie.ts';

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
  const written = {
    format: 1,
    before: Object.fromEntries(touched.map((part) => [fileOf[part], before[part]])),
    ties: ties.map(({ changes, ...tie }) => ({
      ...tie,
      changes: changes.map(({ in: part, start, end, parts: made }) => ({
        file: fileOf[part],
        start,
        end,
        written: made.map((one) => (typeof one === 'string' ? one : [one.start, one.end])),
      })),
    })),
  };
  return `${JSON.stringify(written, null, 1)}\n`;
}

/** What the text of a ties.json holds, or why it cannot be used. */
function parseTies(text: string): { before: Partial<Sources>; ties: Tie[] } | string {
  const { value, findings } = parseJson(tiesFile, text);
  if (!isJsonObject(value)) return findings[0]?.message ?? 'it holds no object';
  if (value.format !== 1) return `its format is ${JSON.stringify(value.format)}, not 1`;
  const before: Partial<Record<keyof Sources, string>> = {};
  for (const part of sourceParts) {
    const source = isJsonObject(value.before) ? value.before[fileOf[part]] : undefined;
    if (typeof source === 'string') before[part] = source;
  }
  const ties = Array.isArray(value.ties) ? value.ties.map(toTie) : [undefined];
  if (ties.some((one) => one === undefined)) return 'it is not in its form';
  return { before, ties: ties.flatMap((one) => one ?? []) };
}

function toTie(value: Json): Tie | undefined {
  if (!isJsonObject(value) || typeof value.field !== 'string') return undefined;
  const changes = Array.isArray(value.changes) ? value.changes.map(toChange) : [undefined];
  if (changes.some((one) => one === undefined)) return undefined;
  const places = (Array.isArray(value.places) ? value.places : []) as unknown as TiePlace[];
  const { field, kind } = value;
  return { field, kind: String(kind), places, changes: changes.flatMap((one) => one ?? []) };
}

function toChange(value: Json): Change | undefined {
  if (!isJsonObject(value) || !Array.isArray(value.written)) return undefined;
  const part = sourceParts.find((one) => fileOf[one] === value.file);
  const { start, end } = value;
  if (!part || typeof start !== 'number' || typeof end !== 'number' || end < start)
    return undefined;
  const written = value.written.map((one: Json) => {
    if (typeof one === 'string') return one;
    const [from, to] = Array.isArray(one) ? (one as readonly Json[]) : [];
    return typeof from === 'number' && typeof to === 'number'
      ? { start: from, end: to }
      : undefined;
  });
  if (written.some((one) => one === undefined)) return undefined;
  return { in: part, start, end, parts: written.flatMap((one) => one ?? []) };
}
