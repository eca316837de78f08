/** What was said, not where. */
export function withoutPlace(complaint: string): string {
  return complaint.split('\n')[0]?.replace(/ at .*| +\(.*/, '') ?? '';
}

/** A part of one, in words. */
export function percent(part: number): string {
  return `${(part * 100).toFixed(2)} %`;
}

/** True for texts that differ only in words that differ between runs of one page as well. */
export function equalBut(
  one: string,
  two: string,
  run = '',
  others: readonly (string | undefined)[] = [],
): boolean {
  if (one === two) return true;
  const words = (text: string) => text.split(/([\w.-]+)/);
  const [a, b, c] = [words(one), words(two), words(run)];
  if (a.length !== b.length || a.length !== c.length) return false;
  const like = others.map((other = '') => words(other)).filter((d) => d.length === c.length);
  return a.every((word, at) => word === b[at] || like.some((d) => d[at] !== c[at]));
}

/** The first stretch in which two texts differ. */
export function difference(one = '', two = ''): string {
  let at = 0;
  while (at < one.length && one[at] === two[at]) at += 1;
  const from = Math.max(0, at - 60);
  return `${JSON.stringify(one.slice(from, at + 60))} ≠ ${JSON.stringify(two.slice(from, at + 60))}`;
}
