import { distance } from 'fastest-levenshtein';

/**
 * The known name a person most likely meant, or undefined when none is close.
 * Close means: at most a third of its letters differ, and case does not count.
 */
export function nearestName(typed: string, known: readonly string[]): string | undefined {
  let best: string | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const name of known) {
    const apart = distance(typed.toLowerCase(), name.toLowerCase());
    if (apart < least && apart <= Math.max(1, Math.floor(name.length / 3))) {
      best = name;
      least = apart;
    }
  }
  return best;
}
