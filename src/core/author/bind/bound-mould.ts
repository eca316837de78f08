import { applyEdits, modify } from 'jsonc-parser';
import type { FieldSchema } from '../../model/kind.ts';
import type { Manifest, Mould } from '../../model/mould.ts';
import type { NamedField } from '../spots/names/named.ts';
import { changesOf, type PlacedChange } from './changes.ts';
import { declarationOf } from './declare.ts';
import { type Rendered, render } from './render.ts';

const sourceParts = ['template', 'style', 'script'] as const;

/** The sources of a mould as they were before anything was bound. */
export type Sources = Pick<Mould, (typeof sourceParts)[number]>;

/** Sources with changes made. */
export function renderSources(
  before: Sources,
  changes: readonly PlacedChange[],
): Readonly<Record<keyof Sources, Rendered>> {
  const of = (part: keyof Sources) =>
    render(
      before[part],
      changes.filter((one) => one.in === part),
    );
  return { template: of('template'), style: of('style'), script: of('script') };
}

/** True where changes give sources as they are. */
export function isMade(
  before: Sources,
  changes: readonly PlacedChange[],
  sources: Sources,
): boolean {
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
  changes: readonly PlacedChange[],
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
  for (const { name, declared } of fields) {
    const edits = modify(manifestText, ['fields', 'properties', name], declared, {
      formattingOptions,
    });
    manifestText = applyEdits(manifestText, edits);
  }
  const manifest = () => JSON.parse(manifestText.replace(/^\uFEFF/, '')) as Manifest;
  if (Object.keys(manifest().fields.properties ?? {}).length === 0) {
    const none = modify(manifestText, ['fields', 'properties'], {}, { formattingOptions });
    manifestText = applyEdits(manifestText, none);
  }
  return { manifest: manifest(), manifestText };
}
