import { compileMould } from '../../compile/compile-mould.ts';
import type { FieldUse } from '../../compile/uses/field-use.ts';
import { usesIn } from '../../compile/uses/field-uses.ts';
import { isJsonObject, type Json, type JsonObject } from '../../model/json-source.ts';
import type { Mould } from '../../model/mould.ts';
import { eachPart } from '../../model/source-parts.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { withEdits } from '../../text/edits.ts';
import { textOf } from '../../text/utf8.ts';
import { keysOf, manifestAt, withManifestAt } from '../bind/manifest-edit.ts';
import { editsIn, renamedTies, type UseEdit, wholeOf } from '../bind/tied-edits.ts';
import { isSameCast } from '../ties/faithful.ts';
import { readTies, tiesFile, withTies } from '../ties/ties.ts';

/**
 * Rows that are nothing but one value, made rows with members, so that more can be said of each:
 * the value becomes the first member, in the declaration, the bindings and the samples.
 *
 * @param list the name of the list
 * @throws Refusal where the script reads the rows, which no binding can follow
 */
export function withOpenRows(mould: Mould, list: string): Mould {
  const keys = keysOf(mould, list);
  const declared = keys && manifestAt(mould, keys);
  const items = isJsonObject(declared ?? null) ? (declared as JsonObject).items : undefined;
  if (!keys || list.includes('.') || !isJsonObject(items ?? null)) throw plainRows(list);
  const { title, ...value } = items as JsonObject;
  const member = nameOf(value);
  const { uses } = usesIn(mould);
  const edits = uses.flatMap((use) => memberUse(use, list, member));
  const rows = opened(member);
  const { default: held } = declared as JsonObject;
  const own = { ...value, title: title ?? titleOf(member) };
  const named = { ...(title === undefined ? {} : { title }), properties: { [member]: own } };
  const redeclared = withManifestAt(
    withManifestAt(mould, [...keys, 'items'], { type: 'object', ...named }),
    [...keys, 'default'],
    rows(held),
  );
  const files = Object.fromEntries(
    Object.entries(mould.files).map(([path, content]) => [
      path,
      /^samples\/[^/]+\.json$/.test(path) ? inSample(textOf(content), list, rows) : content,
    ]),
  );
  const made = withTiedEdits({ ...redeclared, files }, mould, edits, list);
  const isBroken = compileMould(made).findings.some(({ level }) => level === 'error');
  if (isBroken || !isSameCast(mould, made)) throw plainRows(list);
  return made;
}

function plainRows(list: string): Refusal {
  return new Refusal(finding('hand/plain-rows', { list }));
}

function nameOf({ kind, type }: JsonObject): string {
  if (typeof kind === 'string' && kind !== 'multiline' && kind !== 'richtext') return kind;
  return type === 'number' || type === 'integer' ? 'number' : 'text';
}

function titleOf(member: string): string {
  return member.charAt(0).toUpperCase() + member.slice(1);
}

/** A use of a row's value, as one of its member. */
function memberUse(use: FieldUse, list: string, member: string): UseEdit[] {
  if (use.as === 'read' || use.as === 'taken') {
    const name = use.as === 'read' ? use.steps[0]?.name : use.path;
    if (name === list) throw plainRows(list);
    return [];
  }
  if (!('path' in use) || use.path !== list) return [];
  const isOfList = use.as === 'rule' || (use.as === 'structure' && use.binding === 'km-each');
  if (isOfList) return [];
  const end = use.name.start + list.length;
  return [{ in: use.in, start: end, end, text: `.${member}` }];
}

function opened(member: string) {
  return (value: Json | undefined): Json | undefined =>
    Array.isArray(value) ? value.map((one) => ({ [member]: one })) : value;
}

function inSample(text: string, list: string, rows: (value: Json | undefined) => Json | undefined) {
  const sample = JSON.parse(text) as JsonObject;
  const values = (isJsonObject(sample.values ?? null) ? sample.values : sample) as JsonObject;
  const held = values[list];
  if (!Array.isArray(held)) return text;
  const changed = { ...values, [list]: rows(held) as Json };
  const whole = values === sample ? changed : { ...sample, values: changed };
  return `${JSON.stringify(whole, undefined, 2)}\n`;
}

/** The sources of a mould with edits, and its ties as if they had been there when it was bound. */
function withTiedEdits(
  mould: Mould,
  before: Mould,
  edits: readonly UseEdit[],
  list: string,
): Mould {
  const sources = eachPart((part) =>
    withEdits(before[part], wholeOf(before[part]), editsIn(part, edits)),
  );
  const made = { ...mould, ...sources };
  if (mould.files[tiesFile] === undefined) return made;
  const tied = readTies(before);
  const same = { from: list, to: list, properties: [] };
  const moved = renamedTies(tied.before, tied.ties, edits, same);
  return withTies(made, moved.before, moved.ties);
}
