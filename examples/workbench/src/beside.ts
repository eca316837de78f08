import type { Calls } from './worker-calls.ts';

/** Who waits for an answer. */
interface Waiting {
  readonly resolve: (result: never) => void;
  readonly reject: (error: Error) => void;
}

/** What somebody stopped is no fault. */
export class Stopped extends Error {}

/** What takes longer than this, in ms, is seen to take time. */
const longMs = 400;

let worker: Worker | undefined;
let tell: (isBusy: boolean) => void = () => {};
let count = 0;
const waiting = new Map<number, Waiting>();

function started(): Worker {
  if (worker) return worker;
  worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('message', ({ data }) => {
    const one = waiting.get(data.id);
    waiting.delete(data.id);
    if (waiting.size === 0) tell(false);
    if (data.error === undefined) one?.resolve(data.result as never);
    else one?.reject(new Error(data.error));
  });
  worker.addEventListener('error', ({ message }) => {
    worker = undefined;
    endAll(new Error(message || 'The part that reads code could not be loaded. Reload the page.'));
  });
  return worker;
}

/** Gets ready what does the work, before there is any. */
export function warmUp(): void {
  started().postMessage({ id: 0, call: 'warmUp', given: [] });
}

/**
 * Has something done beside the page, which goes on meanwhile.
 *
 * @throws {Stopped} where somebody stopped it
 */
export function ask<Name extends keyof Calls>(
  call: Name,
  ...given: Parameters<Calls[Name]>
): Promise<Awaited<ReturnType<Calls[Name]>>> {
  count += 1;
  const id = count;
  return new Promise((resolve, reject) => {
    waiting.set(id, { resolve, reject });
    started().postMessage({ id, call, given });
    setTimeout(() => tell(waiting.size > 0), longMs);
  });
}

/** Ends all that is being done. */
export function stop(): void {
  worker?.terminate();
  worker = undefined;
  endAll(new Stopped());
}

/** Says when something takes long, and when nothing does any more. */
export function watch(given: (isBusy: boolean) => void): void {
  tell = given;
}

function endAll(error: Error): void {
  const all = [...waiting.values()];
  waiting.clear();
  tell(false);
  for (const { reject } of all) reject(error);
}
