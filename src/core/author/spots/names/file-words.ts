import type { Proposal } from '../atom.ts';

const sorts: readonly (readonly [RegExp, string])[] = [
  [/\.(?:mp3|ogg|oga|wav|m4a|aac|flac)(?:[?#"]|$)/i, 'sound'],
  [/\.(?:mp4|webm|mov|m4v|ogv)(?:[?#"]|$)/i, 'film'],
];

/** What files of sound or film are that some values are addresses of; undefined for others. */
export function fileWord({ values }: Pick<Proposal, 'values'>): string | undefined {
  const there = values.flatMap((value) => (value ? [JSON.stringify(value)] : []));
  if (there.length === 0) return undefined;
  return sorts.find(([is]) => there.every((value) => is.test(value)))?.[1];
}
