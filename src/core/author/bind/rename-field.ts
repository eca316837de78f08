import { applyEdits, modify } from 'jsonc-parser';
import { compileMould } from '../../compile/compile-mould.ts';
import { type Field, fieldsBelow } from '../../model/field.ts';
import { type Mould, namePattern } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import { Refusal } from '../../problem/refusal.ts';
import { type Edit, withEdits } from '../../text/edits.ts';
import { textOf } from '../../text/utf8.ts';
import type { Sources } from './bound-mould.ts';
import {
  namesInJson,
  namesInScript,
  namesInStyle,
  namesInTemplate,
  type Renaming,
  readsOtherwise,
  renamedPath,
} from './name-places.ts';
import type { Tie } from './tie.ts';
import { readTies, tiesFile, withTies } from './ties.ts';

/** A mould with a field under another name. */
export interface RenamedField {
  readonly mould: Mould;
  readonly findings: readonly Finding[];
}

const namesIn = { template: namesInTemplate, style: namesInStyle, script: namesInScript };

/**
 * Gives a field of a mould another name wherever it is spoken of: in its declaration and in those
 * that depend on it, in template, style and script, in samples, in words and in ties.json. Casts
 * that know it by the old name go on working, by `wasNamed`.
 *
 * @param from the field's name; those of rows and groups keep theirs
 * @param to letters, digits, hyphens and underscores, a letter first
 * @throws Refusal when there is no such field, or the name cannot be had
 */
export function renameField(mould: Mould, from: string, to: string): RenamedField {
  const { root } = compileMould(mould);
  const known = root.members.map(({ path }) => path);
  const field = root.members.find(({ path }) => path === from);
  if (!field)
    throw new Refusal(
      finding('bind/nothing-to-rename', { name: from, near: nearestName(from, known), known }),
    );
  if (from === to) return { mould, findings: [] };
  if (!namePattern.test(to)) throw new Refusal(finding('bind/bad-name', { name: to }));
  if (known.includes(to)) throw new Refusal(finding('bind/name-taken', { name: to }));
  const declared = withDeclared(mould, { from, to, properties: [] });
  const renaming = { from, to, properties: propertiesOf(field, declared, to) };
  const files = Object.fromEntries(
    Object.entries(mould.files).map(([path, content]) => [path, inFile(path, content, renaming)]),
  );
  const findings = readsOtherwise(mould.script)
    ? [finding('bind/not-followed', { from, to }, { file: 'script.js' })]
    : [];
  const whole = { ...mould, ...declared, files };
  const edited = { ...whole, ...sourcesWith(mould, renaming) };
  if (mould.files[tiesFile] === undefined) return { mould: edited, findings };
  const { before, ties, findings: told } = readTies(mould);
  const moved = Object.fromEntries(
    parts.map((part) => [part, namesIn[part](before[part], renaming)]),
  ) as Record<keyof Sources, Edit[]>;
  const renamed = ties.map((tie) => renamedTie(tie, renaming, moved));
  return {
    mould: withTies(whole, { ...before, ...sourcesWith(before, renaming) }, renamed),
    findings: [...told, ...findings],
  };
}

const parts = ['template', 'style', 'script'] as const;

function sourcesWith(sources: Sources, renaming: Renaming): Sources {
  const of = (part: keyof Sources) => edited(sources[part], namesIn[part](sources[part], renaming));
  return { template: of('template'), style: of('style'), script: of('script') };
}

function edited(text: string, edits: readonly Edit[]): string {
  return withEdits(text, { start: 0, end: text.length }, edits);
}

/** What a field and all in it are called in style, before and after. */
function propertiesOf(field: Field, { manifest, manifestText }: Declared, to: string) {
  const bare = { template: '', style: '', script: '', files: {} };
  const { root } = compileMould({ ...bare, manifest, manifestText });
  const after = root.members.find(({ path }) => path === to);
  const names = (one: Field) => [one, ...fieldsBelow(one)].map(({ property }) => property);
  const now = after ? names(after) : [];
  return names(field).map((name, at) => [name, now[at] ?? name] as const);
}

type Declared = Pick<Mould, 'manifest' | 'manifestText'>;

function withDeclared({ manifestText }: Mould, renaming: Renaming): Declared {
  const { from, to } = renaming;
  const isFields = (keys: readonly string[]) => keys.join('.') === 'fields.properties';
  const isPath = (keys: readonly string[]) =>
    keys[0] === 'fields' &&
    (/^(?:when|hidden|caption)$/.test(keys.at(-1) ?? '') || keys.join('.') === 'fields.required');
  const named = edited(manifestText, namesInJson(manifestText, renaming, isFields, isPath));
  const manifest = JSON.parse(named.replace(/^\uFEFF/, ''));
  const field = manifest.fields.properties[to];
  const wasNamed = [field.wasNamed ?? []].flat().filter((one: string) => one !== to);
  const formattingOptions = { insertSpaces: true, tabSize: 2, eol: '\n' };
  const keys = ['fields', 'properties', to, 'wasNamed'];
  const text = applyEdits(named, modify(named, keys, [...wasNamed, from], { formattingOptions }));
  return { manifest: JSON.parse(text.replace(/^\uFEFF/, '')), manifestText: text };
}

function inFile(path: string, content: Uint8Array | string, renaming: Renaming) {
  const isSample = /^samples\/[^/]+\.json$/.test(path);
  if (!isSample && !/^words\/[\w-]+\.json$/.test(path)) return content;
  const text = textOf(content);
  const isHolder = ([first, second, third]: readonly string[]) =>
    isSample
      ? (first === 'values' && second === undefined) || (first === 'below' && third === undefined)
      : first === 'fields' && second === undefined;
  const edits = namesInJson(text, renaming, isHolder);
  return edits.length === 0 ? content : edited(text, edits);
}

function renamedTie(
  tie: Tie,
  renaming: Renaming,
  moved: Readonly<Record<keyof Sources, readonly Edit[]>>,
): Tie {
  const shifted = (part: keyof Sources, offset: number) =>
    moved[part].reduce(
      (at, { start, end, text }) => (end <= offset ? at + text.length - (end - start) : at),
      offset,
    );
  return {
    ...tie,
    field: renamedPath(tie.field, renaming),
    places: tie.places.map((one) => ({ ...one, field: renamedPath(one.field, renaming) })),
    changes: tie.changes.map(({ in: part, start, end, parts: written }) => ({
      ...{ in: part, start: shifted(part, start), end: shifted(part, end) },
      parts: written.map((one) =>
        typeof one === 'string'
          ? edited(one, namesIn[part](one, renaming))
          : { start: shifted(part, one.start), end: shifted(part, one.end) },
      ),
    })),
  };
}
