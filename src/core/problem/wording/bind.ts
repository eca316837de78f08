import { didYouMean, type WordingTable } from './shape.ts';

/** What can be said of spots and of binding them. */
export const bindWording = {
  'bind/no-spot': {
    level: 'error',
    message: ({ id, near }: { id: string; near?: string | undefined }) =>
      `No spot is called ${id}.${didYouMean(near)}`,
    mend: () => 'List them without --take; each is called by the name it is listed with.',
  },
  'bind/bad-name': {
    level: 'error',
    message: ({ name }: { name: string }) => `${name} cannot be the name of a field.`,
    mend: () => 'Begin with a letter and use letters, digits, hyphens and underscores.',
  },
  'bind/name-taken': {
    level: 'error',
    message: ({ name }: { name: string }) => `There is a field called ${name} already.`,
    mend: () => 'Give another name.',
  },
  'bind/no-field': {
    level: 'error',
    message: ({ path, near }: { path: string; near?: string | undefined }) =>
      `No field is called ${path}, so that nothing can be put back.${didYouMean(near)}`,
    mend: ({ known }: { known: readonly string[] }) =>
      known.length === 0 ? 'This mould has no fields.' : `Its fields are ${known.join(', ')}.`,
  },
  'bind/nothing-to-rename': {
    level: 'error',
    message: ({ name, near }: { name: string; near?: string | undefined }) =>
      `No field is called ${name}, so that it cannot have another name.${didYouMean(near)}`,
    mend: ({ known }: { known: readonly string[] }) =>
      known.length === 0 ? 'This mould has no fields.' : `Its fields are ${known.join(', ')}.`,
  },
  'bind/not-followed': {
    level: 'warning',
    message: ({ from, to }: { from: string; to: string }) =>
      `The script has values in its hand, and may read ${from} from them, which is ${to} now.`,
    mend: () => 'Look through script.js; mould.values.NAME is found by itself.',
  },
  'bind/still-read': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `The script passes mould.values around, so it may still read ${name}.`,
    mend: () => 'Check script.js: reads such as mould.values.NAME are replaced automatically.',
  },
  'bind/in-row': {
    level: 'error',
    message: ({ path, list }: { path: string; list: string }) =>
      `${path} stands in each row of ${list}, and every row had something else there.`,
    mend: ({ list }: { path: string; list: string }) => `Drop ${list} as a whole.`,
  },
  'bind/changes-page': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `${name} was not bound, since the cast would not be the same as before.`,
    mend: () => 'Bind it by hand, and compare with proof --beside.',
  },
  'bind/edited': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `The places of ${name} were edited by hand, so what stood there before is not known any more.`,
    mend: () => 'It stays bound; dropping it puts its default back.',
  },
  'bind/default-put-back': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `What stood in the places of ${name} was never noted, so its default was put there.`,
    mend: () => 'Compare with the paste in snippet/.',
  },
  'bind/not-put-back': {
    level: 'error',
    message: ({ name, where }: { name: string; where: string }) =>
      `${name} cannot be taken out of ${where} by itself, and what stood there was never noted.`,
    mend: () => 'Take it out by hand; snippet/ has the paste as it came.',
  },
  'bind/broken-ties': {
    level: 'warning',
    message: ({ why }: { why: string }) => `ties.json is not used: ${why}.`,
    mend: () => 'Delete it, or take it back from an earlier version; the mould casts without it.',
  },
} as const satisfies WordingTable;
