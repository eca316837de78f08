import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with script.js. */
export const scriptWording = {
  'script/not-javascript': {
    level: 'error',
    message: ({ what }: { what: string }) =>
      `The script has a syntax error (${what}), so no browser runs it.`,
    hint: () => 'Fix the script at this position.',
  },
  'script/imports': {
    level: 'error',
    message: ({ from }: { from: string }) =>
      `The script imports ${from}, but the mould has no library with that name, so it will stop here.`,
    hint: ({ from }: { from: string }) =>
      `Add { "name": "${from}", "module": ADDRESS } to libraries in mould.json.`,
  },
  'script/exports': {
    level: 'note',
    message: () =>
      'The script has an export, which nothing can import from a widget, so casts leave it out.',
    hint: () => 'Remove the word export, or the whole statement if it only lists names.',
  },
  'script/odd-character': {
    level: 'error',
    message: ({ called, count }: { called: string; count: number }) =>
      `The script contains ${called}${count > 1 ? ` and ${count - 1} more` : ''}, so no browser runs it.`,
    hint: () => 'Use straight quotes.',
  },
  'script/unclosed': {
    level: 'error',
    message: ({ bracket, found, line }: { bracket: string; found?: string; line?: number }) =>
      found === undefined
        ? `This ${bracket} is never closed, so no browser runs the script.`
        : `This ${bracket} is followed by ${found} on line ${line} before it is closed, so no browser runs the script.`,
    hint: () => 'Close it where it should end. The indentation of the lines below may show where.',
  },
  'script/stray-bracket': {
    level: 'error',
    message: ({ bracket }: { bracket: string }) =>
      `This ${bracket} has no opening bracket, so no browser runs the script.`,
    hint: () => 'Remove it, or add the bracket that it should close.',
  },
  'script/no-match': {
    level: 'warning',
    message: ({ selector, meant }: { selector: string; meant: string }) =>
      `The script looks for ${selector}, but nothing in the markup matches it.${didYouMean(meant)}`,
    hint: () => 'Correct the name here or in the markup.',
  },
  'script/host-element': {
    level: 'warning',
    message: ({ selector }: { selector: string }) =>
      `The script looks for ${selector}, which is not in the widget but in the page. In a cast it finds nothing there.`,
    hint: ({ selector }: { selector: string }) =>
      `Add a field of kind target with the default "${selector}", and look for its value in mould.page.`,
  },
  'script/document-write': {
    level: 'warning',
    message: () =>
      'document.write normally writes where its script is. In a cast it writes to the end of the widget.',
    hint: () => 'Write into an element of the widget with append or textContent.',
  },
  'script/changes-page': {
    level: 'warning',
    message: ({ what }: { what: string }) =>
      `${what} changes the whole page, not just this widget.`,
    hint: () => 'Remove it, or use mould.page if that is intended.',
  },
  'script/reaches-page': {
    level: 'warning',
    message: ({ what }: { what: string }) =>
      `${what} accesses elements outside the widget, but no field says which.`,
    hint: () => 'Add a field of kind target and query the selector it holds.',
  },
  'script/shared-state': {
    level: 'note',
    message: ({ what }: { what: string }) =>
      `${what} is shared by the whole page: every copy of the widget and the host use the same one.`,
    hint: () => 'Add mould.id to the key if each copy should have its own.',
  },
  'script/leaves-cast': {
    level: 'note',
    message: ({ what, why }: { what: string; why: string }) => `${what} leaves the widget: ${why}.`,
    hint: () => 'Use what is in the widget instead, or check that it does no harm on a page.',
  },
  'script/page-listener': {
    level: 'note',
    message: ({ events }: { events: string }) =>
      `The script listens to events of the whole page (${events}), including those outside the widget.`,
    hint: () => 'Listen on mould.root if events inside the widget are enough.',
  },
  'script/own-event': {
    level: 'note',
    message: ({ event }: { event: string }) =>
      `The script sends itself ${event} through the page. Each cast hears its own, not those of the others.`,
    hint: ({ event }: { event: string }) =>
      `If all casts of the page are to hear it, run keen-mould set with sharedEvents+=${event}.`,
  },
  'script/accidental-global': {
    level: 'note',
    message: ({ name }: { name: string }) =>
      `${name} is assigned but never declared. On a page that makes it global; in a cast it stays local.`,
    hint: ({ name }: { name: string }) => `Declare it with let ${name}.`,
  },
  'script/text-as-markup': {
    level: 'warning',
    message: ({ path }: { path: string }) =>
      `The script inserts ${path} as HTML. In a cast it is inserted as text, and tags in it are shown as they are typed.`,
    hint: () =>
      'Use textContent, or change the field to kind richtext or markup if it may hold tags.',
  },
  'script/text-as-code': {
    level: 'warning',
    message: ({ path }: { path: string }) =>
      `The script can run text as code here, and ${path} may be part of that text.`,
    hint: () =>
      'Do not build code from text: use a function or addEventListener. Or remove the field from the script.',
  },
  'script/hover-only': {
    level: 'warning',
    message: () =>
      'The script only handles mouse events, so nothing happens with a keyboard or on a touch screen.',
    hint: () => 'Handle focusin and click as well.',
  },
  'script/placeholder': {
    level: 'warning',
    message: ({ word }: { word: string }) =>
      `${word} is a placeholder left by the author of the snippet.`,
    hint: () => 'Replace it with the real value, or bind it to a field.',
  },
} as const satisfies WordingTable;
