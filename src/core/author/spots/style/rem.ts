/**
 * A value with each length in `rem` as the px it was on the page it came from, as casts have it: a
 * host's root has a size of its own.
 *
 * @param rootPx the size of type of that page's root, in px; undefined where nobody can know it
 * @returns undefined where the value depends on a size that nobody knows
 */
export function withoutRem(value: string, rootPx: number | undefined): string | undefined {
  if (!/\drem\b/i.test(value)) return value;
  if (rootPx === undefined) return undefined;
  return value.replace(/(\d*\.?\d+)rem\b/gi, (_, number: string) => {
    return `${Number((Number(number) * rootPx).toFixed(4))}px`;
  });
}
