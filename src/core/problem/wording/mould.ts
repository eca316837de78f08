import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with the manifest outside its fields. */
export const mouldWording = {
  'mould/wrong': {
    level: 'error',
    message: ({ where, what }: { where: string; what: string }) => `${where} ${what}.`,
  },
  'mould/too-deep': {
    level: 'error',
    message: ({ what, depth, most }: { what: string; depth: number; most: number }) =>
      `There are ${depth} ${what} inside each other, but at most ${most} are supported.`,
    hint: () => 'Look for a part that was pasted many times or is never closed.',
  },
  'mould/restored': {
    level: 'note',
    message: ({ folder }: { folder: string }) =>
      `A command was stopped while it was writing ${folder}. The folder is as it was before.`,
    hint: () => 'Run that command again.',
  },
  'mould/link-out': {
    level: 'warning',
    message: ({ path }: { path: string }) =>
      `${path} is a symbolic link out of the folder or to another folder, so it is left out.`,
    hint: () => 'Put a copy of the file in its place.',
  },
  'mould/unknown-key': {
    level: 'warning',
    message: ({ key, near }: { key: string; near?: string | undefined }) =>
      `mould.json has an unknown key, ${key}.${didYouMean(near)}`,
    hint: () => 'Correct its name or remove it.',
  },
} as const satisfies WordingTable;
