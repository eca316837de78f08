import { basename } from 'node:path';
import type { Command } from 'commander';
import { importSnippet, type SnippetPiece } from '../../core/author/snippet/import-snippet.ts';
import type { Language } from '../../core/author/snippet/recognise.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { writeMould } from '../../node/files/mould-folder.ts';
import { decode, readText } from '../../node/files/read-text.ts';
import type { Running } from '../command.ts';
import { printFindings } from '../print-findings.ts';
import { inFolder } from '../subject.ts';

interface ImportArguments {
  readonly html?: string;
  readonly css?: string;
  readonly js?: string;
  readonly name?: string;
  readonly out?: string;
}

/** `import FILE… | -`: snippet to mould. */
export function addImport(program: Command, running: Running): void {
  program
    .command('import')
    .summary('make a mould from a snippet')
    .description('Makes a mould from pasted code: one piece, or markup, style and script apart.')
    .argument('[FILE...]', 'the code, or - for standard input')
    .option('--html <file>', 'the markup by itself')
    .option('--css <file>', 'the style by itself')
    .option('--js <file>', 'the script by itself')
    .option('--name <name>', "the mould's name; by default that of the page or the file")
    .option('--out <dir>', 'folder of the mould; by default its name')
    .action((paths: string[], options: ImportArguments) =>
      running(async (terminal, world) => {
        const read = async (path: string, as?: Language): Promise<SnippetPiece> => {
          const file =
            path === '-' ? decode(calledPath(path), await world.readStdin()) : await readText(path);
          const name = path === '-' ? `snippet.${as ?? 'html'}` : basename(path);
          return { name, ...file, ...(as ? { as } : {}) };
        };
        const panes = (['html', 'css', 'js'] as const).flatMap((as) => {
          const path = options[as];
          return path === undefined ? [] : [{ path, as }];
        });
        if (paths.length + panes.length === 0) {
          const what = 'There is no file to import.';
          throw new Refusal(finding('call/usage', { what, command: 'import' }));
        }
        const pieces = [
          ...(await Promise.all(paths.map((path) => read(path)))),
          ...(await Promise.all(panes.map(({ path, as }) => read(path, as)))),
        ];
        const given = [...paths, ...panes.map(({ path }) => path)];
        const atPath = (one: Finding): Finding => {
          const index = pieces.findIndex(({ name }) => name === one.file);
          const path = given[index];
          return path === undefined ? one : { ...one, file: calledPath(path) };
        };
        const named = options.name === undefined ? {} : { name: options.name };
        const imported = importPieces(pieces, named, atPath);
        const { mould, dropped } = imported;
        const folder = options.out ?? mould.manifest.name;
        const files = await writeMould(folder, mould);
        const findings = imported.findings.map((one) =>
          one.file === 'template.html' ? inFolder(folder, one) : atPath(one),
        );
        if (terminal.isJson) {
          const { name, libraries = [] } = mould.manifest;
          terminal.json({ mould: folder, name, files, libraries, findings, dropped, fields: 0 });
          return findings;
        }
        terminal.say(
          `${terminal.strong(folder)} is made from ${given.map(calledPath).join(', ')}.`,
        );
        terminal.say();
        const widest = Math.max(...files.map((file) => file.length));
        for (const file of files) {
          terminal.say(`  ${file.padEnd(widest + 2)}${sizeOf(mould, file)}`.trimEnd());
        }
        terminal.say();
        await printFindings(terminal, findings);
        terminal.say(
          `Declare fields in ${folder}/mould.json, bind them in template.html, and look:`,
        );
        terminal.say(`  keen-mould preview ${folder}`);
        return findings;
      }),
    );
}

/** What a path given on the command line is called in messages. */
function calledPath(path: string): string {
  return path === '-' ? 'standard input' : path;
}

function importPieces(
  pieces: readonly SnippetPiece[],
  named: { name?: string },
  atPath: (one: Finding) => Finding,
) {
  try {
    return importSnippet(pieces, named);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const [first, ...rest] = error.findings.map(atPath);
    throw new Refusal(first as Finding, ...rest);
  }
}

function sizeOf(mould: { template: string; style: string; script: string }, file: string): string {
  const texts: Readonly<Record<string, string>> = {
    'template.html': mould.template,
    'style.css': mould.style,
    'script.js': mould.script,
  };
  const text = texts[file];
  if (text === undefined) return file.startsWith('snippet/') ? 'as it came' : '';
  const lines = text.split('\n').length - 1;
  return `${lines} ${lines === 1 ? 'line' : 'lines'}`;
}
