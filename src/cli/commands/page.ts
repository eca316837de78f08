import type { Command } from 'commander';
import { loadFinish } from '../../node/files/finish.ts';
import { buildPages } from '../../node/pages/build-pages.ts';
import type { BuiltPage, PagesBuilt } from '../../node/pages/pages-options.ts';
import { openRack } from '../../node/rack/rack.ts';
import { usualRack } from '../../node/rack/usual-rack.ts';
import type { Running } from '../command.ts';
import { printFindings } from '../print-findings.ts';
import type { Terminal } from '../terminal.ts';

interface PageArguments {
  readonly out: string;
  readonly rack?: string;
  readonly nonce?: string;
  readonly browsers?: string;
  readonly minify?: boolean;
  readonly fetch?: boolean;
  readonly replace?: boolean;
}

/** `page FILE…`: builds pages of casts. */
export function addPage(program: Command, running: Running): void {
  program
    .command('page')
    .summary('build pages of casts')
    .description('Builds pages from page files, or from folders of page files.')
    .argument('<FILE...>', 'page files or folders of page files')
    .option('--out <dir>', 'output folder', 'built')
    .option('--rack <dir>', 'rack for moulds not found in a folder (default: yours)')
    .option('--nonce <text>', 'nonce of a Content Security Policy, for style and scripts')
    .option('--browsers <query>', 'add vendor prefixes for these browsers, such as "defaults"')
    .option('--minify', 'minify style and scripts')
    .option('--fetch', 'download remote libraries to compute their integrity hashes')
    .option('--replace', 'replace pages that were not written by an earlier build')
    .action((paths: string[], options: PageArguments) =>
      running(async (terminal, world) => {
        const { out, nonce, replace } = options;
        const built = await buildPages(paths, {
          out,
          nonce,
          replace,
          fetches: options.fetch,
          rack: openRack(options.rack ?? usualRack(world.env)),
          finish: await loadFinish(options),
        });
        if (terminal.isJson) terminal.json({ out, ...built });
        else {
          await printFindings(terminal, built.findings);
          printPages(terminal, built, out);
        }
        return built.findings;
      }),
    );
}

function printPages(terminal: Terminal, built: PagesBuilt, out: string): void {
  const { pages, shared, shares, held } = built;
  const widest = Math.max(0, ...pages.map(({ file }) => file.length));
  const shown = pages.filter(({ isNew }) => isNew);
  for (const page of shown.slice(0, 20)) terminal.say(`  ${lineOf(page, widest)}`);
  if (shown.length > 20) terminal.say(`  and ${shown.length - 20} more`);
  const same = pages.length - shown.length;
  const count = shown.length === 1 ? '1 page' : `${shown.length} pages`;
  const asTheyWere = same === 0 ? '' : `, ${same} unchanged`;
  const bytes = shared.reduce((sum, one) => sum + one.bytes, 0);
  const files = shared.length === 1 ? '1 file' : `${shared.length} files`;
  const others = shared.length === 0 ? '' : `; ${files} beside, ${sizeOf(bytes)}`;
  if (pages.length > 0) {
    terminal.say(`${terminal.strong(out)}: ${count} written${asTheyWere}${others}.`);
  }
  for (const file of held)
    terminal.say(`${file} was not written. The last good version is unchanged.`);
  for (const [file, users] of Object.entries(shares)) {
    terminal.say(terminal.soft(`${file} is used by ${users.join(', ')}`));
  }
}

function lineOf({ file, casts, moulds, bytes }: BuiltPage, widest: number): string {
  const count = casts === 1 ? '1 cast' : `${casts} casts`;
  const of = moulds.length === 1 ? '1 mould' : `${moulds.length} moulds`;
  return `${file.padEnd(widest)}  ${count} of ${of}, ${sizeOf(bytes)}`;
}

function sizeOf(bytes: number): string {
  return bytes < 1000 ? `${bytes} bytes` : `${(bytes / 1000).toFixed(bytes < 10_000 ? 1 : 0)} kB`;
}
