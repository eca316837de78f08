import { basename, dirname, join, resolve } from 'node:path';
import type { Command } from 'commander';
import { bindSpots, fieldNames } from '../../core/author/bind/bind-spots.ts';
import { replaceSnippet } from '../../core/author/bind/replace-snippet.ts';
import { checkMould, fixMould } from '../../core/author/check/check-mould.ts';
import { findNeeds } from '../../core/author/needs/find-needs.ts';
import { type ImportOptions, importSnippet } from '../../core/author/snippet/import-snippet.ts';
import type { Language } from '../../core/author/snippet/recognise.ts';
import type { SnippetPiece } from '../../core/author/snippet/split-piece.ts';
import type { Mould } from '../../core/model/mould.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { compilersFor } from '../../node/files/compilers.ts';
import { installedFilesOf } from '../../node/files/installed-files.ts';
import {
  readMould,
  readOldPaste,
  rewriteMould,
  writeMould,
} from '../../node/files/mould-folder.ts';
import { decode, readText } from '../../node/files/read-text.ts';
import { localFilesOf, pageOf } from '../../node/files/snippet-folder.ts';
import { isThere } from '../../node/files/write-safely.ts';
import { collected, type Running } from '../command.ts';
import { printFields } from '../print-fields.ts';
import { printFindings } from '../print-findings.ts';
import { printFixed } from '../print-fixed.ts';
import { readLibrary } from '../read-library.ts';
import { inFolder } from '../subject.ts';
import { type Terminal, wrapWords } from '../terminal.ts';
import type { World } from '../world.ts';

interface ImportArguments {
  readonly html?: string;
  readonly css?: string;
  readonly js?: string;
  readonly name?: string;
  readonly out?: string;
  readonly pageStyles?: string;
  readonly replace?: boolean;
  readonly bind?: boolean;
  readonly fix?: boolean;
  readonly only?: string;
  readonly unused?: string;
  readonly library: readonly string[];
}

/** `import FILE… | -`: snippet to mould. */
export function addImport(program: Command, running: Running): void {
  program
    .command('import')
    .summary('make a mould from a snippet')
    .description(
      'Makes a mould from pasted code: one file, or HTML, CSS and JavaScript separately.',
    )
    .argument('[FILE...]', 'the code, a folder with a page, or - for standard input')
    .option('--html <file>', 'the HTML')
    .option('--css <file>', 'the CSS')
    .option('--js <file>', 'the JavaScript')
    .option('--name <name>', 'name of the mould (default: from the page title or file name)')
    .option('--only <selector>', 'take these elements, with all that they need')
    .option('--unused <keep|drop>', 'what becomes of rules that nothing can match')
    .option('--library <url|name@version=file>', 'a library it needs (repeatable)', collected, [])
    .option('--replace', 'replace an existing mould but keep its fields and bindings')
    .option('--fix', 'mend what check --fix can mend, such as a lost tag, before anything is bound')
    .option('--bind', 'bind all recommended spots')
    .option('--page-styles <root|drop>', 'keep or drop all rules for html and body')
    .option('--out <dir>', 'folder of the mould (default: its name)')
    .action((paths: string[], options: ImportArguments) =>
      running(async (terminal, world) => {
        const said = new Map<string, Finding>();
        const say = (one: Finding) => void said.set(JSON.stringify(one), one);
        const given = await readPieces(paths, options, world, say);
        const [first = ''] = given.keys();
        const importOptions = {
          ...optionsOf(options),
          ...(first === standardInput ? {} : { local: localFilesOf(dirname(first), say) }),
          folder: basename(dirname(resolve(first))),
          installed: installedFilesOf('.'),
          libraries: await Promise.all(options.library.map((one) => readLibrary(one, 'import'))),
        };
        const imported = await importGiven(given, importOptions);
        const folder = options.out ?? imported.mould.manifest.name;
        const isReplacing = options.replace === true && (await isThere(join(folder, 'mould.json')));
        const older = isReplacing ? (await readMould(folder)).mould : undefined;
        const { dropped, ...taken } = older
          ? await importGiven(given, importOptions, { mould: older, folder })
          : imported;
        const mended = options.fix ? fixMould(taken.mould) : { mould: taken.mould, fixed: [] };
        const made = { ...taken, mould: mended.mould };
        const bound = options.bind ? bindSpots(made.mould, 'recommended') : made;
        const { mould } = bound;
        const findings = [
          ...made.findings,
          ...(bound === made ? [] : bound.findings),
          ...said.values(),
        ];
        const files = await (older
          ? rewriteMould(folder, mould, older)
          : writeMould(folder, mould));
        const reported = findings.map((one) =>
          one.file === 'template.html' ? inFolder(folder, one) : one,
        );
        if (terminal.isJson) {
          const { name, libraries = [] } = mould.manifest;
          const fields = fieldNames(mould.manifest).length;
          const about = { mould: folder, name, files, libraries };
          const fixed = options.fix ? { fixed: mended.fixed } : {};
          terminal.json({ ...about, findings: reported, ...fixed, dropped, fields });
        } else {
          const paths = [...given.keys()];
          const { fixed } = mended;
          await printImport(terminal, {
            folder,
            mould,
            files,
            reported,
            fixed,
            paths,
            isReplacing,
          });
        }
        return reported;
      }),
    );
}

