import { stat } from 'node:fs/promises';
import { setTimeout } from 'node:timers/promises';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';

/** How often something that changes is read again, and how long each time is waited for, in ms. */
const tries = 5;
const pauseMs = 30;

/**
 * Reads what other programs may be writing: again where it has changed while it was read, so that
 * no half of one state is taken with half of another.
 *
 * @param stamp tells a state of it from any other
 * @throws Refusal where it goes on changing
 */
export async function readSteadily<T>(
  path: string,
  stamp: () => Promise<string>,
  read: () => Promise<T>,
): Promise<T> {
  for (let left = tries; left > 0; left -= 1) {
    const before = await stamp();
    const [result] = await Promise.allSettled([read()]);
    if (before === (await stamp())) {
      if (result.status === 'rejected') throw result.reason;
      return result.value;
    }
    await setTimeout(pauseMs);
  }
  throw new Refusal(finding('call/changing', { path }));
}

/** Distinguishes a state of a file from any other; also where it is not there. */
export async function fileStamp(path: string): Promise<string> {
  const { ino, size, mtimeMs } = await stat(path).catch(() => ({ ino: 0, size: 0, mtimeMs: 0 }));
  return `${path} ${ino} ${size} ${mtimeMs}`;
}
