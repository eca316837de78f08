import type { Command } from 'commander';
import { findNeeds, type Needs } from '../../core/author/needs/find-needs.ts';
import { compileMould } from '../../core/compile/compile-mould.ts';
import type { Mould } from '../../core/model/mould.ts';
import { sampleNames, sampleOf } from '../../core/model/samples.ts';
import { checkValues } from '../../core/model/values/mould-values.ts';
import { compareFields, type FieldChanges } from '../../core/pack/compare-fields.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { readMould, rewriteMould, writeMould } from '../../node/files/mould-folder.ts';
import { isThere, refuseIfThere } from '../../node/files/write-safely.ts';
import { openRack, type Rack, type RackEntry } from '../../node/rack/rack.ts';
import { usualRack } from '../../node/rack/usual-rack.ts';
import type { Running } from '../command.ts';
import { printFindings } from '../print-findings.ts';
import { printNeeds } from '../print-needs.ts';
import type { Terminal } from '../terminal.ts';
import type { World } from '../world.ts';

interface RackArguments {
  readonly rack?: string;
  readonly as?: string;
  readonly out?: string;
  readonly replace?: true;
}

const opened = ({ rack: folder }: RackArguments, world: World): Rack =>
  openRack(folder ?? usualRack(world.env));

/** `rack take`: writes a mould of the rack into a folder, or updates the one that is there. */
async function take(
  terminal: Terminal,
  on: Rack,
  given: string,
  options: RackArguments,
): Promise<Finding[]> {
  const { name, version: asked } = named(given);
  const mould = await on.take(name, { version: asked, as: options.as });
  const folder = options.out ?? mould.manifest.name;
  if (!options.replace) {
    await refuseIfThere(folder, 'Use --replace to update it, or choose another --out.');
  }
  const older = (await isThere(folder)) ? (await readMould(folder)).mould : undefined;
  await (older ? rewriteMould(folder, mould, older) : writeMould(folder, mould));
  const changes = older && compareFields(older, mould);
  const lost = older ? valuesWithoutField(older, mould) : [];
  const { name: own, version } = mould.manifest;
  if (terminal.isJson) {
    terminal.json({ mould: folder, name: own, version, changes, lost, findings: [] });
    return [];
  }
  terminal.say(`${terminal.strong(folder)} has ${own} ${version}.`);
  if (changes) printChanges(terminal, changes, lost);
  return [];
}

/** `rack add|list|take|drop`: keeps moulds for other projects. */
export function addRack(program: Command, running: Running): void {
  const rack = program
    .command('rack')
    .summary('keep moulds for other projects')
    .description('Keeps packed moulds by name and version, for other projects.')
    .helpCommand(false);
  const command = (words: string, summary: string) =>
    rack
      .command(words)
      .summary(summary)
      .description(`${summary.replace(/^./, (letter) => letter.toUpperCase())}.`)
      .option('--rack <dir>', 'folder of the rack (default: in your user data folder)')
      .option('--json', 'print one JSON document on standard output')
      .helpOption('--help', 'show this help');
  command('add <MOULD...>', 'add mould folders or packs').action(
    (paths: string[], options: RackArguments) =>
      running(async (terminal, world) => {
        const on = opened(options, world);
        const added: { name: string; version: string; isNew: boolean; needs: Needs }[] = [];
        for (const path of paths) {
          const { mould } = await readMould(path);
          const { name, version } = mould.manifest;
          added.push({ name, version, isNew: await on.add(mould), needs: findNeeds(mould) });
        }
        if (terminal.isJson) terminal.json({ rack: on.folder, added, findings: [] });
        for (const { name, version, isNew, needs } of terminal.isJson ? [] : added) {
          terminal.say(
            `${terminal.strong(`${name} ${version}`)} ${isNew ? 'was added to the rack' : 'was already on the rack'}.`,
          );
          printNeeds(terminal, needs);
        }
        return [];
      }),
  );

  command('list [WORDS...]', 'list the moulds, or those that match all words').action(
    (words: string[], options: RackArguments) =>
      running(async (terminal, world) => {
        const on = opened(options, world);
        const { entries, findings } = await on.list(words);
        if (terminal.isJson) terminal.json({ rack: on.folder, entries, findings });
        else {
          printEntries(terminal, entries, words.length > 0);
          await printFindings(terminal, findings);
        }
        return findings;
      }),
  );

  command('take <NAME[@VERSION]>', 'take a mould into this project')
    .option('--as <name>', 'start a new mould from it, under that name')
    .option('--out <dir>', 'folder of the mould (default: its name)')
    .option('--replace', 'update an existing mould and list what changed')
    .action((given: string, options: RackArguments) =>
      running((terminal, world) => take(terminal, opened(options, world), given, options)),
    );

  command('drop <NAME[@VERSION]>', 'remove a mould, or one version of it').action(
    (given: string, options: RackArguments) =>
      running(async (terminal, world) => {
        const on = opened(options, world);
        const { name, version } = named(given);
        const gone = await on.drop(name, version);
        if (terminal.isJson) terminal.json({ rack: on.folder, name, dropped: gone, findings: [] });
        else terminal.say(`${terminal.strong(name)} ${gone.join(', ')} was removed from the rack.`);
        return [];
      }),
  );
}

function printEntries(terminal: Terminal, entries: readonly RackEntry[], isSearch: boolean): void {
  if (entries.length === 0) {
    terminal.say(
      isSearch
        ? 'Nothing on the rack matches all these words.'
        : 'The rack is empty. Add a mould: keen-mould rack add MOULD',
    );
    return;
  }
  const width = Math.max(...entries.map(({ name }) => name.length));
  for (const { name, version, title, shelf, fields } of entries) {
    const about = [shelf, `${fields.length} ${fields.length === 1 ? 'field' : 'fields'}`]
      .filter(Boolean)
      .join(', ');
    terminal.say(
      `  ${terminal.strong(name.padEnd(width))}  ${version}  ${title}  ${terminal.soft(about)}`,
    );
  }
}

/** `NAME`, or `NAME@VERSION`. */
function named(given: string): { readonly name: string; readonly version: string | undefined } {
  const [name = '', version] = given.split('@');
  return { name, version };
}

/** Values of samples that no field takes any more; they are kept with the sample. */
function valuesWithoutField(before: Mould, after: Mould): string[] {
  const { root } = compileMould(before);
  const own = sampleNames(before).filter(
    (name) => before.files[`samples/${name}.json`] !== undefined,
  );
  return own.flatMap((name) => {
    const { values = {} } = sampleOf(before, root, name)?.cast ?? {};
    const { findings } = checkValues(after, values);
    return findings.flatMap(({ code, path }) =>
      code === 'value/no-field' ? [`samples/${name}.json ${path}`] : [],
    );
  });
}

function printChanges(terminal: Terminal, changes: FieldChanges, lost: readonly string[]): void {
  const { added, gone, renamed, otherKind } = changes;
  const lines: readonly [title: string, all: readonly string[]][] = [
    ['new', added],
    ['gone', gone],
    ['renamed', renamed.map(({ from, to }) => `${from} to ${to}`)],
    ['with another kind', otherKind.map(({ path, from, to }) => `${path}: ${from} to ${to}`)],
    ['values no longer used', lost],
  ];
  const reported = lines.filter(([, all]) => all.length > 0);
  for (const [title, all] of reported) terminal.say(`  ${title.padEnd(17)}  ${all.join(', ')}`);
  if (reported.length === 0)
    terminal.say('  Its fields are unchanged, so all existing values still work.');
}
