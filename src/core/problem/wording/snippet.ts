import type { WordingTable } from './shape.ts';

/** What import sees in a paste. */
export const snippetWording = {
  'snippet/empty': {
    level: 'error',
    message: () => 'There is nothing in this paste but white space.',
    mend: () => 'Copy the HTML, CSS or JavaScript again and save it before you import.',
  },
  'snippet/no-markup': {
    level: 'warning',
    message: ({ only }: { only: string }) =>
      `There is no markup in this paste, only ${only}, so the widget has nothing to show yet.`,
    mend: () => 'Import again with the HTML as well, with --html F --css F --js F.',
  },
  'snippet/bare-css': {
    level: 'note',
    message: () => 'CSS stands here without a <style> tag; it was taken as style.',
  },
  'snippet/bare-script': {
    level: 'note',
    message: () => 'JavaScript stands here without a <script> tag; it was taken as script.',
  },
  'snippet/in-tags': {
    level: 'note',
    message: ({ tag }: { tag: string }) =>
      `This piece came inside <${tag}> tags; the tags were left off.`,
  },
  'snippet/unclosed': {
    level: 'warning',
    message: ({ tag }: { tag: string }) =>
      `<${tag}> is never closed, so a browser takes all that comes after it for its text.`,
    mend: ({ tag }: { tag: string }) =>
      `It was taken to end where markup goes on; if that is wrong, write </${tag}> and import again.`,
  },
  'snippet/other-piece': {
    level: 'note',
    message: ({ said, found }: { said: string; found: string }) =>
      `This was given as ${said} but is ${found}; it was taken as ${found}.`,
  },
  'snippet/remote-file': {
    level: 'warning',
    message: ({ url }: { url: string }) =>
      `The snippet loads ${url} from elsewhere; every page with this widget will ask that address.`,
    mend: () => 'Keep it if you trust the address; it is listed under libraries in mould.json.',
  },
  'snippet/embed': {
    level: 'warning',
    message: ({ url }: { url: string }) =>
      `The snippet has ${url} draw here; every page with this widget will run what that address gives.`,
    mend: () => 'Keep it if you trust the address; it stays in the markup, where it was.',
  },
  'snippet/local-file': {
    level: 'warning',
    message: ({ url }: { url: string }) =>
      `The snippet loads ${url}, a file that did not come with the paste.`,
    mend: () => 'Put the file under assets/ of the mould and correct its address.',
  },
  'snippet/vendored': {
    level: 'note',
    message: ({ url, name, version }: { url: string; name: string; version: string }) =>
      `${name} ${version}, installed in this project, came along in place of ${url}.`,
  },
  'snippet/page-part': {
    level: 'note',
    message: ({ what, why }: { what: string; why: string }) => `${what} was left out: ${why}.`,
  },
  'snippet/no-doctype': {
    level: 'note',
    message: () =>
      'The page has no doctype, so browsers show it in quirks mode; rules that do the same stand first in style.css.',
    mend: () =>
      'Take those rules out of style.css, if the widget is to look as on a page with a doctype.',
  },
  'snippet/page-styles': {
    level: 'note',
    message: ({ count }: { count: number }) =>
      `${count} ${count === 1 ? 'declaration' : 'declarations'} for the page itself ` +
      `${count === 1 ? 'was' : 'were'} left out, such as its edge and its height.`,
    mend: () => 'Import with --page-styles root to keep them for the widget.',
  },
  'snippet/kept-ground': {
    level: 'note',
    message: () =>
      "The page's ground came along for the widget, since the colour of its text is to be read on it.",
    mend: () => "Take both out of style.css where the host's ground and colour will do.",
  },
  'snippet/not-run': {
    level: 'warning',
    message: ({ type }: { type: string }) =>
      `A browser does not run a script of type ${type}; it was left in the markup as data.`,
    mend: () => 'If it is code for a compiler, paste the compiled JavaScript instead.',
  },
  'snippet/typescript': {
    level: 'error',
    message: () => 'This script is TypeScript, which no browser runs.',
    mend: () => 'Paste the JavaScript it compiles to, which playgrounds show as compiled output.',
  },
  'snippet/jsx': {
    level: 'error',
    message: () => 'This script has markup in it (JSX), which no browser runs.',
    mend: () => 'Paste the HTML the page ends up with, and the script as compiled JavaScript.',
  },
  'snippet/dialect-fault': {
    level: 'error',
    message: ({ dialect, error }: { dialect: string; error: string }) =>
      `This ${dialect} cannot be compiled: ${error.replace(/\.$/, '')}.`,
    mend: () => 'Mend it at the place named, or paste the CSS it compiles to.',
  },
  'snippet/binding-marks': {
    level: 'warning',
    message: ({ mark }: { mark: string }) =>
      `The snippet itself holds ${mark}, which a mould reads as a binding.`,
    mend: () => 'It was written as {~~, which stands for a plain {~.',
  },
  'snippet/no-old-paste': {
    level: 'error',
    message: ({ name }: { name: string }) =>
      `${name} does not hold the paste it was made from (snippet/), so its bindings cannot be carried.`,
    mend: () => 'Import under another name, with --name or --out.',
  },
  'snippet/not-carried': {
    level: 'warning',
    message: ({ binding, file, line }: { binding: string; file: string; line: number }) =>
      `${binding}, which stood in line ${line} of ${file}, has no place in the new paste.`,
    mend: () => 'Write it where it belongs now; its field and the values for it are kept.',
  },
} as const satisfies WordingTable;
