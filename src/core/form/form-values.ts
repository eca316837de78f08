import { type Field, membersOf } from '../model/field.ts';
import { isJsonObject, type Json, type JsonObject } from '../model/json-source.ts';
import { isSame } from '../model/values/is-same.ts';
import { fieldAt, isRowNumber, ownOf, type Steps, valueAt } from './place.ts';

/** What a form holds: values as a cast file has them, so that what is absent is the default. */
export interface FormValues {
  readonly values: JsonObject;
  /** Values for viewports narrower than so many px, by width and then by field. */
  readonly below: JsonObject;
}

/** True for equal values, whatever the order of their names. */
export function isSameForm(one: FormValues, other: FormValues): boolean {
  return isSame(one.values, other.values) && isSame(one.below, other.below);
}

/** The fields of a form and their values as they are now, complete. */
export interface Filled {
  readonly root: Field;
  readonly complete: Json;
}

/**
 * Puts in one value. A list that was not given begins as the rows it has now, each with a key of
 * its own; a value in a looser form, such as a bare address for a link, is written out first.
 */
export function withValue(
  { root, complete }: Filled,
  values: JsonObject,
  steps: Steps,
  value: Json,
): JsonObject {
  return put({ field: root, own: values, complete }, steps, value) as JsonObject;
}

interface Spot {
  readonly field: Field;
  readonly own: Json | undefined;
  readonly complete: Json | undefined;
}

function put({ field, own, complete }: Spot, [step, ...rest]: Steps, value: Json): Json {
  if (step === undefined) return value;
  if (isRowNumber(field, step)) {
    const rows = rowsOf(field, own, complete);
    const at = Number(step);
    const row = { field: field.row as Field, own: rows[at], complete: valueAt(complete, [step]) };
    return rows.toSpliced(at, 1, put(row, rest, value));
  }
  const group = membersGiven(field, own);
  const member = field.members.find(({ name }) => name === step);
  if (!member) return group;
  const inner = put(
    { field: member, own: ownOf(group, step), complete: valueAt(complete, [step]) },
    rest,
    value,
  );
  return { ...group, [step]: inner };
}

function membersGiven(field: Field, own: Json | undefined): JsonObject {
  if (own === undefined || own === null) return {};
  const written = field.kind.accept?.(own, field.declared) ?? own;
  return isJsonObject(written) ? written : {};
}

/** The rows of a list as they may be changed: those given, else those it has now. */
export function rowsOf(
  list: Field,
  own: Json | undefined,
  complete: Json | undefined,
): readonly Json[] {
  const row = list.row as Field;
  const rows = Array.isArray(own) ? own : Array.isArray(complete) ? complete : [];
  const bare = Array.isArray(own) ? rows : rows.map((one) => sparse(row, one));
  return withKeys(row, bare);
}

/** Gives each row that is an object a key, by which it is known when rows move. */
function withKeys(row: Field, rows: readonly Json[]): readonly Json[] {
  if (row.members.length === 0) return rows;
  const taken = new Set(rows.flatMap((one) => keyOf(one) ?? []));
  return rows.map((one, at) => {
    if (!isJsonObject(one) || keyOf(one) !== undefined) return one;
    const key = freeKey(taken, at + 1);
    taken.add(key);
    return { row: key, ...one };
  });
}

/** The key of a row, given by a form and kept when rows move. */
export function keyOf(row: Json | undefined): string | undefined {
  const key = row !== undefined && isJsonObject(row) ? ownOf(row, 'row') : undefined;
  return key === undefined || key === null ? undefined : String(key);
}

/** Counted, so that the same steps give the same keys. */
function freeKey(taken: ReadonlySet<string>, from: number): string {
  let number = from;
  while (taken.has(String(number))) number += 1;
  return String(number);
}

/** A complete value without what is not of its shape; notes have no value at all. */
function sparse(field: Field, value: Json): Json {
  if (field.row && Array.isArray(value)) return rowsOf(field, undefined, value);
  if (field.members.length === 0 || !isJsonObject(value)) return value;
  const names = membersOf(field, field.shapes ? ownOf(value, field.shapes.by) : undefined);
  const own = field.members.filter(({ name, kind }) => names.includes(name) && !kind.isValueless);
  const key = keyOf(value);
  return {
    ...(key === undefined ? {} : { row: key }),
    ...Object.fromEntries(
      own.map((one) => [one.name, sparse(one, ownOf(value, one.name) ?? null)]),
    ),
  };
}

