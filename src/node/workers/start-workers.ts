import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import Tinypool from 'tinypool';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { ownPackage } from '../files/own-package.ts';
import { type CallName, calls } from './calls.ts';
import type { Answer, Task } from './worker.ts';

/** How much is taken from strangers. */
export interface WorkerLimits {
  /** Of all that one call is given, in bytes; by default 2 MB. */
  readonly maxBytes?: number;
  /** Of a mould that comes out; by default 500. */
  readonly maxFields?: number;
  /** For one call, in ms; by default 10 000. */
  readonly maxMs?: number;
}

export interface WorkersOptions extends WorkerLimits {
  /** How many calls are carried out at the same time; by default one for each processor but one. */
  readonly count?: number;
}

type Calls = typeof calls;

/** Calls that read what strangers made, each in a worker and within limits. */
export interface Workers {
  /**
   * Carries out a call of `keen-mould` by its name.
   *
   * @param given what the call takes; functions among its options cannot be handed over
   * @throws Refusal when a limit is passed, or the call itself refuses
   * @throws the reason of the signal when that is aborted; the worker is ended then
   *
   * @example
   * const { mould } = await workers.run('importSnippet', [pasted], { signal });
   */
  run<Name extends CallName>(
    name: Name,
    given: Readonly<Parameters<Calls[Name]>>,
    options?: { readonly signal?: AbortSignal },
  ): Promise<ReturnType<Calls[Name]>>;
  /** Ends all workers. */
  close(): Promise<void>;
}

/**
 * Starts workers for a server that takes pastes from strangers: what is slow or endless there ends
 * with its worker, and the server goes on.
 *
 * @example
 * const workers = startWorkers({ maxBytes: 200_000, maxMs: 3000 });
 * const { mould, findings } = await workers.run('importSnippet', [request.body]);
 */
export function startWorkers(options: WorkersOptions = {}): Workers {
  const { maxBytes = 2_000_000, maxFields = 500, maxMs = 10_000 } = options;
  const { count = Math.max(1, availableParallelism() - 1) } = options;
  for (const [name, limit] of Object.entries({ maxBytes, maxFields, maxMs, count })) {
    if (!(Number.isInteger(limit) && limit > 0)) refuse(name, 'must be a whole number above 0');
  }
  const pool = new Tinypool({
    filename: join(ownPackage(), 'dist/bundled/worker.js'),
    minThreads: 0,
    maxThreads: count,
    idleTimeout: 30_000,
    // What the program itself was started with may make no sense for a module of ours.
    execArgv: [],
  });
  let isOpen = true;
  return {
    async run(name, given, { signal } = {}) {
      signal?.throwIfAborted();
      if (!Object.hasOwn(calls, name)) {
        refuse('The call', `must be one of ${Object.keys(calls).join(', ')}`);
      }
      if (!Array.isArray(given)) refuse('What the call takes', 'must be a list');
      refuseLarge(given, maxBytes);
      const inTime = AbortSignal.timeout(maxMs);
      const ends = signal ? AbortSignal.any([signal, inTime]) : inTime;
      const task: Task = { name, given, maxFields };
      try {
        const answer = await carriedOut(pool, task, ends, () => isOpen);
        if ('refused' in answer) throw new Refusal(...answer.refused);
        return answer.value as never;
      } catch (error) {
        if (signal?.aborted) throw signal.reason;
        if (inTime.aborted) throw new Refusal(finding('call/too-long', { ms: maxMs }));
        throw error;
      }
    },
    close() {
      isOpen = false;
      return pool.destroy();
    },
  };
}

function refuse(what: string, why: string): never {
  throw new Refusal(finding('call/argument', { what, why }));
}

/** A worker that is being ended for another call may still be given this one, which begins anew then. */
async function carriedOut(
  pool: Tinypool,
  task: Task,
  signal: AbortSignal,
  isOpen: () => boolean,
): Promise<Answer> {
  for (;;) {
    try {
      return await pool.run(task, { name: 'carryOut', signal });
    } catch (error) {
      const isEnded = error instanceof Error && error.message === 'Terminating worker thread';
      if (!isEnded || signal.aborted || !isOpen()) throw error;
    }
  }
}

function refuseLarge(given: readonly unknown[], maxBytes: number): void {
  const bytes = sizeOf(given);
  if (bytes <= maxBytes) return;
  const what = `This has ${bytes} bytes, and ${maxBytes} are allowed`;
  throw new Refusal(finding('call/too-large', { what }));
}

/** The bytes of all texts and files in a value. */
function sizeOf(value: unknown): number {
  if (typeof value === 'string') return Buffer.byteLength(value);
  if (ArrayBuffer.isView(value)) return value.byteLength;
  if (typeof value !== 'object' || value === null) return 0;
  return Object.values(value).reduce((sum: number, one) => sum + sizeOf(one), 0);
}
