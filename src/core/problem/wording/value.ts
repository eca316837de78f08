import { didYouMean, type WordingTable } from './shape.ts';

export interface WrongValue {
  readonly title: string;
  readonly what: string;
  readonly found: string;
  /** The keyword of JSON Schema that it breaks, and what that asks for. */
  readonly keyword?: string;
  readonly limit?: unknown;
}

/** What can be wrong with the values of a cast. */
export const valueWording = {
  'value/wrong': {
    level: 'error',
    message: ({ title, what, found }: WrongValue) =>
      `${title} ${what}, but the value is ${found}. The default is used.`,
    hint: ({ path, bound }: { path: string; bound: string }) => correct(path, bound),
  },
  'value/required': {
    level: 'error',
    message: ({ title }: { title: string }) => `${title} must not be empty. The default is used.`,
    hint: ({ path, bound }: { path: string; bound: string }) => correct(path, bound),
  },
  'value/cleaned': {
    level: 'note',
    message: ({ title, gone }: { title: string; gone: string }) =>
      `${title} cannot hold ${gone}, so ${gone.includes(',') ? 'these tags were' : 'this tag was'} removed.`,
    hint: () => 'Use a field of kind markup for HTML of any sort.',
  },
  'value/too-many-rows': {
    level: 'error',
    message: ({ title, most, count }: { title: string; most: number; count: number }) =>
      `${title} must have at most ${most} ${most === 1 ? 'row' : 'rows'}, but has ${count}. Those beyond are left out.`,
    hint: () => 'Remove rows, or raise maxItems of the field in mould.json.',
  },
  'value/loose-markup': {
    level: 'warning',
    message: ({ title }: { title: string }) =>
      `${title} leaves a tag open or closes one that it did not open. It is closed where it ends, so that the page around it stays whole.`,
    hint: () => 'Add the missing tag, or remove the one too many.',
  },
  'value/no-field': {
    level: 'warning',
    message: ({ path, near }: { path: string; near?: string | undefined }) =>
      `No field is called ${path}. Its value is kept in the file but not used.${didYouMean(near)}`,
    hint: () => 'Correct the name, or leave it. Nothing is lost.',
  },
  'value/no-below': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `${name} has one value for all widths. The one for narrow viewports is kept in the file but not used.`,
    hint: ({ name }: { name: string }) =>
      `Let it differ: add "below": {} to its declaration, or run set MOULD fields.${name}.below={}.`,
  },
  'value/moved': {
    level: 'note',
    message: ({ from, to }: { from: string; to: string }) =>
      `${from} is now called ${to}. Its value was used.`,
    hint: () => 'No action is needed. You can rename it in the file.',
  },
  'value/converted': {
    level: 'note',
    message: ({ title, found, called }: { title: string; found: string; called: string }) =>
      `${title} is now ${called}. ${found} was converted.`,
    hint: () => 'Check that the result is what you want.',
  },
  'value/put-back': {
    level: 'note',
    message: ({ path }: { path: string }) =>
      `${path} is a field again, and its kept value was restored.`,
    hint: () => 'No action is needed.',
  },
} as const satisfies WordingTable;

function correct(path: string, bound: string): string {
  return `Correct ${path}${bound === '' ? '' : `, which is bound in ${bound}`}.`;
}
