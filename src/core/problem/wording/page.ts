import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with pages of casts. */
export const pageWording = {
  'page/wrong': {
    level: 'error',
    message: ({ where, what }: { where: string; what: string }) => `${where} ${what}.`,
    hint: () => 'A page file needs "format": 1 and a list of casts, each with its mould.',
  },
  'page/unknown-key': {
    level: 'warning',
    message: ({ key, near }: { key: string; near?: string | undefined }) =>
      `The page file has an unknown key, ${key}.${didYouMean(near)}`,
  },
  'page/outside': {
    level: 'error',
    message: ({ path }: { path: string }) =>
      `A value refers to ${path}, which leads out of the folder of its file, so it is not published.`,
    hint: () => 'Copy the file into that folder.',
  },
  'page/no-mould': {
    level: 'error',
    message: ({ mould }: { mould: string }) =>
      `The mould ${mould} was not found, so its cast is left out.`,
    hint: () => 'Add the folder that contains it to moulds, or add the mould to the rack.',
  },
  'page/unsound': {
    level: 'error',
    message: ({ mould }: { mould: string }) =>
      `The mould ${mould} has errors, so its cast is left out.`,
    hint: ({ mould }: { mould: string }) => `Run keen-mould check on ${mould}.`,
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
      `${host || 'A page without a host file'} has no element with data-casts="${place}".${didYouMean(near)} Its casts are placed at the end of the body.`,
    hint: ({ known }: { known: readonly string[] }) =>
      known.length === 0
        ? 'Add data-casts to an element of the host.'
        : `It has ${known.join(', ')}.`,
  },
  'page/same-id': {
    level: 'error',
    message: ({ id, first, second }: { id: string; first: string; second: string }) =>
      `Two casts on one page have the id ${id}: ${first} and ${second}.`,
    hint: () => 'Change one of the ids, or remove it.',
  },
  'page/no-file': {
    level: 'error',
    message: ({ path, called }: { path: string; called: string }) =>
      `There is no file ${path}, which ${called}.`,
    hint: () => 'Paths are relative to the file that contains them.',
  },
  'page/no-integrity': {
    level: 'note',
    message: ({ address, mould }: { address: string; mould: string }) =>
      `${address}, loaded by ${mould}, has no integrity hash.`,
    hint: () => 'Add integrity to the library in mould.json, or build with --fetch.',
  },
  'page/same-output': {
    level: 'error',
    message: ({ first, second, output }: { first: string; second: string; output: string }) =>
      `${first} and ${second} would both be written to ${output}.`,
    hint: () => 'Pass the folder that contains both, or rename one.',
  },
  'page/none': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} contains no page file.`,
    hint: () => 'A page file is JSON with "format": 1 and a list named casts.',
  },
} as const satisfies WordingTable;
