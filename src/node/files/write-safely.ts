import { existsSync, mkdirSync, renameSync, rmdirSync, rmSync, writeFileSync } from 'node:fs';
import { access, cp, mkdir, readdir, rm, writeFile } from 'node:fs/promises';
import { dirname, join, relative, resolve } from 'node:path';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { alone, draftBeside, type Moves, movesFile, recover } from './drafts.ts';
import { unwritable } from './refuse.ts';

/** Files of a folder by their path in it, with forward slashes. */
export type FolderFiles = Readonly<Record<string, string | Uint8Array>>;

/**
 * Writes a file whole or not at all: beside its place first, then renamed into it. Folders on
 * the way are made.
 *
 * @throws Refusal when the place cannot be written to
 */
export async function writeWhole(path: string, content: string | Uint8Array): Promise<void> {
  recover(path);
  const draft = draftBeside(path);
  try {
    await mkdir(dirname(path), { recursive: true });
    await drafting(draft, () => writeFile(draft, content));
    renameSync(draft, path);
  } catch (error) {
    await clear(draft);
    throw unwritable(path, error);
  }
}

/**
 * Writes a folder that is not there yet, or is empty, whole or not at all.
 *
 * @param hint what to tell a person whose folder already exists
 * @throws Refusal when it is there, or cannot be written
 */
export async function writeNewFolder(
  path: string,
  files: FolderFiles,
  hint: string,
): Promise<void> {
  recover(path);
  const isEmpty = await isEmptyFolder(path);
  if (!isEmpty) await refuseIfThere(path, hint);
  if (isEmpty && isStoodIn(path)) return swapFiles(path, files, [], async () => undefined);
  const draft = draftBeside(path);
  try {
    await drafting(draft, () => writeFiles(draft, files));
    if (isEmpty) rmdirSync(path);
    renameSync(draft, path);
  } catch (error) {
    await clear(draft);
    throw unwritable(path, error);
  }
}

/**
 * Writes files into a folder that is there, whole or not at all: into a copy first, which then
 * takes its place. What else the folder holds comes along.
 *
 * @param leaving folders in it whose old files go
 * @param check tells, right before, whether what is there may go: throws where it may not
 * @throws Refusal when it cannot be written
 */
export async function rewriteFolder(
  path: string,
  files: FolderFiles,
  leaving: readonly string[],
  check: () => Promise<void>,
): Promise<void> {
  if (isStoodIn(path)) return swapFiles(path, files, leaving, check);
  const draft = draftBeside(path);
  const aside = draftBeside(path, 'old');
  try {
    await drafting(draft, async () => {
      await cp(path, draft, { recursive: true, verbatimSymlinks: true, preserveTimestamps: true });
      for (const folder of leaving) await rm(join(draft, folder), { recursive: true, force: true });
      await writeFiles(draft, files);
      await alone(path, async () => {
        await check();
        // A program that is ended between the two leaves the old folder aside: see `recover`.
        renameSync(path, aside);
        try {
          renameSync(draft, path);
        } catch (error) {
          renameSync(aside, path);
          throw error;
        }
      });
    });
    // The new folder is in its place; an old one that will not go is no failure of that.
    await clear(aside);
  } catch (error) {
    await clear(draft);
    throw unwritable(path, error);
  }
}

/** True for the folder that the program was called in, or one around it. */
function isStoodIn(path: string): boolean {
  return !/^\.\.(?:[/\\]|$)/.test(relative(resolve(path), process.cwd()));
}

/**
 * Writes files into a folder that has to stay: a shell that stands in it would be left in one that
 * is gone. All are written first, then moved to their places; if one cannot be, all are moved back.
 */
async function swapFiles(
  path: string,
  files: FolderFiles,
  leaving: readonly string[],
  check: () => Promise<void>,
): Promise<void> {
  const draft = draftBeside(join(path, 'draft'));
  const back: (() => void)[] = [];
  const move = (from: string, to: string) => {
    mkdirSync(dirname(to), { recursive: true });
    renameSync(from, to);
    back.unshift(() => renameSync(to, from));
  };
  try {
    await drafting(draft, async () => {
      await writeFiles(join(draft, 'new'), files);
      await alone(join(path, 'draft'), async () => {
        await check();
        const names = [...new Set([...leaving, ...Object.keys(files)])];
        // What is in a folder that goes, goes with it.
        const goes = (name: string) => leaving.some((one) => name.startsWith(`${one}/`));
        const isOver = (name: string) => existsSync(join(path, name)) && !goes(name);
        const moves: Moves = {
          over: names.filter(isOver),
          fresh: names.filter((name) => !isOver(name) && !goes(name)),
        };
        writeFileSync(join(draft, movesFile), JSON.stringify(moves));
        for (const name of moves.over) move(join(path, name), join(draft, 'old', name));
        for (const name of Object.keys(files)) move(join(draft, 'new', name), join(path, name));
      });
    });
  } catch (error) {
    // Should one not go back, it stays in the draft, where it can be found.
    for (const undo of back) undo();
    await clear(draft);
    throw unwritable(path, error);
  }
  await clear(draft);
}

/** What is being written or cleared now: a program that ends before leaves none of it behind. */
const drafts = new Set<string>();
process.on('exit', () => {
  // A file that is being copied at this moment may still come in.
  const how = { recursive: true, force: true, maxRetries: 5, retryDelay: 20 };
  for (const draft of drafts) rmSync(draft, how);
});

async function drafting(draft: string, write: () => Promise<void>): Promise<void> {
  drafts.add(draft);
  await write().finally(() => drafts.delete(draft));
}

async function clear(draft: string): Promise<void> {
  await drafting(draft, () => rm(draft, { recursive: true, force: true })).catch(() => undefined);
}

async function writeFiles(folder: string, files: FolderFiles): Promise<void> {
  for (const [name, content] of Object.entries(files)) {
    const file = join(folder, name);
    await mkdir(dirname(file), { recursive: true });
    await writeFile(file, content);
  }
}

/** @throws Refusal when something is at the path already */
export async function refuseIfThere(path: string, hint: string): Promise<void> {
  if (await isThere(path)) throw new Refusal(finding('call/would-overwrite', { path, hint }));
}

/** True when something is at the path. */
export async function isThere(path: string): Promise<boolean> {
  return access(path).then(
    () => true,
    () => false,
  );
}

async function isEmptyFolder(path: string): Promise<boolean> {
  return readdir(path).then(
    (names) => names.length === 0,
    () => false,
  );
}
