import type { WordingTable } from './shape.ts';

/** What can be wrong with style.css and script.js. */
export const sourceWording = {
  'style/not-read': {
    level: 'warning',
    message: ({ what }: { what: string }) =>
      `This stretch of style cannot be read (${what}); it stays as written and may reach the whole page.`,
    mend: () => 'Look for a lost brace, a lost colon or a // comment near it.',
  },
  'script/not-javascript': {
    level: 'error',
    message: ({ what }: { what: string }) =>
      `The script cannot be read (${what}); no browser will run it.`,
    mend: () => 'Mend the script at the place named.',
  },
  'script/imports': {
    level: 'error',
    message: () => 'The script imports or exports a module, which this version cannot carry.',
    mend: () => 'Load the library with a script tag and use its global name.',
  },
} as const satisfies WordingTable;
