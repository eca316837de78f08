import type { WordingTable } from './shape.ts';

/** What can be wrong with the libraries of a mould. */
export const libraryWording = {
  'library/missing': {
    level: 'error',
    message: ({ name, used }: { name: string; used: string }) =>
      `The script uses ${used}, but ${name} is not loaded, so it will stop here.`,
    hint: ({ name }: { name: string }) =>
      `Import again with --library and the address of ${name}. Playgrounds list it in their settings.`,
  },
  'library/no-plugin': {
    level: 'error',
    message: ({ method, likely }: { method: string; likely?: string | undefined }) =>
      `jQuery has no method ${method}. It comes from ${likely ? `the plugin ${likely}, probably` : 'a plugin'}, which is not loaded.`,
    hint: ({ likely }: { likely?: string | undefined }) =>
      `Import again with --library and the address of ${likely ?? 'the plugin'}.`,
  },
  'library/twice': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `${name} is loaded twice. The second copy replaces the first and loses its plugins.`,
    hint: () => 'Remove one of them from libraries in mould.json.',
  },
  'library/two-versions': {
    level: 'warning',
    message: ({ name, versions }: { name: string; versions: string }) =>
      `${name} is loaded in two versions (${versions}). The second replaces the first.`,
    hint: () =>
      'Keep the version that the snippet was written for, and remove the other from libraries in mould.json.',
  },
} as const satisfies WordingTable;
