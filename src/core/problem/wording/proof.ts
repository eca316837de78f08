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
  'proof/no-earlier': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} holds no proof to compare with.`,
    mend: () => 'Name the folder that an earlier proof was written to; it holds facts.json.',
  },
  'proof/stopped': {
    level: 'error',
    message: () => 'The proof was stopped; nothing was written.',
    mend: () => 'Run it again; --widths and --sample make it shorter.',
  },
  'proof/accepted': {
    level: 'warning',
    message: ({ what }: { what: string }) => `This accepts nothing: ${what}.`,
    mend: () =>
      'Write { "format": 1, "accepted": [{ "fact": "smallText", "what": "a selector", "why": "…" }] }.',
  },
  'proof/limit': {
    level: 'error',
    message: ({ fact, count, limit }: { fact: string; count: number; limit: number }) =>
      `${count} ${fact === 'faults' ? fact : `of ${fact}`} found, and ${limit === 0 ? 'none is' : `${limit} are`} let pass.`,
    mend: () => 'Mend them, or accept one with a reason in accepted.json.',
  },
} as const satisfies WordingTable;
