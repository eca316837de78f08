import type { WordingTable } from './shape.ts';

/** How much an import left out, and the first of it. */
export interface LeftOut {
  readonly elements: number;
  readonly rules: number;
  readonly statements: number;
  readonly names: readonly string[];
}

function counted(count: number, word: string, of = ''): string {
  return count === 0 ? '' : `${count} ${word}${count === 1 ? '' : 's'}${of}`;
}

/** What import finds in a paste. */
export const snippetWording = {
  'snippet/empty': {
    level: 'error',
    message: () => 'This paste is empty.',
    hint: () => 'Copy the HTML, CSS or JavaScript again, save it, and import it.',
  },
  'snippet/no-markup': {
    level: 'warning',
    message: ({ only }: { only: string }) =>
      `This paste has no HTML, only ${only}, so the widget has nothing to show yet.`,
    hint: () => 'Import all parts together: --html F --css F --js F.',
  },
  'snippet/bad-selector': {
    level: 'error',
    message: ({ selector }: { selector: string }) =>
      `${JSON.stringify(selector)} is not a CSS selector.`,
    hint: () => 'Write it as in a style sheet: .card, #menu, main > section.',
  },
  'snippet/no-part': {
    level: 'error',
    message: ({ selector }: { selector: string }) => `Nothing in the paste matches ${selector}.`,
    hint: () => 'Look up the class or the id of the element in the page, and give that.',
  },
  'snippet/left-out': {
    level: 'note',
    message: ({ elements, rules, statements, names }: LeftOut) =>
      `Left out: ${[
        counted(elements, 'element'),
        counted(rules, 'part', ' of the style'),
        counted(statements, 'statement', ' of the script'),
      ]
        .filter((one) => one !== '')
        .join(', ')}; among them ${names.join(' · ')}.`,
    hint: () =>
      'import --json lists them all. Import again with a wider selector to have them back.',
  },
  'snippet/bare-css': {
    level: 'note',
    message: () => 'This CSS has no <style> tag around it. It was imported as style.',
  },
  'snippet/bare-script': {
    level: 'note',
    message: () => 'This JavaScript has no <script> tag around it. It was imported as script.',
  },
  'snippet/in-tags': {
    level: 'note',
    message: ({ tag }: { tag: string }) => `The <${tag}> tags around this code were removed.`,
  },
  'snippet/unclosed': {
    level: 'warning',
    message: ({ tag }: { tag: string }) =>
      `<${tag}> is never closed, so browsers treat everything after it as its text.`,
    hint: ({ tag }: { tag: string }) =>
      `It was closed where the HTML seems to continue. If that is wrong, add </${tag}> and import again.`,
  },
  'snippet/other-piece': {
    level: 'note',
    message: ({ said, found }: { said: string; found: string }) =>
      `This was given as ${said} but is ${found}. It was imported as ${found}.`,
  },
  'snippet/remote-file': {
    level: 'warning',
    message: ({ url }: { url: string }) =>
      `The snippet loads ${url}, and so will every page with this widget.`,
    hint: () => 'Keep it if you trust the address. It is listed under libraries in mould.json.',
  },
  'snippet/embed': {
    level: 'warning',
    message: ({ url }: { url: string }) =>
      `The snippet is an embed: every page with this widget will run code from ${url}.`,
    hint: () => 'Keep it if you trust the address. It stays where it was in the markup.',
  },
  'snippet/local-file': {
    level: 'warning',
    message: ({ url }: { url: string }) =>
      `The snippet loads ${url}, but that file was not part of the paste.`,
    hint: () => 'Put the file into the assets/ folder of the mould and correct its address.',
  },
  'snippet/vendored': {
    level: 'note',
    message: ({ url, name, version }: { url: string; name: string; version: string }) =>
      `${url} was replaced by ${name} ${version}, which is installed in this project.`,
  },
  'snippet/page-part': {
    level: 'note',
    message: ({ what, why }: { what: string; why: string }) => `${what} was left out: ${why}.`,
  },
  'snippet/no-doctype': {
    level: 'note',
    message: () =>
      'The page has no doctype, so browsers use quirks mode. Rules with the same effect were added at the top of style.css.',
    hint: () => 'Remove those rules from style.css if you do not want quirks mode.',
  },
  'snippet/page-styles': {
    level: 'note',
    message: ({ count }: { count: number }) =>
      `${count} ${count === 1 ? 'declaration' : 'declarations'} for the page itself ` +
      `${count === 1 ? 'was' : 'were'} left out, such as margins and height.`,
    hint: () => 'Import with --page-styles root to keep them on the widget.',
  },
  'snippet/kept-ground': {
    level: 'note',
    message: () => "The page's background was kept, because its text colour needs it.",
    hint: () => "Remove both from style.css to use the host's background and text colour.",
  },
  'snippet/not-run': {
    level: 'warning',
    message: ({ type }: { type: string }) =>
      `Browsers do not run scripts of type ${type}. It was left in the markup as data.`,
    hint: () => 'If it is meant to be compiled, paste the compiled JavaScript instead.',
  },
  'snippet/typescript': {
    level: 'error',
    message: () => 'This script is TypeScript, which browsers do not run.',
    hint: () =>
      'Install esbuild to have it compiled, or paste the compiled JavaScript that playgrounds show.',
  },
  'snippet/pug': {
    level: 'error',
    message: () => 'This markup is Pug, which browsers do not read.',
    hint: () =>
      'Install pug to have it compiled, or paste the compiled HTML that playgrounds show.',
  },
  'snippet/jsx': {
    level: 'error',
    message: () => 'This script is JSX, which browsers do not run.',
    hint: () =>
      'Install esbuild to have it compiled, or paste the rendered HTML and the compiled JavaScript.',
  },
  'snippet/dialect-fault': {
    level: 'error',
    message: ({ dialect, error }: { dialect: string; error: string }) =>
      `This ${dialect} cannot be compiled: ${error.replace(/\.$/, '')}.`,
    hint: () => 'Fix it at this position, or paste the compiled CSS.',
  },
  'snippet/binding-marks': {
    level: 'warning',
    message: ({ mark }: { mark: string }) =>
      `The snippet itself contains ${mark}, which a mould would read as a binding.`,
    hint: () => 'It was escaped as {~~, which is written as a plain {~.',
  },
  'snippet/no-old-paste': {
    level: 'error',
    message: ({ name }: { name: string }) =>
      `${name} no longer has the paste it was made from (snippet/), so its bindings cannot be kept.`,
    hint: () => 'Import under another name with --name or --out.',
  },
  'snippet/not-carried': {
    level: 'warning',
    message: ({ binding, file, line }: { binding: string; file: string; line: number }) =>
      `${binding} on line ${line} of ${file} does not fit anywhere in the new paste.`,
    hint: () => 'Add it where it belongs now. The field and its values are kept.',
  },
} as const satisfies WordingTable;
