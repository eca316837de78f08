import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with script.js. */
export const scriptWording = {
  'script/not-javascript': {
    level: 'error',
    message: ({ what }: { what: string }) =>
      `The script cannot be read (${what}); no browser will run it.`,
    mend: () => 'Mend the script at the place named.',
  },
  'script/imports': {
    level: 'error',
    message: ({ from }: { from: string }) =>
      `The script imports ${from}, and no library of the mould is called that; it will stop here.`,
    mend: ({ from }: { from: string }) =>
      `Add { "name": "${from}", "module": ADDRESS } to libraries in mould.json.`,
  },
  'script/exports': {
    level: 'error',
    message: () => 'The script exports something, which only another module could take.',
    mend: () => 'Take the word export out, or the whole statement where it only lists names.',
  },
  'script/odd-character': {
    level: 'error',
    message: ({ called, count }: { called: string; count: number }) =>
      `There is ${called} here${count > 1 ? ` and ${count - 1} more in this file` : ''}, so no browser runs the script.`,
    mend: () => 'Write plain quotes.',
  },
  'script/unclosed': {
    level: 'error',
    message: ({ bracket, found, line }: { bracket: string; found?: string; line?: number }) =>
      found === undefined
        ? `This ${bracket} is never closed, so no browser runs the script.`
        : `This ${bracket} meets ${found} in line ${line} before it is closed, so no browser runs the script.`,
    mend: () => 'Close it where it ends; look at how the lines after it are indented.',
  },
  'script/stray-bracket': {
    level: 'error',
    message: ({ bracket }: { bracket: string }) =>
      `This ${bracket} closes nothing, so no browser runs the script.`,
    mend: () => 'Take it out, or write the bracket that it should close.',
  },
  'script/no-match': {
    level: 'warning',
    message: ({ selector, meant }: { selector: string; meant: string }) =>
      `The script looks for ${selector}, and nothing in the markup is that.${didYouMean(meant)}`,
    mend: () => 'Correct the name here or in the markup.',
  },
  'script/document-write': {
    level: 'warning',
    message: () =>
      'document.write writes to the place of its script on a page; in a cast it writes to the end of the widget.',
    mend: () => 'Write into an element of the widget, with append or textContent.',
  },
  'script/changes-page': {
    level: 'warning',
    message: ({ what }: { what: string }) =>
      `${what} changes the page itself, of which there is one for all that stands on it.`,
    mend: () => 'Leave it to the page, or do it through mould.page, where it is meant.',
  },
  'script/reaches-page': {
    level: 'warning',
    message: ({ what }: { what: string }) =>
      `${what} reaches for what is outside the widget, and no field says which elements are meant.`,
    mend: () => 'Declare a field of kind target and look up the selector it is given.',
  },
  'script/shared-state': {
    level: 'note',
    message: ({ what }: { what: string }) =>
      `${what} is one for the whole page: all copies of the widget share it with each other and with their host.`,
    mend: () => 'Keep it apart with mould.id where each copy is to have its own.',
  },
  'script/page-listener': {
    level: 'note',
    message: ({ events }: { events: string }) =>
      `The script listens on the page itself (${events}), and so hears of what happens outside the widget.`,
    mend: () => 'Listen on mould.root where what happens inside is enough.',
  },
  'script/accidental-global': {
    level: 'note',
    message: ({ name }: { name: string }) =>
      `${name} is assigned and never declared: a name of the whole page by itself, one of the cast's own here.`,
    mend: ({ name }: { name: string }) => `Declare it, with let ${name}.`,
  },
  'script/text-as-markup': {
    level: 'error',
    message: ({ path }: { path: string }) =>
      `The script puts ${path} in as markup, so what an editor types there is run as code.`,
    mend: () => 'Use textContent, or make the field one of kind markup.',
  },
  'script/hover-only': {
    level: 'warning',
    message: () => 'The script hears a pointer only: by keyboard and by touch nothing happens.',
    mend: () => 'Listen for focusin and click as well.',
  },
  'script/placeholder': {
    level: 'warning',
    message: ({ word }: { word: string }) =>
      `${word} was left by the author of the snippet for you to fill in.`,
    mend: () => 'Write what belongs there, or take it from a field.',
  },
} as const satisfies WordingTable;
