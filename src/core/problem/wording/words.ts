import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with a mould's translations. */
export const wordsWording = {
  'words/wrong': {
    level: 'warning',
    message: ({ what, near }: { what: string; near?: string | undefined }) =>
      `${what}.${didYouMean(near)}`,
    hint: () => 'Put title, description and choices under fields, by the path of each field.',
  },
} as const satisfies WordingTable;
