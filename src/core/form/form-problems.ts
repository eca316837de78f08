import type { Finding } from '../problem/finding.ts';

/** What is wrong with the values of a form, by the path of each; rows are counted from 0. */
export type ProblemsByPath = ReadonlyMap<string, readonly string[]>;

/**
 * The findings about values that a person can fix in the form.
 *
 * @param findings of `checkValues` or of a cast
 * @param say words for one in place of its own
 */
export function problemsByPath(
  findings: readonly Finding[],
  say: (finding: Finding) => string = ({ message }) => message,
): ProblemsByPath {
  const found = new Map<string, string[]>();
  for (const one of findings) {
    const { code, path } = one;
    if (path === undefined || !/^value\/(?:wrong|required)$/.test(code)) continue;
    const message = say(one);
    const before = found.get(path) ?? [];
    if (!before.includes(message)) found.set(path, [...before, message]);
  }
  return found;
}

/** How many there are at a path and below it. */
export function countBelow(problems: ProblemsByPath, path: string): number {
  let count = 0;
  for (const [at, messages] of problems) {
    if (at === path || path === '' || at.startsWith(`${path}.`)) count += messages.length;
  }
  return count;
}
