import type { WordingTable } from './shape.ts';

/** What is to be said of addresses in a mould. */
export const addressWording = {
  'address/insecure': {
    level: 'warning',
    message: ({ url }: { url: string }) =>
      `${url} is asked for without protection (http:), which a page served by https: does not allow.`,
    mend: () => 'Write https: if the address answers to that, or put the file under assets/.',
  },
  'address/insecure-link': {
    level: 'note',
    message: ({ url }: { url: string }) => `This link leads to ${url} without protection (http:).`,
    mend: () => 'Write https: if the address answers to that.',
  },
  'address/remote': {
    level: 'note',
    message: ({ what, host }: { what: string; host: string }) =>
      `${what} comes from ${host}; every page with this widget will ask that address.`,
    mend: () => 'Put the file under assets/, or list the address under reaches in mould.json.',
  },
  'address/no-file': {
    level: 'warning',
    message: ({ path }: { path: string }) =>
      `${path} did not come with the paste, so nothing will show in its place.`,
    mend: () => 'Put the file under assets/ and write its address so, or import from beside it.',
  },
} as const satisfies WordingTable;
