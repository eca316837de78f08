import type { WordingTable } from './shape.ts';

/** What can be wrong with addresses in a mould. */
export const addressWording = {
  'address/insecure': {
    level: 'warning',
    message: ({ url }: { url: string }) =>
      `${url} is loaded over http:, which browsers block on https: pages.`,
    hint: () => 'Use https: if the server supports it, or put the file under assets/.',
  },
  'address/insecure-link': {
    level: 'note',
    message: ({ url }: { url: string }) =>
      `This link goes to ${url} over http:, which is not encrypted.`,
    hint: () => 'Use https: if the server supports it.',
  },
  'address/remote': {
    level: 'note',
    message: ({ what, host }: { what: string; host: string }) =>
      `${what} is loaded from ${host} by every page with this widget.`,
    hint: () => 'Put the file under assets/, or list the address under reaches in mould.json.',
  },
  'address/no-file': {
    level: 'warning',
    message: ({ path }: { path: string }) =>
      `${path} was not part of the paste, so nothing will show in its place.`,
    hint: () =>
      'Put the file under assets/ and use that address, or import the snippet from the folder that holds the file.',
  },
} as const satisfies WordingTable;
