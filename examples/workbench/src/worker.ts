import { calls } from './worker-calls.ts';

/** One call, and what came of it. */
interface Asked {
  readonly id: number;
  readonly call: keyof typeof calls;
  readonly given: readonly unknown[];
}

self.addEventListener('message', async ({ data }: MessageEvent<Asked>) => {
  const { id, call, given } = data;
  try {
    const run = calls[call] as (...given: readonly unknown[]) => unknown;
    postMessage({ id, result: await run(...given) });
  } catch (error) {
    postMessage({ id, error: error instanceof Error ? error.message : String(error) });
  }
});
