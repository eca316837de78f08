import type { Score } from './score.ts';

/** How well spots agree with the fields written down, as a table in Markdown with a line of sums. */
export function spotsTable(scores: readonly Score[]): string {
  const of = (part: number, whole: number) => (whole === 0 ? '–' : `${part} of ${whole}`);
  const rows = scores.map(({ name, found, expected, right, proposed, merged, shared, never }) => [
    name,
    of(found, expected),
    of(right, proposed),
    of(merged, shared),
    String(never.length),
  ]);
  const sum = (name: 'found' | 'expected' | 'right' | 'proposed' | 'merged' | 'shared') =>
    scores.reduce((total, one) => total + one[name], 0);
  const share = (part: number, whole: number) =>
    `${part} of ${whole} (${((part / Math.max(1, whole)) * 100).toFixed(1)} %)`;
  const all = [
    `**all ${scores.length}**`,
    share(sum('found'), sum('expected')),
    share(sum('right'), sum('proposed')),
    share(sum('merged'), sum('shared')),
    String(scores.reduce((total, one) => total + one.never.length, 0)),
  ];
  const head = ['snippet', 'found', 'right', 'merged', 'from the never-list'];
  return [head, head.map(() => '---'), ...rows, all]
    .map((one) => `| ${one.join(' | ')} |`)
    .join('\n');
}

/** What was missed and what was wrong, a line each. */
export function spotsMissed(scores: readonly Score[]): string[] {
  return scores.flatMap(({ name, missed, wrong, unmerged, never }) => [
    ...missed.map((one) => `${name}: missed ${one}`),
    ...wrong.map((one) => `${name}: not asked for ${one}`),
    ...unmerged.map((one) => `${name}: not one field ${one}`),
    ...never.map((one) => `${name}: never to be one ${one}`),
  ]);
}
