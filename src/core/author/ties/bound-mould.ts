import { applyEdits, findNodeAtLocation, modify, parseTree } from 'jsonc-parser';
import type { FieldSchema } from '../../model/kind.ts';
import type { Manifest, Mould } from '../../model/mould.ts';
import { eachPart, type SourcePart, type Sources, sourceParts } from '../../model/source-parts.ts';
import type { NamedField } from '../spots/names/named.ts';
import { changesOf } from './changes.ts';
import { declarationOf } from './declare.ts';
import type { Change } from './render.ts';
import { type Rendered, render } from './render.ts';

/** Sources with changes made. */
export function renderSources(
  before: Sources,
  changes: readonly Change[],
): Readonly<Record<SourcePart, Rendered>> {
  return eachPart((part) =>
    render(
      before[part],
      changes.filter((one) => one.in === part),
    ),
  );
}

/** True where changes give sources as they are. */
export function isMade(before: Sources, changes: readonly Change[], sources: Sources): boolean {
  const made = renderSources(before, changes);
  return sourceParts.every((part) => made[part].text === sources[part]);
}

/** The mould with fields declared and bound, for trying them. */
export function withFields(mould: Mould, fields: readonly NamedField[]): Mould {
  return withDeclared(mould, fields, fields.flatMap(changesOf));
}

/** The mould with fields declared, and with changes made. */
export function withDeclared(
  mould: Mould,
  fields: readonly NamedField[],
  changes: readonly Change[],
): Mould {
  const { template, style, script } = renderSources(mould, changes);
  const { fields: before } = mould.manifest;
  const more = Object.fromEntries(fields.map((one) => [one.name, declarationOf(one)]));
  const properties = { ...(before.properties as FieldSchema), ...more };
  const manifest = { ...mould.manifest, fields: { ...before, properties } };
  const sources = { template: template.text, style: style.text, script: script.text };
  return { ...mould, manifest, manifestText: JSON.stringify(manifest), ...sources };
}

const formattingOptions = { insertSpaces: true, tabSize: 2, eol: '\n' };

/** mould.json with fields added, or with one taken out; all else as it was written. */
export function withDeclarations(
  mould: Mould,
  fields: readonly { readonly name: string; readonly declared: FieldSchema | undefined }[],
): Pick<Mould, 'manifest' | 'manifestText'> {
  let { manifestText } = mould;
  const set = (path: readonly string[], value: unknown) => {
    const edits = modify(manifestText, ['fields', 'properties', ...path], value, {
      formattingOptions,
    });
    manifestText = applyEdits(manifestText, edits);
  };
  if (Object.keys((mould.manifest.fields.properties as object | undefined) ?? {}).length === 0) {
    // Each edit reads and sets all of the text again; where there are no fields yet, one is enough.
    set([], {});
    const properties = Object.fromEntries(fields.map(({ name, declared }) => [name, declared]));
    manifestText = withObjectAt(manifestText, ['fields', 'properties'], properties);
  } else for (const { name, declared } of fields) set([name], declared);
  const manifest = () => JSON.parse(manifestText.replace(/^\uFEFF/, '')) as Manifest;
  if (Object.keys(manifest().fields.properties ?? {}).length === 0) {
    set([], {});
  }
  return { manifest: manifest(), manifestText };
}

/** JSON with another object in place of one, set as its lines are. */
function withObjectAt(text: string, path: string[], value: object): string {
  const tree = parseTree(text);
  const node = tree && findNodeAtLocation(tree, path);
  if (!node) return text;
  const [indent = ''] = /^[ \t]*/.exec(text.slice(text.lastIndexOf('\n', node.offset) + 1)) ?? [];
  const written = JSON.stringify(value, null, 2).replace(/\n/g, `\n${indent}`);
  return text.slice(0, node.offset) + written + text.slice(node.offset + node.length);
}

/** Changes less those inside stretches that others of the same tie take out. */
export function madeOf(before: Sources, changes: readonly Change[]): readonly Change[] {
  const made = renderSources(before, changes);
  const some = new Set(sourceParts.flatMap((part) => made[part].made));
  return changes.filter((one) => some.has(one));
}
