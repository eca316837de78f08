import { compileMould } from '../../compile/compile-mould.ts';
import type { FieldUse } from '../../compile/uses/field-use.ts';
import { usesIn, usesOf } from '../../compile/uses/field-uses.ts';
import { type Field, fieldsBelow } from '../../model/field.ts';
import type { JsonObject } from '../../model/json-source.ts';
import { type Manifest, type Mould, namePattern } from '../../model/mould.ts';
import { eachPart } from '../../model/source-parts.ts';
import type { Place } from '../../problem/finding.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import { Refusal } from '../../problem/refusal.ts';
import type { Range } from '../../text/edits.ts';
import { withEdits } from '../../text/edits.ts';
import { indexLines } from '../../text/line-index.ts';
import { textOf } from '../../text/utf8.ts';
import { readTies, tiesFile, withTies } from '../ties/ties.ts';
import { keysOf, manifestAt, withManifestAt } from './manifest-edit.ts';
import { namesInJson, type Renaming } from './names-in-json.ts';
import { editsIn, renamedTies, type UseEdit, wholeOf } from './tied-edits.ts';

/** A mould with a field under another name. */
export interface RenamedField {
  readonly mould: Mould;
  readonly findings: readonly Finding[];
}

/**
 * Gives a field of a mould another name wherever it is spoken of: in its declaration and in those
 * that depend on it, in template, style and script, in samples, in words and in ties.json. Casts
 * that know it by the old name go on working, by `wasNamed`.
 *
 * @param from the field's name, or the path of one in a row or a group: `rows.time`
 * @param name letters, digits, hyphens and underscores, a letter first
 * @throws Refusal when there is no such field, or the name cannot be had
 *
 * @example
 * const { mould: renamed } = renameField(mould, 'rows.time', 'departs');
 */
export function renameField(mould: Mould, from: string, name: string): RenamedField {
  const { root } = compileMould(mould);
  const declared = [root, ...fieldsBelow(root)].flatMap(declaredMembers);
  const known = declared.map(({ path }) => path);
  const field = declared.find(({ path }) => path === from);
  if (!field)
    throw new Refusal(
      finding('bind/nothing-to-rename', { name: from, near: nearestName(from, known), known }),
    );
  const around = from.slice(0, Math.max(0, from.lastIndexOf('.') + 1));
  const to = around + (name.startsWith(around) ? name.slice(around.length) : name);
  if (from === to) return { mould, findings: [] };
  if (!namePattern.test(to.slice(around.length)))
    throw new Refusal(finding('bind/bad-name', { name: to }));
  if (known.includes(to)) throw new Refusal(finding('bind/name-taken', { name: to }));
  const redeclared = withDeclared(mould, { from, to, properties: [] });
  const renaming = { from, to, properties: propertiesOf(field, redeclared, to) };
  const files = Object.fromEntries(
    Object.entries(mould.files).map(([path, content]) => [path, inFile(path, content, renaming)]),
  );
  const { uses, loose } = usesIn(mould);
  const findings =
    loose.length > 0
      ? [finding('bind/not-followed', { from, to }, placeOfLoose(mould, loose[0]))]
      : [];
  const whole = { ...mould, ...redeclared, files };
  const edits = usesOf(uses, field).flatMap((use) => renamedUse(use, renaming));
  const edited = eachPart((part) =>
    withEdits(mould[part], wholeOf(mould[part]), editsIn(part, edits)),
  );
  if (mould.files[tiesFile] === undefined) return { mould: { ...whole, ...edited }, findings };
  const { before, ties, findings: reported } = readTies(mould);
  const moved = renamedTies(before, ties, edits, renaming);
  return { mould: withTies(whole, moved.before, moved.ties), findings: [...reported, ...findings] };
}

/** The fields that the declaration of a group or of rows lists by name. */
function declaredMembers({ kind, members, row }: Field): readonly Field[] {
  const around = kind.isList ? row : undefined;
  if (around) return around.kind.isGroup ? around.members : [];
  return kind.isGroup ? members : [];
}

function placeOfLoose({ script }: Mould, at: Range | undefined): Place {
  return indexLines('script.js', script).placeAt(at?.start ?? 0);
}

const isIdentifier = (name: string) => /^[A-Za-z_$][\w$]*$/.test(name);

