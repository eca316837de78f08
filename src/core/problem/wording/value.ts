import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with the values of a cast. */
export const valueWording = {
  'value/wrong': {
    level: 'error',
    message: ({ title, what, found }: { title: string; what: string; found: string }) =>
      `${title} ${what}, but ${found} was given; its default is used.`,
    mend: ({ path, bound }: { path: string; bound: string }) => correct(path, bound),
  },
  'value/required': {
    level: 'error',
    message: ({ title }: { title: string }) => `${title} may not be empty; its default is used.`,
    mend: ({ path, bound }: { path: string; bound: string }) => correct(path, bound),
  },
  'value/no-field': {
    level: 'warning',
    message: ({ path, near }: { path: string; near?: string | undefined }) =>
      `No field is called ${path}; its value is kept aside.${didYouMean(near)}`,
    mend: () => 'Correct the name, or leave it: nothing is lost.',
  },
  'value/moved': {
    level: 'note',
    message: ({ from, to }: { from: string; to: string }) =>
      `${from} is called ${to} by now; its value was taken.`,
    mend: () => 'Nothing is needed; write it under its new name when you like.',
  },
  'value/converted': {
    level: 'note',
    message: ({ title, found, called }: { title: string; found: string; called: string }) =>
      `${title} is ${called} by now; ${found} was taken as one.`,
    mend: () => 'Look whether it is what you mean.',
  },
  'value/put-back': {
    level: 'note',
    message: ({ path }: { path: string }) =>
      `${path} is a field again; its kept value was put back.`,
    mend: () => 'Nothing is needed.',
  },
} as const satisfies WordingTable;

function correct(path: string, bound: string): string {
  return `Correct ${path}${bound === '' ? '' : `, which is bound in ${bound}`}.`;
}
