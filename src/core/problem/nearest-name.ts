import { distance } from 'fastest-levenshtein';

/**
 * The known name a person most likely meant, or undefined when none is close.
 * Close means: at most four in ten of its letters differ, or one; less than half of what was typed
 * does; and case does not count.
 *
 * @param mostSlips most letters that may differ, where names are long and alike on purpose
 */
export function nearestName(
  typed: string,
  known: readonly string[],
  mostSlips = Number.POSITIVE_INFINITY,
): string | undefined {
  let best: string | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const name of known) {
    const apart = typingDistance(typed.toLowerCase(), name.toLowerCase());
    const most = Math.min(mostSlips, Math.max(1, Math.floor(name.length * 0.4)));
    if (apart < least && apart <= most && apart * 2 < typed.length) {
      best = name;
      least = apart;
    }
  }
  return best;
}

/** Levenshtein distance, where two neighbouring letters in the wrong order count as one slip. */
function typingDistance(typed: string, name: string): number {
  for (let index = 0; typed.length === name.length && index < typed.length - 1; index += 1) {
    const swapped =
      typed.slice(0, index) + typed[index + 1] + typed[index] + typed.slice(index + 2);
    if (swapped === name && swapped !== typed) return 1;
  }
  return distance(typed, name);
}