/** The edit that gives a use of a field the field's other name. */
function renamedUse(use: FieldUse, { from, to, properties }: Renaming): UseEdit[] {
  const edit = ({ start, end }: Range, text: string) => [{ in: use.in, start, end, text }];
  // Script reads rows as they are: what it calls a member of one cannot be followed.
  if (from.includes('.') && (use.as === 'read' || use.as === 'taken')) return [];
  if ('property' in use) {
    const [, next] = properties.find(([name]) => name === use.property) ?? [];
    return next === undefined || next === use.property ? [] : edit(use.name, next);
  }
  if (use.as === 'read') {
    const [dot, joint] = use.isOptional ? ['?.', '?.'] : ['.', ''];
    return edit(use.member, isIdentifier(to) ? dot + to : `${joint}['${to}']`);
  }
  if (use.as === 'taken') {
    const key = isIdentifier(to) ? to : `'${to}'`;
    return edit(use.name, use.isShorthand ? `${key}: ${from}` : key);
  }
  return edit({ start: use.name.start, end: use.name.start + from.length }, to);
}

/** What a field and all in it are called in style, before and after. */
function propertiesOf(field: Field, { manifest, manifestText }: Declared, to: string) {
  const bare = { template: '', style: '', script: '', files: {} };
  const { root } = compileMould({ ...bare, manifest, manifestText });
  const after = fieldsBelow(root).find(({ path }) => path === to);
  const names = (one: Field) => [one, ...fieldsBelow(one)].map(({ property }) => property);
  const now = after ? names(after) : [];
  return names(field).map((name, at) => [name, now[at] ?? name] as const);
}

type Declared = Pick<Mould, 'manifest' | 'manifestText'>;

function withDeclared(mould: Mould, renaming: Renaming): Declared {
  const { manifestText } = mould;
  const { from, to } = renaming;
  const own = keysOf(mould, from) ?? [];
  const holder = own.slice(0, -1).join('.');
  const names = from.split('.').slice(0, -1);
  // Defaults of what it is in hold it as well, under the names from there on.
  const held = names.map((_, at) => {
    const keys = keysOf(mould, names.slice(0, at + 1).join('.')) ?? [];
    return [...keys, 'default', ...names.slice(at + 1)].join('.');
  });
  const isHolder = (keys: readonly string[]) =>
    keys.join('.') === holder || held.includes(keys.join('.'));
  const isPath = (keys: readonly string[]) =>
    keys[0] === 'fields' &&
    (/^(?:when|hidden|caption)$/.test(keys.at(-1) ?? '') || keys.join('.') === 'fields.required');
  const bare = { ...renaming, from: lastOf(from), to: lastOf(to) };
  const named = withEdits(manifestText, wholeOf(manifestText), [
    ...namesInJson(manifestText, bare, isHolder),
    ...namesInJson(manifestText, renaming, () => false, isPath),
  ]);
  const manifest = JSON.parse(named.replace(/^\uFEFF/, '')) as Manifest;
  const keys = [...own.slice(0, -1), lastOf(to)];
  const field = manifestAt({ manifest }, keys) as JsonObject;
  const before = [field.wasNamed ?? []].flat() as string[];
  const wasNamed = [...before.filter((one) => one !== to), from];
  return withManifestAt(
    { ...mould, manifest, manifestText: named },
    [...keys, 'wasNamed'],
    wasNamed,
  );
}

function lastOf(path: string): string {
  return path.slice(path.lastIndexOf('.') + 1);
}

function inFile(path: string, content: Uint8Array | string, renaming: Renaming) {
  const isSample = /^samples\/[^/]+\.json$/.test(path);
  if (!isSample && !/^words\/[\w-]+\.json$/.test(path)) return content;
  const text = textOf(content);
  const around = renaming.from.split('.').slice(0, -1).join('.');
  const bare = { ...renaming, from: lastOf(renaming.from), to: lastOf(renaming.to) };
  const isHolder = ([first, ...rest]: readonly string[]) => {
    if (!isSample) return first === 'fields' && rest.length === 0;
    const within = first === 'below' ? rest.slice(1) : rest;
    const isOfValues = first === 'values' || (first === 'below' && rest.length > 0);
    return isOfValues && within.join('.') === around;
  };
  const edits = namesInJson(text, isSample ? bare : renaming, isHolder);
  return edits.length === 0 ? content : withEdits(text, wholeOf(text), edits);
}
