import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Command } from 'commander';
import { importSnippet } from '../../core/author/snippet/import-snippet.ts';
import { deliver } from '../../core/deliver/deliver.ts';
import { fieldsBelow } from '../../core/model/field.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { readMould, writeMould } from '../../node/files/mould-folder.ts';
import { readText } from '../../node/files/read-text.ts';
import { isThere, refuseIfThere, writeWhole } from '../../node/files/write-safely.ts';
import { type Proof, type ProofOptions, proof } from '../../node/proof/proof.ts';
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
        const made = await makeDemo(out, progressTo(world.stderr));
        const { imported, bound, fields, cast, block, shown } = made;
        if (terminal.isJson) {
          terminal.json({ out, moulds: [imported, bound], fields, cast, block, proof: shown });
        } else {
          // Run by npm, as in a clone, the program is not on the path.
          const isByNpm = world.env.npm_lifecycle_event !== undefined;
          printDemo(terminal, made, isByNpm ? 'npx keen-mould' : 'keen-mould');
        }
        return made.findings;
      }),
    );
}

/** What the demo made, by paths. */
interface DemoMade {
  readonly imported: string;
  readonly bound: string;
  /** How many fields the bound mould declares, those of rows included. */
  readonly fields: number;
  readonly cast: string;
  readonly block: string;
  readonly shown: Proof;
  readonly findings: readonly Finding[];
}

/** Walks the path: a paste, the same with fields bound by hand, a cast of it, its proof. */
async function makeDemo(
  out: string,
  onProgress: NonNullable<ProofOptions['onProgress']>,
): Promise<DemoMade> {
  const paste = join(data, 'snippets', 'notice-rail.html');
  const { mould } = importSnippet([{ name: basename(paste), ...(await readText(paste)) }]);
  const imported = join(out, 'imported');
  await writeMould(imported, mould);

  const bound = join(out, 'notice-rail');
  await writeMould(bound, (await readMould(join(data, 'moulds', 'notice-rail'))).mould);

  const cast = join(out, 'summer-sunday.json');
  await writeWhole(cast, (await readText(join(data, 'casts', 'summer-sunday.json'))).text);
  const subject = await readSubject(cast, []);
  const filled = subject.compiled.cast(subject.cast, subject.placeOf);
  const block = join(out, 'summer-sunday.html');
  await writeWhole(block, deliver(filled, { form: 'block', runtime }).parts.html ?? '');

  const shown = await proof([toProofSubject(subject)], { out: join(out, 'proof'), onProgress });
  const declared = fieldsBelow(subject.compiled.root).filter(({ at }) => at !== undefined);
  const findings = [...subject.findings, ...filled.findings];
  return { imported, bound, fields: declared.length, cast, block, shown, findings };
}

function provedAt(shots: readonly Shot[]): string {
  const faults = shots.reduce((sum, shot) => sum + faultsOf(shot).length, 0);
  const said = faults === 0 ? 'no faults' : `${faults} faults`;
  return `at ${shots.map(({ width }) => width).join(', ')} px: ${said}`;
}

function printDemo(terminal: Terminal, made: DemoMade, program: string): void {
  const { imported, bound, fields, block, shown } = made;
  const steps = [
    ['import', 'a pasted snippet, taken apart', imported],
    ['fields', `the same with ${fields} fields, bound`, bound],
    ['cast', 'filled for a summer Sunday', block],
    ['proof', provedAt(shown.shots), shown.sheet],
  ] as const;
  const next = [
    ['see it live and edit it', `preview ${bound}`],
    ['fill in other words', `cast ${bound} --fill heading="Winter service"`],
    ['begin with your own', 'import FILE.html'],
  ] as const;
  terminal.say(terminal.strong('From a pasted snippet to a proof: the notice rail'));
  terminal.say();
  const widest = Math.max(...steps.map(([, what]) => what.length));
  for (const [step, what, where] of steps) {
    terminal.say(`  ${terminal.strong(step.padEnd(8))}${what.padEnd(widest + 2)}${where}`);
  }
  terminal.say();
  terminal.say('Look at the sheet, then try:');
  for (const [why, command] of next) {
    terminal.say();
    terminal.say(`  ${terminal.soft(why)}`);
    terminal.say(`  ${program} ${command}`);
  }
}

async function nextFree(name: string): Promise<string> {
  let path = name;
  for (let number = 2; await isThere(path); number += 1) path = `${name}-${number}`;
  return path;
}
