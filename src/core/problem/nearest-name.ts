import { distance } from 'fastest-levenshtein';

/**
 * The known name a person most likely meant, or undefined when none is close.
 * Close means: at most four in ten of its letters differ, or one; less than half of what was typed
 * does; and case does not count.
 */
export function nearestName(typed: string, known: readonly string[]): string | undefined {
  let best: string | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const name of known) {
    const apart = distance(typed.toLowerCase(), name.toLowerCase());
    const most = Math.max(1, Math.floor(name.length * 0.4));
    if (apart < least && apart <= most && apart * 2 < typed.length) {
      best = name;
      least = apart;
    }
  }
  return best;
}
