import { readManifest } from '../model/manifest.ts';
import type { Mould } from '../model/mould.ts';
import type { Finding } from '../problem/finding.ts';
import { textOf } from '../text/utf8.ts';

/** Files of a folder by their paths, with forward slashes. */
export type FolderFiles = Readonly<Record<string, string | Uint8Array>>;

/** A mould as the files of its folder, in the order of their paths. */
export function filesOf({ manifestText, template, style, script, files }: Mould): FolderFiles {
  const optional = { 'style.css': style, 'script.js': script };
  const all: FolderFiles = {
    'mould.json': manifestText,
    'template.html': template,
    ...Object.fromEntries(Object.entries(optional).filter(([, text]) => text !== '')),
    ...files,
  };
  const paths = Object.keys(all).sort();
  return Object.fromEntries(paths.map((path) => [path, all[path] as string | Uint8Array]));
}

/** A mould of the files of its folder, or what keeps them from being one. */
export function mouldOfFiles(all: FolderFiles): {
  readonly mould: Mould | undefined;
  readonly findings: readonly Finding[];
} {
  const { 'mould.json': about, 'template.html': template, ...rest } = all;
  const { 'style.css': style, 'script.js': script, ...files } = rest;
  if (about === undefined) return { mould: undefined, findings: [] };
  const manifestText = textOf(about);
  const { manifest, findings } = readManifest(manifestText);
  const text = (file: string | Uint8Array | undefined) => (file === undefined ? '' : textOf(file));
  const sources = { template: text(template), style: text(style), script: text(script) };
  return { mould: manifest && { manifest, manifestText, ...sources, files }, findings };
}
