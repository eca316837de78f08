import { didYouMean, type WordingTable } from './shape.ts';

/** Why a command or a call cannot be carried out. */
export const callWording = {
  'call/usage': {
    level: 'error',
    message: ({ what }: { what: string }) => what,
    hint: ({ command }: { what: string; command: string }) =>
      `Run keen-mould ${command ? `${command} ` : ''}--help to see its options.`,
  },
  'call/argument': {
    level: 'error',
    message: ({ what, why }: { what: string; why: string }) => `${what} ${why}.`,
    hint: () => 'The types of keen-mould say what each call takes.',
  },
  'call/too-large': {
    level: 'error',
    message: ({ what }: { what: string }) => `${what}.`,
    hint: () => 'Take less of the page, or raise the limit.',
  },
  'call/too-long': {
    level: 'error',
    message: ({ ms }: { ms: number }) => `This took longer than ${ms} ms and was stopped.`,
    hint: () => 'Take less of the page, or raise the limit.',
  },
  'call/no-file': {
    level: 'error',
    message: ({ path }: { path: string }) => `There is no file ${path}.`,
    hint: () => 'Check the path. Paths are relative to the folder the command runs in.',
  },
  'call/not-readable': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) => `${path} cannot be read: ${why}.`,
    hint: () => 'Choose a file that you have permission to read.',
  },
  'call/not-text': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} is not a text file: it contains NUL bytes.`,
    hint: () => 'Give an HTML, CSS or JavaScript file saved as UTF-8.',
  },
  'call/broken-text': {
    level: 'warning',
    message: ({ count }: { count: number }) =>
      `${count === 1 ? 'One character here is' : `${count} characters from here on are`} not UTF-8, and ${count === 1 ? 'was' : 'were'} replaced by \ufffd.`,
    hint: () => 'Save the file as UTF-8 in the program that it comes from.',
  },
  'call/guessed-encoding': {
    level: 'note',
    message: ({ encoding }: { encoding: string }) =>
      `The file declares no encoding and is not UTF-8. It was read as ${encoding}.`,
    hint: () => 'If letters are wrong, save it as UTF-8 or declare its encoding.',
  },
  'call/leads-out': {
    level: 'warning',
    message: ({ path }: { path: string }) =>
      `${path} is a symbolic link that leads out of its folder, so it was not read.`,
    hint: () => 'Put a copy of the file in its place.',
  },
  'call/no-page': {
    level: 'error',
    message: ({ path, pages }: { path: string; pages: readonly string[] }) =>
      pages.length === 0
        ? `The folder ${path} has no HTML file.`
        : `The folder ${path} has several HTML files and no index.html: ${pages.join(', ')}.`,
    hint: () => 'Name the file to import. Files that it loads from the same folder are included.',
  },
  'call/no-mould': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} is not a mould: it has no mould.json.`,
    hint: () => 'Give the folder that import created, or import a snippet first.',
  },
  'call/mould-not-found': {
    level: 'error',
    message: ({ name, looked }: { name: string; looked: readonly string[] }) =>
      `The mould ${name} was not found in ${looked.join(', ')}.`,
    hint: () =>
      'Put the mould folder next to the cast file, or run the command in the folder that holds it.',
  },
  'call/would-overwrite': {
    level: 'error',
    message: ({ path }: { path: string; hint: string }) => `${path} already exists.`,
    hint: ({ hint }: { path: string; hint: string }) => hint,
  },
  'call/not-writable': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) => `${path} cannot be written: ${why}.`,
    hint: ({ why }: { path: string; why: string }) =>
      /full|large|quota/.test(why)
        ? 'Free some disk space, or choose another folder with --out. Existing files are unchanged.'
        : 'Change the permissions, or choose another folder with --out if the command has that option.',
  },
  'call/changing': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} kept changing while it was being read.`,
    hint: () => 'Wait until the other program has finished, then run the command again.',
  },
  'call/changed-meanwhile': {
    level: 'error',
    message: ({ path }: { path: string }) =>
      `${path} was changed by another program in the meantime, so nothing was written.`,
    hint: () => 'Run the command again to use the current version.',
  },
  'call/unknown-field': {
    level: 'error',
    message: ({ path, near }: { path: string; near?: string | undefined }) =>
      `No field is called ${path}.${didYouMean(near)}`,
    hint: ({ known }: { known: readonly string[] }) =>
      known.length === 0
        ? 'This mould has no fields yet. Declare them under fields in mould.json.'
        : `Its fields are ${known.join(', ')}.`,
  },
  'call/no-sample': {
    level: 'error',
    message: ({ name }: { name: string }) => `The mould has no sample called ${name}.`,
    hint: ({ known }: { known: readonly string[] }) =>
      `Its samples are ${known.join(', ')}. Add another as samples/NAME.json.`,
  },
  'call/bad-fill': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) => `--fill ${path} ${why}.`,
    hint: () => 'Use --fill PATH=VALUE, or give a JSON file of values.',
  },
  'call/no-browser': {
    level: 'error',
    message: () => 'No Chromium, Chrome or Edge was found on this machine.',
    hint: () => 'Install one, or set the environment variable KEEN_MOULD_BROWSER to its path.',
  },
  'call/browser-failed': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) => `${path} did not start: ${why}.`,
    hint: () => 'Set the environment variable KEEN_MOULD_BROWSER to the path of another browser.',
  },
  'call/no-package': {
    level: 'error',
    message: ({ name, purpose }: { name: string; purpose: string }) =>
      `The package ${name} is needed ${purpose}, but it is not installed.`,
    hint: ({ name }: { name: string; purpose: string }) => `Run npm install ${name}.`,
  },
  'call/port-taken': {
    level: 'error',
    message: ({ port }: { port: number }) => `Port ${port} is in use.`,
    hint: () => 'Choose another with --port, or omit --port to use any free port.',
  },
} as const satisfies WordingTable;
