import { didYouMean, type WordingTable } from './shape.ts';

/** What can go wrong with binding spots and fields. */
export const bindWording = {
  'bind/no-spot': {
    level: 'error',
    message: ({ id, near }: { id: string; near?: string | undefined }) =>
      `No spot is called ${id}.${didYouMean(near)}`,
    hint: () => 'Run bind without --take to list the spots and their names.',
  },
  'bind/bad-name': {
    level: 'error',
    message: ({ name }: { name: string }) => `${JSON.stringify(name)} is not a valid field name.`,
    hint: () => 'Start with a letter, then use letters, digits, hyphens or underscores.',
  },
  'bind/name-taken': {
    level: 'error',
    message: ({ name }: { name: string }) => `A field called ${name} already exists.`,
    hint: () => 'Choose another name.',
  },
  'bind/no-field': {
    level: 'error',
    message: ({ path, near }: { path: string; near?: string | undefined }) =>
      `No field is called ${path}.${didYouMean(near)}`,
    hint: ({ known }: { known: readonly string[] }) =>
      known.length === 0 ? 'This mould has no fields.' : `Its fields are ${known.join(', ')}.`,
  },
  'bind/nothing-to-rename': {
    level: 'error',
    message: ({ name, near }: { name: string; near?: string | undefined }) =>
      `No field is called ${name}.${didYouMean(near)}`,
    hint: ({ known }: { known: readonly string[] }) =>
      known.length === 0 ? 'This mould has no fields.' : `Its fields are ${known.join(', ')}.`,
  },
  'bind/not-followed': {
    level: 'warning',
    message: ({ from, to }: { from: string; to: string }) =>
      `The script passes mould.values around, so it may still read ${from}, which is now called ${to}.`,
    hint: () => 'Check script.js. Reads such as mould.values.NAME are renamed automatically.',
  },
  'bind/still-read': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `The script passes mould.values around, so it may still read ${name}.`,
    hint: () => 'Check script.js. Reads such as mould.values.NAME are replaced automatically.',
  },
  'bind/in-row': {
    level: 'error',
    message: ({ path, list }: { path: string; list: string }) =>
      `${path} is written together with others in each row of ${list}, so it cannot be dropped alone.`,
    hint: ({ list }: { path: string; list: string }) => `Drop the whole list ${list}.`,
  },
  'bind/changes-page': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `${name} was not bound, because the cast would have changed.`,
    hint: () => 'Bind it by hand and compare with proof --beside.',
  },
  'bind/edited': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `The places of ${name} were edited by hand, so the original code is no longer known.`,
    hint: () => 'It stays bound. If you drop it, its default is put there.',
  },
  'bind/default-put-back': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `The original code for ${name} was never recorded, so its default was put there.`,
    hint: () => 'Compare the result with the paste in snippet/.',
  },
  'bind/not-put-back': {
    level: 'error',
    message: ({ name, where }: { name: string; where: string }) =>
      `${name} is used in ${where}, and the original code was never recorded, so it cannot be removed automatically.`,
    hint: () => 'Remove it by hand. The original paste is in snippet/.',
  },
  'bind/broken-ties': {
    level: 'warning',
    message: ({ why }: { why: string }) => `ties.json was ignored: ${why}.`,
    hint: () => 'Delete it, or restore an earlier version. The mould works without it.',
  },
} as const satisfies WordingTable;
