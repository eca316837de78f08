import { readdirSync, readFileSync, writeSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import type { Worker } from 'node:worker_threads';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { checkMould, fixMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { Refusal } from '../../src/core/problem/refusal.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { anyValue, type Random, randomOf, slipped } from './slips.ts';

/** At once: a worker that never waits has nothing else written before its end. */
const say = (text: string) => writeSync(1, text);

/** A call that takes longer than this, in ms, counts as a hang. */
const longest = 2000;

const home = fileURLToPath(new URL('../..', import.meta.url));

/** Every paste in some folders, as text. */
export function pastesIn(folders: readonly string[]): string[] {
  return folders.flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((path) => path.endsWith('.html'))
      .sort()
      .map((path) => readFileSync(join(folder, path), 'utf8')),
  );
}

/** How far a paste came, and which of the calls took longest. */
interface Taken {
  readonly end: 'refused' | 'unsound' | 'delivered';
  readonly call: string;
  readonly ms: number;
}

/** Takes one paste the whole way. @throws what no call says that it throws */
export function takeAlong(text: string, random: Random): Taken {
  let slowest = { call: '', ms: 0 };
  const timed = <T>(call: string, run: () => T): T => {
    const start = performance.now();
    try {
      return run();
    } finally {
      const ms = performance.now() - start;
      if (ms > slowest.ms) slowest = { call, ms };
    }
  };
  try {
    const pieces = [{ name: 'paste.html', text }];
    const { mould } = timed('importSnippet', () => importSnippet(pieces, { name: 'paste' }));
    timed('checkMould', () => checkMould(mould));
    const fixed = timed('fixMould', () => fixMould(mould).mould);
    timed('checkMould', () => checkMould(fixed));
    timed('findSpots', () => findSpots(mould));
    const bound = timed('bindSpots', () => bindSpots(mould, 'recommended').mould);
    const compiled = timed('compileMould', () => compileMould(bound));
    if (!compiled.isSound) return { end: 'unsound', ...slowest };
    const names = Object.keys((bound.manifest.fields.properties ?? {}) as object);
    const values = Object.fromEntries(names.map((name) => [name, anyValue(random)])) as JsonObject;
    const casts = timed('cast', () => [
      compiled.cast({ id: 'a' }),
      compiled.cast({ id: 'b', values }),
      compiled.cast({ id: 'c', values }, { sealed: true }),
    ]);
    timed('deliver', () => deliver(casts.slice(0, 2), { form: 'block', runtime }));
    for (const form of ['frame', 'panes'] as const) {
      timed('deliver', () => deliver(casts[1] ?? [], { form, runtime }));
    }
    return { end: 'delivered', ...slowest };
  } catch (error) {
    if (error instanceof Refusal) return { end: 'refused', ...slowest };
    throw error;
  }
}

/** Which paste a run of a seed takes at one of its steps. */
export function pasteAt(
  seed: number,
  step: number,
  pastes: readonly string[],
): { text: string; random: Random } {
  const random = randomOf(seed * 1_000_003 + step);
  random();
  const paste = pastes[step % pastes.length] as string;
  return { text: slipped(paste, random, pastes), random };
}

/** Runs in a worker; `beats` has the step that it is at, and 1 once it is done. */
export function run(words: readonly string[], beats: Int32Array): void {
  const { values, positionals } = parseArgs({
    args: [...words],
    allowPositionals: true,
    options: {
      count: { type: 'string' },
      seed: { type: 'string' },
      from: { type: 'string' },
      print: { type: 'boolean' },
    },
  });
  const [count, seed, from] = [values.count ?? 20_000, values.seed ?? 1, values.from ?? 0].map(
    Number,
  ) as [number, number, number];
  const folders =
    positionals.length > 0
      ? positionals.map((one) => resolve(one))
      : [join(home, 'demo/snippets'), join(home, 'tests/spots/cases')];
  const pastes = pastesIn(folders);
  const ends = { refused: 0, unsound: 0, delivered: 0 };
  const thrown = new Map<string, number[]>();
  const slow: { ms: number; call: string; step: number }[] = [];
  const heap: number[] = [];
  for (let step = from; step < from + count; step += 1) {
    Atomics.store(beats, 0, step);
    const { text, random } = pasteAt(seed, step, pastes);
    if (values.print) say(`${text}\n`);
    try {
      const { end, call, ms } = takeAlong(text, random);
      ends[end] += 1;
      if (ms > longest / 4) slow.push({ ms: Math.round(ms), call, step });
    } catch (error) {
      const where = String((error as Error).stack)
        .split('\n')
        .filter((line) => !line.includes('node:'))
        .slice(0, 3)
        .join(' ');
      thrown.set(where, [...(thrown.get(where) ?? []), step]);
    }
    if (step % 500 === 499) {
      (globalThis as { gc?: () => void }).gc?.();
      heap.push(Math.round(process.memoryUsage().heapUsed / 1e6));
      say(`${step + 1} pastes, ${heap.at(-1)} MB\n`);
    }
  }
  slow.sort((a, b) => b.ms - a.ms);
  const late = slow.filter(({ ms }) => ms > longest);
  say(`${JSON.stringify(ends)}\n`);
  say(
    `slowest: ${slow
      .slice(0, 8)

      .map(({ ms, call, step }) => `${call} ${ms} ms at ${step}`)
      .join(', ')}\n`,
  );
  say(
    `over ${longest} ms: ${late.length}\nheap in MB: ${heap[0]} at first, ${heap.at(-1)} at last\n`,
  );
  for (const [where, steps] of thrown)
    say(`${steps.length} times, first at ${steps[0]}: ${where}\n`);
  Atomics.store(beats, 1, thrown.size + late.length > 0 ? 2 : 1);
}

/** Ends a run that is stuck, and says at which step. */
export async function watch(worker: Worker, beats: Int32Array): Promise<number> {
  let last = -1;
  let since = Date.now();
  const timer = setInterval(() => {
    const step = Atomics.load(beats, 0);
    if (step !== last) [last, since] = [step, Date.now()];
    else if (Date.now() - since > 30_000) {
      say(`no end after 30 s at ${step}\n`);
      void worker.terminate();
    }
  }, 1000);
  await new Promise((done) => worker.once('exit', done));
  clearInterval(timer);
  return Atomics.load(beats, 1) === 1 ? 0 : 1;
}
