import type { WordingTable } from './shape.ts';

/** What keeps a picture from being taken. */
export const proofWording = {
  'proof/no-picture': {
    level: 'error',
    message: ({ mould, width, why }: { mould: string; width: number; why: string }) =>
      `No picture of ${mould} at ${width} px: ${why}.`,
    mend: () => 'Look for a script that never ends, or for one that leaves the page.',
  },
  'proof/not-ours': {
    level: 'error',
    message: ({ path }: { path: string }) =>
      `${path} holds files that no proof made, so nothing was written there.`,
    mend: () => 'Choose another folder with --out.',
  },
} as const satisfies WordingTable;
