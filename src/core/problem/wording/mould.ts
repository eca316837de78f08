import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with the manifest outside its fields. */
export const mouldWording = {
  'mould/wrong': {
    level: 'error',
    message: ({ where, what }: { where: string; what: string }) => `${where} ${what}.`,
  },
  'mould/unknown-key': {
    level: 'warning',
    message: ({ key, near }: { key: string; near?: string | undefined }) =>
      `mould.json has ${key}, which means nothing here.${didYouMean(near)}`,
    mend: () => 'Correct its name or take it out.',
  },
} as const satisfies WordingTable;
