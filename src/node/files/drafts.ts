import { randomBytes } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, rmSync, statSync } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';

/** Of a draft: what is to come into a place, or what has just been moved out of it. */
type Part = 'new' | 'old';

/** A name beside a path, for what is being written: it says by which process, and which part it is. */
export function draftBeside(path: string, part: Part = 'new'): string {
  const hex = randomBytes(4).toString('hex');
  const { folder, name } = placeOf(path);
  return join(folder, `.${name}.${process.pid}.${hex}.${part}.tmp`);
}

/** The folder that a path is in, and its name there; `.` has one as well. */
function placeOf(path: string): { folder: string; name: string } {
  const whole = resolve(path);
  return { folder: dirname(whole), name: basename(whole) };
}

/** What a command that moves files one by one is about to move, so that it can be undone. */
export interface Moves {
  /** Names that something stood under before, and names that nothing did. */
  readonly over: readonly string[];
  readonly fresh: readonly string[];
}

/** The file of a draft that holds its moves. */
export const movesFile = 'moves.json';

/** No command takes so long between two steps, in ms. */
const longest = 10 * 60_000;

interface Left {
  readonly path: string;
  readonly part: Part;
  readonly since: number;
}

/**
 * Puts back what a program moved out of a place before it was ended, and clears away its drafts.
 *
 * @returns true where something was put back
 */
export function recover(path: string): boolean {
  const left = leftBeside(path);
  const [old] = left.filter(({ part }) => part === 'old').sort((a, b) => b.since - a.since);
  const isLost = old !== undefined && !existsSync(path);
  if (isLost) renameSync(old.path, path);
  for (const one of left) rmSync(one.path, { recursive: true, force: true });
  let isUndone = false;
  for (const draft of leftBeside(join(path, 'draft'))) {
    isUndone = undo(path, draft.path) || isUndone;
    rmSync(draft.path, { recursive: true, force: true });
  }
  return isLost || isUndone;
}

/** Moves back what a draft holds of a folder. */
function undo(folder: string, draft: string): boolean {
  const moves = movesIn(draft);
  let isUndone = false;
  for (const name of moves.over) {
    const old = join(draft, 'old', name);
    if (!existsSync(old)) continue;
    rmSync(join(folder, name), { recursive: true, force: true });
    renameSync(old, join(folder, name));
    isUndone = true;
  }
  for (const name of moves.fresh) {
    if (existsSync(join(draft, 'new', name)) || !existsSync(join(folder, name))) continue;
    rmSync(join(folder, name), { recursive: true, force: true });
    isUndone = true;
  }
  return isUndone;
}

function movesIn(draft: string): Moves {
  try {
    return JSON.parse(readFileSync(join(draft, movesFile), 'utf8'));
  } catch {
    // Ended before it moved anything.
    return { over: [], fresh: [] };
  }
}

/** Drafts beside a path whose programs are gone. */
function leftBeside(path: string): Left[] {
  const { folder, name } = placeOf(path);
  const before = `.${name}.`;
  let names: string[];
  try {
    names = readdirSync(folder);
  } catch {
    return [];
  }
  return names.flatMap((name): Left[] => {
    if (!name.startsWith(before)) return [];
    const [, pid, part] =
      /^(\d+)\.[0-9a-f]{8}\.(new|old)\.tmp$/.exec(name.slice(before.length)) ?? [];
    const place = join(folder, name);
    const since = pid ? changedAt(place) : undefined;
    if (since === undefined || isAtWork(Number(pid), since)) return [];
    return [{ path: place, part: part as Part, since }];
  });
}

function changedAt(path: string): number | undefined {
  try {
    return statSync(path).ctimeMs;
  } catch {
    return undefined;
  }
}

/** True for a process that runs, as far as can be told: numbers are given out again. */
function isAtWork(pid: number, since: number): boolean {
  if (Date.now() - since > longest) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Does something while no other program does so at a path. */
export async function alone<T>(path: string, act: () => Promise<T>): Promise<T> {
  const { folder, name } = placeOf(path);
  const lock = join(folder, `.${name}.lock`);
  for (let tries = 0; ; tries += 1) {
    const file = await open(lock, 'wx').catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'EEXIST' || tries > 400) throw error;
      return undefined;
    });
    if (file) {
      await file.writeFile(String(process.pid));
      await file.close();
      break;
    }
    if (isStale(lock)) await rm(lock, { force: true });
    else await new Promise((done) => setTimeout(done, 25));
  }
  try {
    return await act();
  } finally {
    await rm(lock, { force: true });
  }
}

function isStale(lock: string): boolean {
  const since = changedAt(lock);
  if (since === undefined) return false;
  try {
    const pid = Number(readFileSync(lock, 'utf8'));
    // One that is only being made has nothing in it yet.
    return pid > 0 ? !isAtWork(pid, since) : Date.now() - since > 5000;
  } catch {
    return false;
  }
}