/** Takes out one value, so that its default holds again; groups left with nothing go as well. */
export function withoutValue(values: JsonObject, [step = '', ...rest]: Steps): JsonObject {
  if (!Object.hasOwn(values, step)) return values;
  const { [step]: own, ...others } = values;
  if (rest.length === 0 || !isJsonObject(own as Json)) return others;
  const inner = withoutValue(own as JsonObject, rest);
  return Object.keys(inner).length === 0 ? others : { ...values, [step]: inner };
}

/** Puts in, or with undefined takes out, a value for viewports narrower than a width in px. */
export function withValueBelow(
  { root }: Pick<Filled, 'root'>,
  below: JsonObject,
  width: string,
  steps: Steps,
  value: Json | undefined,
): JsonObject {
  const own = ownOf(below, width);
  const under = own !== undefined && isJsonObject(own) ? own : {};
  const next =
    value === undefined
      ? withoutValue(under, steps)
      : withValue({ root, complete: null }, under, steps, value);
  const { [width]: _, ...others } = below;
  return Object.keys(next).length === 0 ? others : { ...below, [width]: next };
}

/** The rows of a list with one put in before another; at its end where none is named. */
export function withRow(
  filled: Filled,
  values: JsonObject,
  list: Steps,
  shape?: string,
): { readonly values: JsonObject; readonly at: number } {
  const { field, rows } = listAt(filled, values, list);
  const row = field.row as Field;
  const by = row.shapes?.by;
  const key = freeKey(new Set(rows.flatMap((one) => keyOf(one) ?? [])), rows.length + 1);
  const bare: Json = by === undefined ? {} : { [by]: shape ?? row.shapes?.all[0]?.is ?? null };
  const fresh =
    row.members.length === 0
      ? row.default
      : { row: key, ...(bare as JsonObject), ...ownMarks(row, rows, key) };
  return { values: withValue(filled, values, list, [...rows, fresh]), at: rows.length };
}

export function withoutRow(filled: Filled, values: JsonObject, list: Steps, at: number) {
  const { rows } = listAt(filled, values, list);
  return withValue(filled, values, list, rows.toSpliced(at, 1));
}

/** A copy of a row behind it, under a key of its own. */
export function withRowTwice(filled: Filled, values: JsonObject, list: Steps, at: number) {
  const { field, rows } = listAt(filled, values, list);
  const row = rows[at] as Json;
  const key = freeKey(new Set(rows.flatMap((one) => keyOf(one) ?? [])), rows.length + 1);
  const marks = ownMarks(field.row as Field, rows, key);
  const copy = isJsonObject(row) ? { ...row, row: key, ...marks } : row;
  return withValue(filled, values, list, rows.toSpliced(at + 1, 0, copy));
}

/**
 * What tells a new row apart in values that no form shows: an id that every row has one of its own
 * of, since nobody could type one.
 */
function ownMarks({ members }: Field, rows: readonly Json[], key: string): JsonObject {
  const marks = members.filter(({ name, kindName, declared }) => {
    if (declared.shown !== false || kindName !== 'text') return false;
    const texts = rows.map((row) => (isJsonObject(row) ? row[name] : undefined));
    return texts.length > 1 && texts.every((one) => one) && new Set(texts).size === texts.length;
  });
  return Object.fromEntries(marks.map(({ name }) => [name, `row-${key}`]));
}

/** The row from one place in another; places are counted from 0 and after it was taken out. */
export function withRowMoved(
  filled: Filled,
  values: JsonObject,
  list: Steps,
  from: number,
  to: number,
): JsonObject {
  const { rows } = listAt(filled, values, list);
  const row = rows[from] as Json;
  return withValue(filled, values, list, rows.toSpliced(from, 1).toSpliced(to, 0, row));
}

function listAt({ root, complete }: Filled, values: JsonObject, list: Steps) {
  const field = fieldAt(root, list) as Field;
  return { field, rows: rowsOf(field, valueAt(values, list), valueAt(complete, list)) };
}
