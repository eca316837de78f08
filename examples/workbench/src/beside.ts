import type { Calls } from './worker-calls.ts';

/** Who waits for an answer. */
interface Waiting {
  readonly resolve: (result: never) => void;
  readonly reject: (error: Error) => void;
}

/** What somebody stopped is no fault. */
export class Stopped extends Error {}

let worker: Worker | undefined;
let count = 0;
const waiting = new Map<number, Waiting>();

function started(): Worker {
  if (worker) return worker;
  worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('message', ({ data }) => {
    const one = waiting.get(data.id);
    waiting.delete(data.id);
    if (data.error === undefined) one?.resolve(data.result as never);
    else one?.reject(new Error(data.error));
  });
  worker.addEventListener('error', ({ message }) => endAll(new Error(message)));
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
): Promise<ReturnType<Calls[Name]>> {
  count += 1;
  const id = count;
  return new Promise((resolve, reject) => {
    waiting.set(id, { resolve, reject });
    started().postMessage({ id, call, given });
  });
}

/** Ends all that is being done. */
export function stop(): void {
  worker?.terminate();
  worker = undefined;
  endAll(new Stopped());
}

/** True while something is being done. */
export function isBusy(): boolean {
  return waiting.size > 0;
}

function endAll(error: Error): void {
  const all = [...waiting.values()];
  waiting.clear();
  for (const { reject } of all) reject(error);
}
