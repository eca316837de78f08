import { didYouMean, type WordingTable } from './shape.ts';

/** What a rack refuses. */
export const rackWording = {
  'rack/other-content': {
    level: 'error',
    message: ({ name, version }: { name: string; version: string }) =>
      `${name} ${version} is on the rack with other content, and is not written over.`,
    mend: () => 'Give the mould a higher version in mould.json, or drop the one on the rack.',
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
        known.length === 0 ? 'it is empty' : `it holds ${known.slice(0, 12).join(', ')}`;
      return `${asked} is not on the rack; ${there}.${didYouMean(near)}`;
    },
    mend: () => 'List what is there with rack list.',
  },
} as const satisfies WordingTable;
