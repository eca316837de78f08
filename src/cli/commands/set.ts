import type { Command } from 'commander';
import { addLibrary } from '../../core/author/hand/add-library.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { readMould, saveMould } from '../../node/files/mould-folder.ts';
import { collected, type Running } from '../command.ts';
import { printFindings } from '../print-findings.ts';
import { readLibrary } from '../read-library.ts';
import { saySetting, settingOf, withSetting } from '../settings.ts';
import { inFolder } from '../subject.ts';

interface SetArguments {
  readonly library: readonly string[];
}

/** `set MOULD KEY=VALUE…`: keys of mould.json, those of its fields among them. */
export function addSet(program: Command, running: Running): void {
  program
    .command('set')
    .summary('change what mould.json says of the mould and its fields')
    .description(
      [
        'Sets keys of mould.json. KEY=VALUE sets one, KEY= takes it out, KEY+=VALUE and KEY-=VALUE',
        'change one entry of a list. Keys are those of the mould (title, shelf, summary, widths,',
        'reaches, within, origin.author, needs.properties, slots.NAME.accepts) and of its fields',
        '(fields.NAME.title, .description, .section, .when, .kind, .default, .below.600, .required,',
        '.minItems; fields.rows.time.title in a row).',
      ].join('\n'),
    )
    .argument('<MOULD>', 'mould folder')
    .argument('[KEY=VALUE...]', 'what to set')
    .option('--library <url|name@version=file>', 'add a library (repeatable)', collected, [])
    .action((folder: string, written: readonly string[], { library }: SetArguments) =>
      running(async (terminal) => {
        const read = await readMould(folder);
        const done = written.map((one) => settingOf(one, 'set'));
        if (done.length + library.length === 0) throw nothingToSet();
        const libraries = await Promise.all(library.map((one) => readLibrary(one, 'set')));
        const mould = done.reduce(withSetting, libraries.reduce(addLibrary, read.mould));
        await saveMould(folder, mould, read.mould);
        const findings: Finding[] = read.findings.map((one) => inFolder(folder, one));
        if (terminal.isJson) {
          terminal.json({ set: done.map(({ key, value }) => ({ key, value })), findings });
          return findings;
        }
        for (const one of done) terminal.say(saySetting(one));
        for (const { name } of libraries) terminal.say(`${name} is loaded now.`);
        await printFindings(terminal, findings);
        return findings;
      }),
    );
}

function nothingToSet(): Refusal {
  const what = 'Nothing was given to set.';
  return new Refusal(finding('call/usage', { what, command: 'set' }));
}
