/** How many of what is sorted by start begin before or at an offset. */
export function countUpTo(sorted: readonly { readonly start: number }[], offset: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] as { start: number }).start <= offset) low = middle + 1;
    else high = middle;
  }
  return low;
}
