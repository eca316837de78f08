import type { WordingTable } from './shape.ts';

/** What can be wrong with a JSON file before anything in it is looked at. */
export const jsonWording = {
  'json/broken': {
    level: 'error',
    message: ({ what }: { what: string }) => `This is not valid JSON: ${what}.`,
    hint: () => 'Fix it at this position. JSON allows no comments and no trailing commas.',
  },
  'json/newer-format': {
    level: 'error',
    message: ({ format }: { format: number }) =>
      `This file has format ${format}. This version reads format 1 and older.`,
    hint: () => 'Update Keen Mould to open it.',
  },
} as const satisfies WordingTable;
