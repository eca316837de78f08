import { readManifest } from '../model/manifest.ts';
import type { Mould } from '../model/mould.ts';
import { finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
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

/** The most that a pack may hold. */
export const packLimits = {
  /** Of the zip itself, and of all its files outside it. */
  zipBytes: 64 * 2 ** 20,
  bytes: 256 * 2 ** 20,
  files: 5000,
} as const;

/**
 * A mould of the files of its folder.
 *
 * @throws Refusal with what is wrong with its mould.json
 */
export function wholeMould(all: FolderFiles): Mould {
  const { 'mould.json': about = '', 'template.html': template, ...rest } = all;
  const { 'style.css': style, 'script.js': script, ...files } = rest;
  const manifestText = textOf(about);
  const { manifest, findings } = readManifest(manifestText);
  if (!manifest) {
    const [first, ...others] = findings.filter(({ level }) => level === 'error');
    const invalid = finding('pack/not-one', { why: 'its mould.json is invalid' });
    throw new Refusal(first ?? invalid, ...others);
  }
  const text = (file: string | Uint8Array | undefined) => (file === undefined ? '' : textOf(file));
  const sources = { template: text(template), style: text(style), script: text(script) };
  return { manifest, manifestText, ...sources, files };
}
