import type { WordingTable } from './shape.ts';

/** What keeps a pack from being opened. */
export const packWording = {
  'pack/not-one': {
    level: 'error',
    message: ({ why }: { why: string }) => `This is not a packed mould: ${why}.`,
    hint: () => 'Get the file again, or pack the mould folder with cast --as pack.',
  },
  'pack/too-large': {
    level: 'error',
    message: ({ what }: { what: string }) => `This pack was not opened: ${what}.`,
    hint: () => 'Moulds are never that large. Ask the sender about it.',
  },
  'pack/path': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) =>
      `This pack was not opened: ${path} ${why}.`,
    hint: () => 'Keen Mould never writes such a path. Ask the sender about it.',
  },
  'pack/unsafe-path': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) =>
      `The mould was not packed: ${path} ${why}.`,
    hint: () => 'Rename the file and what refers to it.',
  },
  'pack/digest': {
    level: 'error',
    message: () => 'This pack was not opened: its files were changed after packing.',
    hint: () => 'If you trust it, unzip it and pack the folder again.',
  },
} as const satisfies WordingTable;
