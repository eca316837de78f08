import { didYouMean, type WordingTable } from './shape.ts';

/** What a command or a call cannot be carried out for. */
export const callWording = {
  'call/usage': {
    level: 'error',
    message: ({ what }: { what: string }) => what,
    mend: ({ command }: { what: string; command: string }) =>
      `Run keen-mould ${command ? `${command} ` : ''}--help for what it takes.`,
  },
  'call/no-file': {
    level: 'error',
    message: ({ path }: { path: string }) => `There is no file ${path}.`,
    mend: () => 'Check the path; it is read from the folder the command runs in.',
  },
  'call/not-readable': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) => `${path} cannot be read: ${why}.`,
    mend: () => 'Give a file that you may read.',
  },
  'call/not-text': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} is not text: it holds zero bytes.`,
    mend: () => 'Give the HTML, CSS or JavaScript itself, saved as UTF-8.',
  },
  'call/no-page': {
    level: 'error',
    message: ({ path, pages }: { path: string; pages: readonly string[] }) =>
      pages.length === 0
        ? `The folder ${path} holds no HTML file.`
        : `The folder ${path} holds several HTML files and no index.html: ${pages.join(', ')}.`,
    mend: () => 'Name the file to import; what it loads from beside it comes along.',
  },
  'call/no-mould': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} is not a mould: it holds no mould.json.`,
    mend: () => 'Give the folder that import made, or import a snippet first.',
  },
  'call/mould-not-found': {
    level: 'error',
    message: ({ name, looked }: { name: string; looked: readonly string[] }) =>
      `The mould ${name} is in none of ${looked.join(', ')}.`,
    mend: () => 'Put the mould folder beside the cast file, or run the command where it is.',
  },
  'call/would-overwrite': {
    level: 'error',
    message: ({ path }: { path: string; mend: string }) => `${path} is there already.`,
    mend: ({ mend }: { path: string; mend: string }) => mend,
  },
  'call/not-writable': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) => `${path} cannot be written: ${why}.`,
    mend: ({ why }: { path: string; why: string }) =>
      /room|full|large/.test(why)
        ? 'Make room, or choose a folder elsewhere with --out; what was there is as it was.'
        : 'Let yourself write there, or choose another folder with --out where the command takes one.',
  },
  'call/changing': {
    level: 'error',
    message: ({ path }: { path: string }) => `${path} changes while it is read.`,
    mend: () => 'Wait until what writes it is done, and run the command again.',
  },
  'call/changed-meanwhile': {
    level: 'error',
    message: ({ path }: { path: string }) =>
      `${path} was changed by something else while this was at work; nothing was written.`,
    mend: () => 'Run the command again: it then goes by what is there now.',
  },
  'call/unknown-field': {
    level: 'error',
    message: ({ path, near }: { path: string; near?: string | undefined }) =>
      `No field is called ${path}.${didYouMean(near)}`,
    mend: ({ known }: { known: readonly string[] }) =>
      known.length === 0
        ? 'This mould has no fields yet; declare them under fields in mould.json.'
        : `Its fields are ${known.join(', ')}.`,
  },
  'call/no-sample': {
    level: 'error',
    message: ({ name }: { name: string }) => `The mould has no sample called ${name}.`,
    mend: ({ known }: { known: readonly string[] }) =>
      `Its samples are ${known.join(', ')}; write another as samples/NAME.json.`,
  },
  'call/bad-fill': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) => `--fill ${path} ${why}.`,
    mend: () => 'Write --fill PATH=VALUE, or give a JSON file of values.',
  },
  'call/no-browser': {
    level: 'error',
    message: () => 'No Chromium, Chrome or Edge was found on this machine.',
    mend: () => 'Install one, or name its program in the variable KEEN_MOULD_BROWSER.',
  },
  'call/browser-failed': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) => `${path} did not start: ${why}.`,
    mend: () => 'Name another browser in the variable KEEN_MOULD_BROWSER.',
  },
  'call/no-package': {
    level: 'error',
    message: ({ name, purpose }: { name: string; purpose: string }) =>
      `The package ${name} is needed ${purpose} and is not installed.`,
    mend: ({ name }: { name: string; purpose: string }) => `Run npm install ${name}.`,
  },
  'call/port-taken': {
    level: 'error',
    message: ({ port }: { port: number }) => `Port ${port} is in use.`,
    mend: () => 'Give another with --port, or leave --port out to take any that is free.',
  },
} as const satisfies WordingTable;
