import type { Finding } from '../problem/finding.ts';
import { textOf } from '../text/utf8.ts';
import { type CastFile, readCastFile } from './cast-file.ts';
import { type Field, membersOf } from './field.ts';
import { isJsonObject, type Json, type JsonObject, parseJson } from './json-source.ts';
import type { Kind } from './kind.ts';
import type { KindName } from './kinds.ts';
import type { Mould } from './mould.ts';

/** A named set of values to look at a mould with. */
export interface Sample {
  readonly name: string;
  readonly cast: CastFile;
  readonly findings: readonly Finding[];
}

/** Samples that every mould has without their being written; a file of that name takes its place. */
const made: Readonly<Record<string, (root: Field) => JsonObject>> = {
  default: () => ({}),
  long: (root) => asObject(lengthened(root, root.default, 0)),
  bare: (root) => asObject(bared(root, root.default)),
};

/**
 * The names of a mould's samples: `default`, `long` and `bare`, then those of its `samples/`.
 *
 * @example
 * sampleNames(mould); // ['default', 'long', 'bare', 'sunday']
 */
export function sampleNames({ files }: Pick<Mould, 'files'>): string[] {
  const own = Object.keys(files).flatMap(
    (path) => /^samples\/([^/]+)\.json$/.exec(path)?.[1] ?? [],
  );
  return [...new Set([...Object.keys(made), ...own])];
}

/**
 * One sample of a mould.
 *
 * - `default`: the values that the fields have by themselves.
 * - `long`: each text three times its length with a long word in it, and many rows.
 * - `bare`: of content only what is required; how it looks and moves stays.
 *
 * @param root the mould's fields
 * @returns undefined where it has none of that name
 *
 * @example
 * const sample = sampleOf(mould, compiled.root, 'long');
 */
export function sampleOf(
  { files }: Pick<Mould, 'files'>,
  root: Field,
  name: string,
): Sample | undefined {
  const path = `samples/${name}.json`;
  const file = Object.hasOwn(files, path) ? files[path] : undefined;
  if (file !== undefined) {
    const { cast = {}, findings } = readCastFile(parseJson(path, textOf(file)));
    return { name, cast, findings };
  }
  const make = Object.hasOwn(made, name) ? made[name] : undefined;
  return make && { name, cast: { values: make(root) }, findings: [] };
}

const longWord = 'Counterbalancedoverheadwire';

/** How each kind of content gets longer; what has no row here stays as it is. */
const longer: Partial<Record<KindName, (value: string) => string>> = {
  text: (value) => `${value} ${longWord} ${value}`,
  multiline: (value) => `${value}\n${longWord} ${value}\n${value}`,
  richtext: (value) => `${value}<p>${longWord}</p>${value}`,
};

/** Rows of a list that would have none end to it. */
const mostRows = 24;

function lengthened(field: Field, value: Json, depth: number): Json {
  const { row, members, kind, kindName, declared } = field;
  if (row) {
    const rows = Array.isArray(value) && value.length > 0 ? value : [row.default];
    const most = Math.min(Number(declared.maxItems ?? mostRows), mostRows);
    const wanted = Math.min(most, depth === 0 ? Math.max(8, rows.length * 3) : rows.length + 2);
    const filled = Array.from({ length: Math.max(wanted, 1) }, (_, at) =>
      lengthened(row, rows[at % rows.length] as Json, depth + 1),
    );
    return field.violation(filled) === undefined ? filled : (value ?? []);
  }
  if (members.length > 0) {
    return isJsonObject(value)
      ? withMembers(field, value, (one, own) => lengthened(one, own, depth))
      : value;
  }
  const text = String(value ?? '');
  const long = text === '' ? undefined : longer[kindName]?.(text);
  if (long === undefined) return value;
  const most = Number(declared.maxLength ?? long.length);
  const fitting =
    long.length > most && kind.parser !== 'html' ? long.slice(0, most).trimEnd() : long;
  return field.violation(fitting) === undefined ? fitting : value;
}

function bared(field: Field, value: Json): Json {
  const { row, members, kind, declared, required } = field;
  if (row) {
    const least = Math.max(Number(declared.minItems ?? 0), required ? 1 : 0);
    const rows = Array.isArray(value) ? value : [];
    return Array.from({ length: least }, (_, at) => bared(row, rows[at] ?? row.default));
  }
  if (kind.isGroup && isJsonObject(value)) return withMembers(field, value, bared);
  if (kind.isContent) return required ? value : null;
  return members.length > 0 && isJsonObject(value) ? value : (value ?? null);
}

function withMembers(
  field: Field,
  value: JsonObject,
  change: (member: Field, value: Json) => Json,
): JsonObject {
  const { shapes, members } = field;
  const names = membersOf(field, shapes ? value[shapes.by] : undefined);
  const own = members.filter(
    ({ name, kind }) => names.includes(name) && (kind as Kind).control !== 'words',
  );
  return Object.fromEntries(own.map((one) => [one.name, change(one, value[one.name] ?? null)]));
}

function asObject(value: Json): JsonObject {
  return isJsonObject(value) ? value : {};
}
