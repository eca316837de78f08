import { didYouMean, type WordingTable } from './shape.ts';

/** What a rack refuses. */
export const rackWording = {
  'rack/other-content': {
    level: 'error',
    message: ({ name, version }: { name: string; version: string }) =>
      `${name} ${version} is already on the rack with different content, and was not replaced.`,
    hint: () => 'Raise the version in mould.json, or drop the one on the rack.',
  },
  'rack/not-there': {
    level: 'error',
    message: ({
      asked,
      near,
      known,
    }: {
      asked: string;
      near?: string | undefined;
      known: readonly string[];
    }) => {
      const there =
        known.length === 0 ? 'the rack is empty' : `it has ${known.slice(0, 12).join(', ')}`;
      return `${asked} is not on the rack; ${there}.${didYouMean(near)}`;
    },
    hint: () => 'Run rack list to see what is there.',
  },
} as const satisfies WordingTable;
