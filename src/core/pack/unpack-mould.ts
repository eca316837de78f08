import { unzipSync } from 'fflate';
import { isJsonObject, parseJson } from '../model/json-source.ts';
import { readManifest } from '../model/manifest.ts';
import type { Mould } from '../model/mould.ts';
import { finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { textOf } from '../text/utf8.ts';
import { digestOf, type PackedFiles, packFile, packFormat } from './pack-mould.ts';
import { type ZipEntry, zipEntries } from './zip-entries.ts';

/** The most that a pack may hold. */
const packLimits = {
  /** Of the zip itself, and of all its files outside it. */
  zipBytes: 64 * 2 ** 20,
  bytes: 256 * 2 ** 20,
  files: 5000,
} as const;

/** A file that unpacks to more than so many times its size is made to fill a disk. */
const mostBlownUp = 250;

/** Below this it does not matter. */
const harmlessBytes = 2 ** 20;

/** Names that a system keeps for itself (Windows: CON, NUL and their like). */
const reserved = /^(?:con|prn|aux|nul|com\d|lpt\d)(?:\.|$)/i;

/**
 * Opens a pack from anybody. Nothing in it is run, and no path in it leads out of its folder.
 *
 * @throws Refusal, in one sentence, for what is no pack, is too large, holds paths or links that lead
 *   elsewhere, is of a newer format, or is not what its digest says
 */
export function unpackMould(pack: Uint8Array): Mould {
  if (pack.length > packLimits.zipBytes)
    refuse('pack/too-large', { what: 'it is larger than 64 MB' });
  const entries = zipEntries(pack);
  if (!entries) refuse('pack/not-one', { why: 'it is not a zip file' });
  refuseUnsafe(entries);
  const files = opened(pack, entries);
  const { [packFile]: about, ...rest } = files;
  const { manifestText, ...mould } = mouldOf(rest);
  checkAbout(about, rest);
  const { manifest, findings } = readManifest(manifestText);
  const [first, ...others] = findings.filter(({ level }) => level === 'error');
  if (!manifest)
    throw new Refusal(
      first ?? finding('pack/not-one', { why: 'its mould.json is invalid' }),
      ...others,
    );
  return { manifest, manifestText, ...mould };
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
  let total = 0;
  const seen = new Set<string>();
  for (const { path, bytes, packedBytes, isSpecial } of entries) {
    const why = isSpecial ? 'is a link or a device' : unsafePath(path);
    if (why) refuse('pack/path', { path: path.slice(0, 120), why });
    // Systems that do not tell capitals apart would write one over the other.
    const key = path.toLowerCase().normalize('NFC');
    if (seen.has(key)) refuse('pack/path', { path: path.slice(0, 120), why: 'appears twice' });
    seen.add(key);
    total += bytes;
    const isBlownUp = bytes > harmlessBytes && bytes > packedBytes * mostBlownUp;
    if (isBlownUp)
      refuse('pack/too-large', {
        what: `${path.slice(0, 120)} unpacks to ${Math.round(bytes / 2 ** 20)} MB`,
      });
  }
  if (total > packLimits.bytes)
    refuse('pack/too-large', { what: 'its files are larger than 256 MB' });
}

/** Why a path is not safe on some system; undefined for one that is on all. */
function unsafePath(path: string): string | undefined {
  if (path.length > 300) return 'is too long';
  if (/[\\:*?"<>|\0-\x1f\x7f]/.test(path))
    return 'contains characters that are not allowed in paths';
  if (path.startsWith('/')) return 'leads out of the pack';
  const steps = path.replace(/\/$/, '').split('/');
  if (steps.some((step) => step === '..' || step === '.' || step === ''))
    return 'leads out of the pack';
  if (steps.some((step) => reserved.test(step) || /[. ]$/.test(step)))
    return 'is a reserved name on some systems';
  return undefined;
}

/** The files, each no larger than the list of contents says. */
function opened(pack: Uint8Array, entries: readonly ZipEntry[]): PackedFiles {
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

function checkAbout(about: Uint8Array | undefined, files: PackedFiles): void {
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

function mouldOf(files: PackedFiles): Omit<Mould, 'manifest'> {
  const { 'mould.json': manifest, 'template.html': template, ...rest } = files;
  const { 'style.css': style, 'script.js': script, ...others } = rest;
  if (!manifest) refuse('pack/not-one', { why: 'it has no mould.json' });
  const text = (bytes: Uint8Array | undefined) => (bytes ? textOf(bytes) : '');
  return {
    manifestText: text(manifest),
    template: text(template),
    style: text(style),
    script: text(script),
    files: others,
  };
}
