import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, concatBytes, utf8ToBytes } from '@noble/hashes/utils.js';
import { zipSync } from 'fflate';
import type { Mould } from '../model/mould.ts';

/** The file of a pack that says what it is. */
export const packFile = 'pack.json';

/** The version of the format of packs. */
export const packFormat = 1;

/** All times in a pack: the first there is in a zip, so that the same mould gives the same bytes. */
const noTime = new Date(1980, 0, 1);

/** Files of a folder by their paths, with forward slashes. */
export type PackedFiles = Readonly<Record<string, Uint8Array>>;

/**
 * Packs a mould: the files of its folder as a zip, with a digest of them all. The same mould gives the
 * same bytes.
 */
export function packMould(mould: Mould): Uint8Array {
  const files = filesOf(mould);
  const { name, version } = mould.manifest;
  const about = { format: packFormat, name, version, sha256: digestOf(files) };
  const all = { [packFile]: utf8ToBytes(`${JSON.stringify(about, null, 2)}\n`), ...files };
  return zipSync(all, { level: 9, mtime: noTime });
}

/** The digest of some files: SHA-256 over the path and the digest of each, in order of paths. */
export function digestOf(files: PackedFiles): string {
  const paths = Object.keys(files).sort();
  const parts = paths.flatMap((path) => [
    utf8ToBytes(`${path}\0`),
    sha256(files[path] as Uint8Array),
  ]);
  return bytesToHex(sha256(concatBytes(...parts)));
}

/** A mould as the files of its folder. */
function filesOf({ manifestText, template, style, script, files }: Mould): PackedFiles {
  const sources = { 'mould.json': manifestText, 'template.html': template };
  const optional = { 'style.css': style, 'script.js': script };
  const all: Record<string, string | Uint8Array> = {
    ...sources,
    ...Object.fromEntries(Object.entries(optional).filter(([, text]) => text !== '')),
    ...files,
  };
  const paths = Object.keys(all).sort();
  const bytes = paths.map((path) => {
    const content = all[path] as string | Uint8Array;
    return [path, typeof content === 'string' ? utf8ToBytes(content) : content];
  });
  return Object.fromEntries(bytes);
}
