import type { WordingTable } from './shape.ts';

/** What keeps a pack from being opened. */
export const packWording = {
  'pack/not-one': {
    level: 'error',
    message: ({ why }: { why: string }) => `This is no pack of a mould: ${why}.`,
    mend: () => 'Ask for it again, or pack the folder anew with cast --as pack.',
  },
  'pack/too-large': {
    level: 'error',
    message: ({ what }: { what: string }) => `This pack is not opened: ${what}.`,
    mend: () => 'A mould has no need of that much; ask whoever sent it.',
  },
  'pack/path': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) =>
      `This pack is not opened: ${path} ${why}.`,
    mend: () => 'A pack of ours holds no such path; ask whoever sent it.',
  },
  'pack/digest': {
    level: 'error',
    message: () => 'This pack is not opened: its files are not those it was packed from.',
    mend: () => 'It was changed on the way, or by hand; unpack and pack it anew if you trust it.',
  },
} as const satisfies WordingTable;
