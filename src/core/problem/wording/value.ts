import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with the values of a cast. */
export const valueWording = {
  'value/wrong': {
    level: 'error',
    message: ({ title, what, found }: { title: string; what: string; found: string }) =>
      `${title} ${what}, but ${found} was given; its default is used.`,
  },
  'value/required': {
    level: 'error',
    message: ({ title }: { title: string }) => `${title} may not be empty; its default is used.`,
  },
  'value/no-field': {
    level: 'warning',
    message: ({ path, near }: { path: string; near?: string | undefined }) =>
      `No field is called ${path}; its value is kept aside.${didYouMean(near)}`,
    mend: () => 'Correct the name, or leave it: nothing is lost.',
  },
} as const satisfies WordingTable;
