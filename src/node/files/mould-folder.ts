import type { Dirent } from 'node:fs';
import { readdir, readFile, stat } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import type { OldPaste } from '../../core/author/bind/replace-snippet.ts';
import { readManifest } from '../../core/model/manifest.ts';
import type { Mould } from '../../core/model/mould.ts';
import { unpackMould } from '../../core/pack/unpack-mould.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { liesIn } from './contained.ts';
import { recover } from './drafts.ts';
import { readText } from './read-text.ts';
import { unreadable } from './refuse.ts';
import { localFilesOf } from './snippet-folder.ts';
import { fileStamp, readSteadily } from './steady.ts';
import { type FolderFiles, isThere, rewriteFolder, writeNewFolder } from './write-safely.ts';

/** The source files of a mould, and the part of it that each holds. */
const sources = {
  'mould.json': 'manifestText',
  'template.html': 'template',
  'style.css': 'style',
  'script.js': 'script',
} as const;

/** A mould from disk, and what is worth knowing about its manifest. */
export interface MouldRead {
  readonly mould: Mould;
  readonly findings: readonly Finding[];
}

/**
 * Reads a mould folder, or one that was packed as a zip.
 *
 * @throws Refusal when it is no mould, its mould.json cannot be read, or a pack is not safe to open;
 *   the findings then name the file by the path given
 *
 * @example
 * const { mould, findings } = await readMould('moulds/notice-rail');
 */
export async function readMould(folder: string): Promise<MouldRead> {
  const isRestored = recover(folder);
  if (!(await isThere(folder))) throw unreadable(folder, { code: 'ENOENT' });
  if (folder.endsWith('.zip')) return readPack(folder);
  const stamp = async () => {
    const files = await listFiles(folder).catch(() => []);
    return (await Promise.all(files.map((path) => fileStamp(join(folder, path))))).join();
  };
  const read = await readSteadily(folder, stamp, () => readFolder(folder));
  if (!isRestored) return read;
  const restored = finding('mould/restored', { folder });
  return { ...read, findings: [...read.findings, restored] };
}

async function readFolder(folder: string): Promise<MouldRead> {
  const manifestPath = join(folder, 'mould.json');
  if (!(await isThere(manifestPath))) {
    throw new Refusal(finding('call/no-mould', { path: folder }));
  }
  const { text: manifestText } = await readText(manifestPath);
  const { manifest, findings } = readManifest(manifestText);
  if (!manifest) {
    const [first, ...rest] = findings.map((one) => ({ ...one, file: manifestPath }));
    throw new Refusal(first as Finding, ...rest);
  }
  const files: Record<string, Uint8Array> = {};
  const texts = { template: '', style: '', script: '' };
  for (const path of await listFiles(folder)) {
    if (path === 'mould.json') continue;
    const part = Object.hasOwn(sources, path) ? sources[path as keyof typeof sources] : undefined;
    if (part && part !== 'manifestText') texts[part] = (await readText(join(folder, path))).text;
    else {
      const bytes = await readIfThere(join(folder, path));
      if (bytes) files[path] = bytes;
    }
  }
  const outside = (await linksOut(folder)).map((path) =>
    finding('mould/link-out', { path }, { file: path }),
  );
  return {
    mould: { manifest, manifestText, ...texts, files },
    findings: [...findings, ...outside],
  };
}

async function readPack(path: string): Promise<MouldRead> {
  const bytes = await readFile(path).catch((error) => {
    throw unreadable(path, error);
  });
  try {
    return { mould: unpackMould(new Uint8Array(bytes)), findings: [] };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const [first, ...rest] = error.findings.map((one) => ({ ...one, file: path }));
    throw new Refusal(first as Finding, ...rest);
  }
}

/**
 * Writes a new mould folder, whole or not at all.
 *
 * @throws Refusal when the folder is there already, or cannot be written
 *
 * @example
 * await writeMould('moulds/notice-rail', mould);
 */
export async function writeMould(folder: string, mould: Mould): Promise<readonly string[]> {
  const files = filesOf(mould);
  await writeNewFolder(
    folder,
    files,
    'Choose another --out or --name, or use --replace, which keeps its fields.',
  );
  return Object.keys(files);
}

/**
 * Writes a mould over an older one, whole or not at all; the old paste goes, all else that is not
 * of the new mould stays.
 *
 * @param older the mould as it was read from there
 * @throws Refusal when the folder cannot be written, or is not as it was read any more
 *
 * @example
 * await rewriteMould('moulds/notice-rail', changed, mould);
 */
