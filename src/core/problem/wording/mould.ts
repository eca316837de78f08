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
      `mould.json has an unknown key, ${key}.${didYouMean(near)}`,
    hint: () => 'Correct its name or remove it.',
  },
} as const satisfies WordingTable;
