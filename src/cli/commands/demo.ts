import { join } from 'node:path';
import type { Command } from 'commander';
import { bindSpots } from '../../core/author/bind/bind-spots.ts';
import { checkMould } from '../../core/author/check/check-mould.ts';
import { deliver } from '../../core/deliver/deliver.ts';
import { fieldsBelow } from '../../core/model/field.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { runtime } from '../../generated/runtime.ts';
import { readMould, writeMould } from '../../node/files/mould-folder.ts';
import { ownPackage } from '../../node/files/own-package.ts';
import { readText } from '../../node/files/read-text.ts';
import { isThere, refuseIfThere, writeWhole } from '../../node/files/write-safely.ts';
import { buildPages } from '../../node/pages/build-pages.ts';
import type { PagesBuilt } from '../../node/pages/pages-options.ts';
import { type Proof, type ProofOptions, proof } from '../../node/proof/proof.ts';
import { faultsOf, type Shot } from '../../node/proof/shot.ts';
import { openRack } from '../../node/rack/rack.ts';
import type { Running } from '../command.ts';
import { importAll } from '../demo-set.ts';
import { readSubject } from '../subject.ts';
import type { Terminal } from '../terminal.ts';
import { progressTo, toProofSubject } from './proof.ts';

/** The demo data that comes with the package. */
const data = join(ownPackage(), 'demo');

/** `demo`: the whole path on the demo data, in a folder of its own. */
export function addDemo(commands: Command, running: Running): void {
  commands
    .command('demo')
    .summary('see the whole path on an example')
    .description(
      'Imports snippets, checks them, finds their fields, casts one, takes pictures, builds pages.',
    )
    .option('--out <dir>', 'folder to write to; by default keen-mould-demo, or the next free')
    .action((options: { readonly out?: string }) =>
      running(async (terminal, world) => {
        const out = options.out ?? (await nextFree('keen-mould-demo'));
        await refuseIfThere(out, 'Choose another folder with --out.');
        const made = await makeDemo(out, progressTo(world.stderr));
        const { imported, names, found, bound, fields, cast, block, shown, pages } = made;
        if (terminal.isJson) {
          const moulds = [...names.map((name) => join(imported, name)), bound];
          terminal.json({ out, moulds, found, fields, cast, block, proof: shown, pages });
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
  /** The folder of the imported moulds, and their names. */
  readonly imported: string;
  readonly names: readonly string[];
  /** How many of them have something wrong, and how much in all. */
  readonly faulty: number;
  readonly faults: number;
  /** The folder of the same moulds with the fields that were found, and how many those are. */
  readonly found: string;
  readonly spots: number;
  readonly bound: string;
  /** How many fields the bound mould declares, those of rows included. */
  readonly fields: number;
  readonly cast: string;
  readonly block: string;
  readonly shown: Proof;
  readonly pages: PagesBuilt;
  readonly findings: readonly Finding[];
}

/** Walks the path: pastes, what is wrong with them, their fields, one bound by hand, its proof. */
async function makeDemo(
  out: string,
  onProgress: NonNullable<ProofOptions['onProgress']>,
): Promise<DemoMade> {
  const moulds = await importAll(join(data, 'snippets'));
  const imported = join(out, 'imported');
  for (const mould of moulds) await writeMould(join(imported, mould.manifest.name), mould);
  const names = moulds.map(({ manifest }) => manifest.name);
  const wrong = moulds.map(
    (mould) => checkMould(mould).filter(({ level }) => level !== 'note').length,
  );
  const faulty = wrong.filter((count) => count > 0).length;
  const faults = wrong.reduce((sum, count) => sum + count, 0);

  const found = join(out, 'found');
  let spots = 0;
  for (const mould of moulds) {
    const { mould: bound, ties } = bindSpots(mould, 'recommended');
    await writeMould(join(found, mould.manifest.name), bound);
    spots += ties.length;
  }

  const bound = join(out, 'notice-rail');
  await writeMould(bound, (await readMould(join(data, 'moulds', 'notice-rail'))).mould);

  const cast = join(out, 'summer-sunday.json');
  await writeWhole(cast, (await readText(join(data, 'casts', 'summer-sunday.json'))).text);
  const subject = await readSubject(cast, []);
  const filled = subject.compiled.cast(subject.cast, subject);
  const block = join(out, 'summer-sunday.html');
  await writeWhole(block, deliver(filled, { form: 'block', runtime }).parts.html ?? '');

  const shown = await proof([toProofSubject(subject)], { out: join(out, 'proof'), onProgress });
  const pages = await buildPages([join(data, 'pages')], {
    out: join(out, 'pages'),
    rack: openRack(join(out, 'rack')),
  });
  const declared = fieldsBelow(subject.compiled.root).filter(({ at }) => at !== undefined);
  const findings = [...subject.findings, ...filled.findings, ...pages.findings];
  return {
    imported,
    names,
    faulty,
    faults,
    found,
    spots,
    bound,
    fields: declared.length,
    cast,
    block,
    shown,
    pages,
    findings,
  };
}

function provedAt(shots: readonly Shot[]): string {
  const faults = shots.reduce((sum, shot) => sum + faultsOf(shot).length, 0);
  const said = faults === 0 ? 'no faults' : `${faults} faults`;
  return `at ${shots.map(({ width }) => width).join(', ')} px: ${said}`;
}

function printDemo(terminal: Terminal, made: DemoMade, program: string): void {
  const { imported, names, faulty, faults, found, spots, bound, fields, block, shown } = made;
  const { pages } = made.pages;
  const casts = pages.reduce((sum, one) => sum + one.casts, 0);
  const visit = pages.find(({ file }) => file.endsWith('visit.html'))?.file ?? '';
  const faultyName = join(imported, 'open-day');
  const steps = [
    ['import', `${names.length} pasted snippets`, imported],
    ['check', `${faults} findings in ${faulty} of them`, faultyName],
    ['bind', `${spots} fields found in all of them`, found],
    ['fields', `${fields} fields bound by hand`, bound],
    ['cast', 'filled for a summer Sunday', block],
    ['proof', provedAt(shown.shots), shown.sheet],
    ['page', `${pages.length} pages of ${casts} casts in all`, visit],
  ] as const;
  const next = [
    ['see what is wrong with a bad paste', `check ${faultyName}`],
    ['see what could be a field, and where', `bind ${join(imported, 'flap-board')}`],
    ['see it live and edit it', `preview ${bound}`],
    ['fill in other text', `cast ${bound} --fill heading="Winter service"`],
    ['start with your own', 'import FILE.html --bind'],
  ] as const;
  terminal.say(terminal.strong('From pasted snippets to a proof: the Brindle Vale Tramway'));
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