export async function rewriteMould(
  folder: string,
  mould: Mould,
  older?: Mould,
): Promise<readonly string[]> {
  const files = filesOf(mould);
  await rewriteFolder(folder, files, ['snippet'], () => refuseIfChanged(folder, older));
  return Object.keys(files);
}

/**
 * Writes those files of a mould that have changed, whole or not at all.
 *
 * @param older the mould as it was read from there
 * @throws Refusal when the folder cannot be written, or is not as it was read any more
 */
export async function saveMould(folder: string, mould: Mould, older: Mould): Promise<void> {
  const [was, is] = [filesOf(older), filesOf(mould)];
  const changed = differing(was, is);
  const files = Object.fromEntries(
    changed.flatMap((path) => (is[path] === undefined ? [] : [[path, is[path]]])),
  );
  await rewriteFolder(folder, files, changed, () => refuseIfChanged(folder, older));
}

/** @throws Refusal when a file of a mould is another than it was when it was read */
async function refuseIfChanged(folder: string, older: Mould | undefined): Promise<void> {
  if (!older) return;
  const [path] = differing(filesOf(older), filesOf((await readMould(folder)).mould));
  if (path === undefined) return;
  throw new Refusal(finding('call/changed-meanwhile', { path: join(folder, path) }));
}

/** The files that only one of two moulds has, or in which they differ. */
function differing(one: FolderFiles, other: FolderFiles): string[] {
  return Object.keys({ ...one, ...other }).filter((path) => {
    const [a, b] = [one[path], other[path]];
    if (typeof a !== 'object' || typeof b !== 'object') return a !== b;
    return Buffer.compare(a, b) !== 0;
  });
}

/**
 * The paste that a mould folder was made from, as its `snippet/` holds it.
 *
 * @example
 * const { mould: newer } = replaceSnippet(mould, await readOldPaste('moulds/notice-rail'), pieces);
 */
export async function readOldPaste(folder: string): Promise<OldPaste> {
  const home = join(folder, 'snippet');
  const names = (await isThere(home)) ? await listFiles(home) : [];
  const texts = names.filter((name) => /\.(?:html?|css|scss|sass|less|m?js|txt|svg)$/i.test(name));
  const pieces = texts.map(async (name) => ({
    name,
    text: (await readText(join(home, name))).text,
  }));
  return { pieces: await Promise.all(pieces), local: localFilesOf(home) };
}

function filesOf(mould: Mould): Record<string, string | Uint8Array> {
  const files: Record<string, string | Uint8Array> = {};
  for (const [path, part] of Object.entries(sources)) {
    if (mould[part] !== '' || path === 'template.html') files[path] = mould[part];
  }
  return Object.assign(files, mould.files);
}

/** A file that was listed; editors take their drafts away again while a folder is read. */
async function readIfThere(path: string): Promise<Uint8Array | undefined> {
  try {
    return await readFile(path);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return undefined;
    throw unreadable(path, error);
  }
}

/** Files under a folder, in order of name; hidden ones and installed packages are left out. */
async function listFiles(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true }).catch((error) => {
    throw unreadable(folder, error);
  });
  const isOwn = async (entry: Dirent) => {
    const path = join(entry.parentPath, entry.name);
    if (!entry.isSymbolicLink()) return entry.isFile();
    return (await liesIn(folder, path)) && (await isFile(path));
  };
  const own = await Promise.all(entries.map(isOwn));
  return entries
    .filter((_, at) => own[at])
    .map((entry) => pathIn(folder, entry))
    .filter(isSeen)
    .sort();
}

/** Links that lead out of a folder, or to another folder: what they lead to is no part of the mould. */
async function linksOut(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true });
  const links = entries.filter((entry) => entry.isSymbolicLink() && isSeen(pathIn(folder, entry)));
  const known = new Set(await listFiles(folder));
  return links.map((entry) => pathIn(folder, entry)).filter((path) => !known.has(path));
}

function pathIn(folder: string, { parentPath, name }: Dirent): string {
  return relative(folder, join(parentPath, name)).split(sep).join('/');
}

function isSeen(path: string): boolean {
  return !path.split('/').some((part) => part.startsWith('.') || part === 'node_modules');
}

async function isFile(path: string): Promise<boolean> {
  return stat(path).then(
    (found) => found.isFile(),
    () => false,
  );
}
