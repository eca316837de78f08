import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Command } from 'commander';
import { importSnippet } from '../../core/author/snippet/import-snippet.ts';
import { deliver } from '../../core/deliver/deliver.ts';
import { fieldsBelow } from '../../core/model/field.ts';
import { readMould, writeMould } from '../../node/files/mould-folder.ts';
import { readText } from '../../node/files/read-text.ts';
import { isThere, refuseIfThere, writeWhole } from '../../node/files/write-safely.ts';
import { proof } from '../../node/proof/proof.ts';
import { faultsOf, type Shot } from '../../node/proof/shot.ts';
import { runtime } from '../../runtime/text.ts';
import type { Running } from '../command.ts';
import { readSubject } from '../subject.ts';
import type { Terminal } from '../terminal.ts';
import { progressTo, toProofSubject } from './proof.ts';

/** The demo data that comes with the package. */
const data = fileURLToPath(new URL('../../../demo/', import.meta.url));

/** `demo`: the whole path on the demo data, in a folder of its own. */
export function addDemo(commands: Command, running: Running): void {
  commands
    .command('demo')
    .summary('see the whole path on an example')
    .description('Imports a snippet, casts it with other words, and takes pictures of it.')
    .option('--out <dir>', 'folder to write to; by default keen-mould-demo, or the next free')
    .action((options: { readonly out?: string }) =>
      running(async (terminal, world) => {
        const out = options.out ?? (await nextFree('keen-mould-demo'));
        await refuseIfThere(out, 'Choose another folder with --out.');
        const paste = join(data, 'snippets', 'notice-rail.html');
        const pasted = await readText(paste);
        const { mould: imported } = importSnippet([{ name: basename(paste), ...pasted }]);
        const importedTo = join(out, 'imported');
        await writeMould(importedTo, imported);

        const { mould: bound } = await readMould(join(data, 'moulds', 'notice-rail'));
        const boundTo = join(out, 'notice-rail');
        await writeMould(boundTo, bound);

        const castTo = join(out, 'summer-sunday.json');
        const castData = await readText(join(data, 'casts', 'summer-sunday.json'));
        await writeWhole(castTo, castData.text);
        const subject = await readSubject(castTo, []);
        const cast = subject.compiled.cast(subject.cast, subject.placeOf);
        const { parts } = deliver(cast, { form: 'block', document: true, runtime });
        const blockTo = join(out, 'summer-sunday.html');
        await writeWhole(blockTo, parts.html ?? '');

        const made = await proof([toProofSubject(subject)], {
          out: join(out, 'proof'),
          onProgress: progressTo(world.stderr),
        });
        const fields = fieldsBelow(subject.compiled.root).filter(({ at }) => at !== undefined);
        // Run by npm, as in a clone, the program is not on the path.
        const program = world.env.npm_lifecycle_event ? 'npx keen-mould' : 'keen-mould';
        if (terminal.isJson) {
          const moulds = [importedTo, boundTo];
          terminal.json({
            out,
            moulds,
            fields: fields.length,
            cast: castTo,
            block: blockTo,
            proof: made,
          });
        } else {
          printDemo(terminal, {
            steps: [
              ['import', 'a pasted snippet, taken apart', importedTo],
              ['fields', `the same with ${fields.length} fields, bound`, boundTo],
              ['cast', 'filled for a summer Sunday', blockTo],
              ['proof', provedAt(made.shots), made.sheet],
            ],
            next: [
              ['see it live and edit it', `${program} preview ${boundTo}`],
              ['fill in other words', `${program} cast ${boundTo} --fill heading="Winter service"`],
              ['begin with your own', `${program} import FILE.html`],
            ],
          });
        }
        return subject.findings;
      }),
    );
}

function provedAt(shots: readonly Shot[]): string {
  const faults = shots.reduce((sum, shot) => sum + faultsOf(shot).length, 0);
  const said = faults === 0 ? 'no faults' : `${faults} faults`;
  return `at ${shots.map(({ width }) => width).join(', ')} px: ${said}`;
}

function printDemo(
  terminal: Terminal,
  { steps, next }: { steps: readonly (readonly string[])[]; next: readonly (readonly string[])[] },
): void {
  terminal.say(terminal.strong('From a pasted snippet to a proof: the notice rail'));
  terminal.say();
  const widest = Math.max(...steps.map(([, what]) => what?.length ?? 0));
  for (const [step = '', what = '', where = ''] of steps) {
    terminal.say(`  ${terminal.strong(step.padEnd(8))}${what.padEnd(widest + 2)}${where}`);
  }
  terminal.say();
  terminal.say('Look at the sheet, then try:');
  for (const [why = '', command = ''] of next) {
    terminal.say();
    terminal.say(`  ${terminal.soft(why)}`);
    terminal.say(`  ${command}`);
  }
}

async function nextFree(name: string): Promise<string> {
  let path = name;
  for (let number = 2; await isThere(path); number += 1) path = `${name}-${number}`;
  return path;
}
