import { availableParallelism } from 'node:os';

/** So many pages at once: while one waits for the browser, another has its processor. */
export const shotsAtOnce = Math.max(2, Math.min(6, availableParallelism() + 1));

/**
 * Runs work on many things, so many at once; results come in the order of the things. The first
 * failure stops what has not begun and is thrown when all that had begun is over.
 */
export async function inParallel<T, R>(
  things: readonly T[],
  atOnce: number,
  work: (thing: T) => Promise<R>,
): Promise<R[]> {
  const results: R[] = new Array(things.length);
  const failures: unknown[] = [];
  let next = 0;
  const worker = async (): Promise<void> => {
    while (next < things.length && failures.length === 0) {
      const index = next;
      next += 1;
      try {
        results[index] = await work(things[index] as T);
      } catch (error) {
        failures.push(error);
      }
    }
  };
  await Promise.all(Array.from({ length: Math.min(atOnce, things.length) }, worker));
  if (failures.length > 0) throw failures[0];
  return results;
}
