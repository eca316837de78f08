import type { WordingTable } from './shape.ts';

/** Why a proof cannot be made. */
export const proofWording = {
  'proof/no-picture': {
    level: 'error',
    message: ({ mould, width, why }: { mould: string; width: number; why: string }) =>
      `No picture of ${mould} at ${width} px: ${why}.`,
    hint: () => 'Look for a script that never ends or navigates away.',
  },
  'proof/not-ours': {
    level: 'error',
    message: ({ path }: { path: string }) =>
      `${path} contains files that are not from a proof, so nothing was written there.`,
    hint: () => 'Choose another folder with --out.',
  },
  'proof/no-earlier': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} contains no proof to compare with.`,
    hint: () => 'Give the output folder of an earlier proof. It contains facts.json.',
  },
  'proof/stopped': {
    level: 'error',
    message: () => 'The proof was stopped, and nothing was written.',
    hint: () => 'Run it again. Use --widths and --sample to make it shorter.',
  },
  'proof/accepted': {
    level: 'warning',
    message: ({ what }: { what: string }) => `This entry accepts nothing: ${what}.`,
    hint: () =>
      'Write { "format": 1, "accepted": [{ "fact": "smallText", "what": "a selector", "why": "…" }] }.',
  },
  'proof/limit': {
    level: 'error',
    message: ({ fact, count, limit }: { fact: string; count: number; limit: number }) =>
      `Found ${count} ${fact === 'faults' ? fact : `of ${fact}`}, and --fail-on allows ${limit === 0 ? 'none' : limit}.`,
    hint: () => 'Fix them, or accept them with a reason in accepted.json.',
  },
} as const satisfies WordingTable;