/** Reads what is to be imported; pieces by the paths given, in that order. */
async function readPieces(
  paths: readonly string[],
  options: ImportArguments,
  world: World,
  say: (one: Finding) => void,
): Promise<ReadonlyMap<string, SnippetPiece>> {
  const panes = (['html', 'css', 'js'] as const).flatMap((as) => {
    const path = options[as];
    return path === undefined ? [] : [{ path, as }];
  });
  const pages = await Promise.all(paths.map(pageOf));
  const asked: { path: string; as?: Language }[] = [...pages.map((path) => ({ path })), ...panes];
  if (asked.length === 0) {
    const what = 'No file was given.';
    throw new Refusal(finding('call/usage', { what, command: 'import' }));
  }
  const pieces = asked.map(async ({ path, as }): Promise<[string, SnippetPiece]> => {
    const said = as ? { as } : {};
    const isFile = path !== '-';
    const { findings, ...file } = isFile
      ? await readText(path)
      : decode(standardInput, await world.readStdin());
    for (const one of findings) say(one);
    if (isFile) return [path, { name: basename(path), ...file, ...said }];
    return [standardInput, { name: `snippet.${as ?? 'html'}`, ...file, ...said }];
  });
  return new Map(await Promise.all(pieces));
}

function optionsOf({ name, pageStyles, only, unused }: ImportArguments): ImportOptions {
  return {
    ...(name === undefined ? {} : { name }),
    ...(only === undefined ? {} : { only }),
    ...oneOf('pageStyles', '--page-styles', pageStyles, ['root', 'drop'] as const),
    ...oneOf('unused', '--unused', unused, ['keep', 'drop'] as const),
  };
}

/** An option with one of a few values. */
function oneOf<Key extends string, Value extends string>(
  key: Key,
  option: string,
  given: string | undefined,
  values: readonly Value[],
): { readonly [Name in Key]?: Value } {
  if (given === undefined) return {};
  const found = values.find((one) => one === given);
  if (found) return { [key]: found } as { readonly [Name in Key]?: Value };
  const what = `${option} must be ${values.join(' or ')}, not ${given}.`;
  throw new Refusal(finding('call/usage', { what, command: 'import' }));
}

/** What a `-` given for a path is called in messages. */
const standardInput = 'standard input';

/**
 * Imports, with findings by the paths given where the core knows file names alone.
 *
 * @param over folder of the mould whose fields and bindings are to be kept
 */
