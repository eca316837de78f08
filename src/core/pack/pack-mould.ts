import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, concatBytes, utf8ToBytes } from '@noble/hashes/utils.js';
import { deflateSync, zipSync } from 'fflate';
import { requireMould } from '../model/given.ts';
import type { Mould } from '../model/mould.ts';
import { finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { firstUnsafe } from '../text/safe-path.ts';
import { filesOf } from './mould-files.ts';

/** The file of a pack that says what it is. */
export const packFile = 'pack.json';

/** The version of the format of packs. */
export const packFormat = 1;

/** All times in a pack: the first there is in a zip, so that the same mould gives the same bytes. */
const noTime = new Date(1980, 0, 1);

/**
 * Packs a mould: the files of its folder as a zip, with a digest of them all. The same mould gives the
 * same bytes.
 *
 * @throws Refusal when a file has a path that some system does not take
 *
 * @example
 * await writeFile('notice-rail.zip', packMould(mould));
 */
export function packMould(mould: Mould): Uint8Array {
  requireMould(mould);
  const files = Object.fromEntries(
    Object.entries(filesOf(mould)).map(([path, content]) => [path, asBytes(content)]),
  );
  const unsafe = firstUnsafe(Object.keys(files));
  if (unsafe) throw new Refusal(finding('pack/unsafe-path', unsafe));
  const { name, version } = mould.manifest;
  const about = { format: packFormat, name, version, sha256: digestOf(files) };
  const all = { [packFile]: utf8ToBytes(`${JSON.stringify(about, null, 2)}\n`), ...files };
  const entries = Object.entries(all).map(([path, bytes]) => [
    path,
    isAllButNothing(bytes) ? [bytes, { level: 0 }] : bytes,
  ]);
  return zipSync(Object.fromEntries(entries), { level: 9, mtime: noTime });
}

/** A file that unpacks to more than so many times its size is made to fill a disk. */
export const mostBlownUp = 250;

/** Below this, in bytes, it does not matter. */
export const harmlessBytes = 2 ** 20;

/** True for a file, such as a silent sound, that packed would look as if made to fill a disk. */
function isAllButNothing(bytes: Uint8Array): boolean {
  if (bytes.length <= harmlessBytes) return false;
  return deflateSync(bytes, { level: 9 }).length * mostBlownUp < bytes.length;
}

/** The digest of some files: SHA-256 over the path and the digest of each, in order of paths. */
export function digestOf(files: Readonly<Record<string, Uint8Array>>): string {
  const paths = Object.keys(files).sort();
  const parts = paths.flatMap((path) => [
    utf8ToBytes(`${path}\0`),
    sha256(files[path] as Uint8Array),
  ]);
  return bytesToHex(sha256(concatBytes(...parts)));
}

function asBytes(content: string | Uint8Array): Uint8Array {
  return typeof content === 'string' ? utf8ToBytes(content) : content;
}
