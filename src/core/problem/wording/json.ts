import type { WordingTable } from './shape.ts';

/** What can be wrong with a JSON file before anything in it is looked at. */
export const jsonWording = {
  'json/broken': {
    level: 'error',
    message: ({ what }: { what: string }) => `This is not JSON: ${what}.`,
    mend: () => 'Mend it at the place named; strict JSON takes no comments and no trailing commas.',
  },
  'json/newer-format': {
    level: 'error',
    message: ({ format }: { format: number }) =>
      `This file has format ${format}, which is newer than this version reads (1).`,
    mend: () => 'Update Keen Mould to open it.',
  },
} as const satisfies WordingTable;
