import type { WordingTable } from './shape.ts';

/** What is to be said of the libraries of a mould. */
export const libraryWording = {
  'library/missing': {
    level: 'error',
    message: ({ name, used }: { name: string; used: string }) =>
      `The script uses ${used}, and nothing loads ${name}; it will stop here.`,
    mend: ({ name }: { name: string }) =>
      `Import again with --library and the address of ${name}; playgrounds list it beside the panes.`,
  },
  'library/no-plugin': {
    level: 'error',
    message: ({ method, likely }: { method: string; likely?: string | undefined }) =>
      `jQuery has no method ${method}; ${likely ? `it is likely that of ${likely}` : 'a plugin brings it'}, which nothing loads.`,
    mend: ({ likely }: { likely?: string | undefined }) =>
      `Import again with --library and the address of ${likely ?? 'the plugin'}.`,
  },
  'library/twice': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `${name} is loaded twice; the second takes the plugins of the first away.`,
    mend: () => 'Take one of the two out of libraries in mould.json.',
  },
  'library/two-versions': {
    level: 'warning',
    message: ({ name, versions }: { name: string; versions: string }) =>
      `${name} is loaded in two versions (${versions}); the later takes the place of the first.`,
    mend: () => 'Keep the one the snippet was written for, under libraries in mould.json.',
  },
} as const satisfies WordingTable;