async function importGiven(
  given: ReadonlyMap<string, SnippetPiece>,
  options: ImportOptions,
  over?: { readonly mould: Mould; readonly folder: string },
) {
  const atPath = (one: Finding): Finding => {
    const [path] = [...given].find(([, piece]) => piece.name === one.file) ?? [];
    return path === undefined ? one : { ...one, file: path };
  };
  try {
    const pieces = [...given.values()];
    const before = over && (await readOldPaste(over.folder));
    const all = [...pieces, ...(before?.pieces ?? [])];
    const compilers = await compilersFor(all);
    const imported =
      over && before
        ? replaceSnippet(over.mould, before, pieces, { ...options, compilers })
        : importSnippet(pieces, { ...options, compilers });
    return { ...imported, findings: imported.findings.map(atPath) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const [first, ...rest] = error.findings.map(atPath);
    throw new Refusal(first as Finding, ...rest);
  }
}

interface Printed {
  readonly folder: string;
  readonly mould: Mould;
  readonly files: readonly string[];
  readonly reported: readonly Finding[];
  readonly fixed: readonly Finding[];
  readonly paths: readonly string[];
  readonly isReplacing: boolean;
}

async function printImport(
  terminal: Terminal,
  { folder, mould, files, reported, fixed, paths, isReplacing }: Printed,
): Promise<void> {
  const made = isReplacing ? 'was updated' : 'was created';
  terminal.say(`${terminal.strong(folder)} ${made} from ${paths.join(', ')}.`);
  terminal.say();
  const widest = Math.max(...files.map((file) => file.length));
  for (const file of files) {
    terminal.say(`  ${file.padEnd(widest + 2)}${sizeOf(mould, file)}`.trimEnd());
  }
  terminal.say();
  await printFindings(terminal, reported);
  if (fixed.length > 0) {
    terminal.say('Mended in the paste:');
    printFixed(terminal, fixed, fixed.length);
    terminal.say();
  } else sayBroken(terminal, mould);
  const { properties } = findNeeds(mould);
  if (properties.length > 0) {
    const said = `It takes from the site: ${properties.join(', ')}. To give them values of its own, bind them as fields.`;
    for (const line of wrapWords(said, terminal.columns)) terminal.say(line);
    terminal.say();
  }
  const fields = fieldNames(mould.manifest);
  if (fields.length > 0) {
    terminal.say(`It has ${fields.length} ${fields.length === 1 ? 'field' : 'fields'}:`);
    printFields(terminal, mould);
    terminal.say();
    terminal.say('Check it, look at it, and cast it with values of your own:');
  } else {
    terminal.say('Check it, find its fields and look at it:');
  }
  terminal.say(`  keen-mould check ${folder}`);
  if (fields.length === 0) terminal.say(`  keen-mould bind ${folder}`);
  terminal.say(`  keen-mould preview ${folder}`);
  if (fields.length > 0) terminal.say(`  keen-mould cast ${folder} --fill ${fields[0]}=…`);
}

/** Says of what is broken in the paste that it can be mended. */
function sayBroken(terminal: Terminal, mould: Mould): void {
  const broken = checkMould(mould).filter(({ level, fixable }) => fixable && level !== 'note');
  if (broken.length === 0) return;
  const count = broken.length === 1 ? 'One fault' : `${broken.length} faults`;
  terminal.say(`${count} of the paste can be mended; import again with --fix:`);
  for (const { line, message } of broken.slice(0, 5)) {
    for (const part of wrapWords(`line ${line}: ${message}`, terminal.columns - 2))
      terminal.say(`  ${part}`);
  }
  if (broken.length > 5) terminal.say(`  and ${broken.length - 5} more`);
  terminal.say();
}

function sizeOf({ template, style, script }: Mould, file: string): string {
  const texts: Readonly<Record<string, string>> = {
    'template.html': template,
    'style.css': style,
    'script.js': script,
  };
  const text = texts[file];
  if (text === undefined) return file.startsWith('snippet/') ? 'as it came' : '';
  const lines = text.split('\n').length - 1;
  return `${lines} ${lines === 1 ? 'line' : 'lines'}`;
}
