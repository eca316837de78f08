import { unzipSync } from 'fflate';
import { isJsonObject, parseJson } from '../model/json-source.ts';
import type { Mould } from '../model/mould.ts';
import { finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { firstUnsafe } from '../text/safe-path.ts';
import { textOf } from '../text/utf8.ts';
import { packLimits, wholeMould } from './mould-files.ts';
import { digestOf, harmlessBytes, mostBlownUp, packFile, packFormat } from './pack-mould.ts';
import { type ZipEntry, zipEntries } from './zip-entries.ts';

/**
 * Opens a pack from anybody. Nothing in it is run, and no path in it leads out of its folder.
 *
 * @throws Refusal, in one sentence, for what is no pack, is too large, holds paths or links that lead
 *   elsewhere, is of a newer format, or is not what its digest says
 *
 * @example
 * const mould = unpackMould(new Uint8Array(await file.arrayBuffer()));
 */
export function unpackMould(pack: Uint8Array): Mould {
  if (!(pack instanceof Uint8Array)) refuse('pack/not-one', { why: 'it is not bytes' });
  if (pack.length > packLimits.zipBytes)
    refuse('pack/too-large', { what: 'it is larger than 64 MB' });
  const entries = zipEntries(pack);
  if (!entries) refuse('pack/not-one', { why: 'it is not a zip file' });
  refuseUnsafe(entries);
  const files = opened(pack, entries);
  const { [packFile]: about, ...rest } = files;
  if (!rest['mould.json']) refuse('pack/not-one', { why: 'it has no mould.json' });
  checkAbout(about, rest);
  return wholeMould(rest);
}

function refuse(
  ...[code, data]: Parameters<
    typeof finding<'pack/not-one' | 'pack/too-large' | 'pack/path' | 'pack/digest'>
  >
): never {
  throw new Refusal(finding(code, data as never));
}

function refuseUnsafe(entries: readonly ZipEntry[]): void {
  if (entries.length > packLimits.files)
    refuse('pack/too-large', { what: `it has more than ${packLimits.files} files` });
  const special = entries.find(({ isSpecial }) => isSpecial);
  if (special)
    refuse('pack/path', { path: special.path.slice(0, 120), why: 'is a link or a device' });
  const unsafe = firstUnsafe(entries.map(({ path }) => path));
  if (unsafe) refuse('pack/path', unsafe);
  const bomb = entries.find(
    ({ bytes, packedBytes }) => bytes > harmlessBytes && bytes > packedBytes * mostBlownUp,
  );
  if (bomb) {
    const what = `${bomb.path.slice(0, 120)} unpacks to ${Math.round(bomb.bytes / 2 ** 20)} MB`;
    refuse('pack/too-large', { what });
  }
  const total = entries.reduce((sum, { bytes }) => sum + bytes, 0);
  if (total > packLimits.bytes)
    refuse('pack/too-large', { what: 'its files are larger than 256 MB' });
}

/** The files, each no larger than the list of contents says. */
function opened(
  pack: Uint8Array,
  entries: readonly ZipEntry[],
): Readonly<Record<string, Uint8Array>> {
  const sizes = new Map(entries.map(({ path, bytes }) => [path, bytes]));
  try {
    const files = unzipSync(pack, {
      filter: ({ name, originalSize }) => !name.endsWith('/') && sizes.get(name) === originalSize,
    });
    const wanted = entries.filter(({ isFolder }) => !isFolder);
    const isWhole = wanted.every(({ path, bytes }) => files[path]?.length === bytes);
    if (isWhole) return files;
  } catch {
    // Told below: a stretch that cannot be inflated is as good as one that is not there.
  }
  return refuse('pack/not-one', { why: 'its contents do not match its directory' });
}

function checkAbout(
  about: Uint8Array | undefined,
  files: Readonly<Record<string, Uint8Array>>,
): void {
  if (!about) refuse('pack/not-one', { why: `it has no ${packFile}` });
  const source = parseJson(packFile, textOf(about));
  const { value } = source;
  if (value === undefined || !isJsonObject(value) || typeof value.format !== 'number') {
    refuse('pack/not-one', { why: `its ${packFile} is invalid` });
  }
  if (value.format > packFormat) {
    throw new Refusal(
      finding('json/newer-format', { format: value.format }, source.placeOf(['format'])),
    );
  }
  if (value.sha256 !== digestOf(files)) refuse('pack/digest', {});
}
