import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with pages of casts. */
export const pageWording = {
  'page/wrong': {
    level: 'error',
    message: ({ where, what }: { where: string; what: string }) => `${where} ${what}.`,
    mend: () => 'A page file has "format": 1 and a list of casts, each with its mould.',
  },
  'page/unknown-key': {
    level: 'warning',
    message: ({ key, near }: { key: string; near?: string | undefined }) =>
      `A page file has no ${key}.${didYouMean(near)}`,
  },
  'page/no-mould': {
    level: 'error',
    message: ({ mould }: { mould: string }) =>
      `There is no mould ${mould}, so its cast is left out.`,
    mend: () => 'Name the folder that holds it under moulds, or keep it on the rack.',
  },
  'page/unsound': {
    level: 'error',
    message: ({ mould }: { mould: string }) =>
      `The mould ${mould} has an error in it, so its cast is left out.`,
    mend: ({ mould }: { mould: string }) => `Run keen-mould check on ${mould}.`,
  },
  'page/no-place': {
    level: 'error',
    message: ({
      place,
      host,
      near,
    }: {
      place: string;
      host: string;
      near?: string | undefined;
      known: readonly string[];
    }) =>
      `${host || 'A page without a host file'} has no element with data-casts="${place}".${didYouMean(near)} Its casts stand at the end of the body.`,
    mend: ({ known }: { known: readonly string[] }) =>
      known.length === 0
        ? 'Put data-casts on an element of the host.'
        : `It has ${known.join(', ')}.`,
  },
  'page/same-id': {
    level: 'error',
    message: ({ id, first, second }: { id: string; first: string; second: string }) =>
      `Two casts of one page have the id ${id}: ${first} and ${second}.`,
    mend: () => 'Give one of them another, or leave it out.',
  },
  'page/no-file': {
    level: 'error',
    message: ({ path, called }: { path: string; called: string }) =>
      `There is no file ${path}, which ${called}.`,
    mend: () => 'Paths are read from the folder of the file that names them.',
  },
  'page/no-integrity': {
    level: 'note',
    message: ({ address, mould }: { address: string; mould: string }) =>
      `${address}, which ${mould} loads, is not held to a digest.`,
    mend: () => 'Give its library an integrity in mould.json, or build with --fetch.',
  },
  'page/same-output': {
    level: 'error',
    message: ({ first, second, output }: { first: string; second: string; output: string }) =>
      `${first} and ${second} would both be written to ${output}.`,
    mend: () => 'Give the folder that holds both, or rename one.',
  },
  'page/none': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} holds no page file.`,
    mend: () => 'A page file is JSON with "format": 1 and a list called casts.',
  },
} as const satisfies WordingTable;
