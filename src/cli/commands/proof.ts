import { isAbsolute, join, relative } from 'node:path';
import type { Command } from 'commander';
import { createLogUpdate } from 'log-update';
import { sampleNames } from '../../core/model/samples.ts';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { type Proof, type ProofOptions, type ProofSubject, proof } from '../../node/proof/proof.ts';
import { faultsOf } from '../../node/proof/shot.ts';
import { collected, type Running } from '../command.ts';
import { printFindings } from '../print-findings.ts';
import { readSubject, type Subject } from '../subject.ts';
import type { Terminal } from '../terminal.ts';
import type { Sink } from '../world.ts';

interface ProofArguments {
  readonly fill: readonly string[];
  readonly sample?: string;
  readonly widths?: string;
  readonly out?: string;
}

/** `proof MOULD…`: pictures at several widths, with what is wrong on them. */
export function addProof(program: Command, running: Running): void {
  program
    .command('proof')
    .summary('take pictures at several widths')
    .description('Takes pictures of casts at several viewport widths and says what is wrong there.')
    .argument('<MOULD|CAST.json...>', 'mould folders, or casts that name one')
    .option('--fill <file|path=value>', 'values to fill in; repeatable, later wins', collected, [])
    .option('--sample <name|all>', 'values to look at: default, long, bare, or one of its own')
    .option('--widths <px,px>', "viewport widths; by default the mould's own")
    .option('--out <dir>', 'folder to write to; by default NAME-proof')
    .action((paths: string[], options: ProofArguments) =>
      running(async (terminal, world) => {
        const widths = options.widths === undefined ? undefined : readWidths(options.widths);
        const read = paths.map((path) => readSampled(path, options.fill, options.sample));
        const subjects = (await Promise.all(read)).flat();
        refuseBroken(subjects.map(({ subject }) => subject));
        const out = options.out ?? ownFolder(subjects.map(({ subject }) => subject));
        const made = await proof(
          subjects.map(({ subject, name }) => toProofSubject(subject, name)),
          {
            ...{ out, widths },
            onProgress: progressTo(world.stderr),
          },
        );
        const ofMoulds = subjects.flatMap(({ subject, isFirst }) =>
          isFirst ? subject.findings : [],
        );
        const ofValues = made.findings.filter(({ code }) => code.startsWith('value/'));
        const all = [...ofMoulds, ...ofValues];
        if (terminal.isJson) terminal.json({ ...made, findings: all });
        else {
          await printFindings(terminal, all);
          printProof(terminal, made);
        }
        return all;
      }),
    );
}

/** A folder named after the mould, beside it where the command runs inside the mould. */
function ownFolder(subjects: readonly Subject[]): string {
  const [first, second] = subjects;
  const folder = `${second ? 'moulds' : first?.mould.manifest.name}-proof`;
  const way = relative(first?.folder ?? '', folder);
  return way.startsWith('..') || isAbsolute(way) ? folder : join(first?.folder ?? '', '..', folder);
}

/** Refuses moulds that cannot be cast, with all that is wrong with each. */
function refuseBroken(subjects: readonly Subject[]): void {
  const broken = subjects
    .filter(({ compiled }) => !compiled.isSound)
    .flatMap(({ findings }) => findings.filter(({ level }) => level === 'error'));
  const [first, ...rest] = broken;
  if (first) throw new Refusal(first, ...rest);
}

/** What a proof is taken of. */
export function toProofSubject(
  { mould, cast, placeOf, placed }: Subject,
  sample?: string,
): ProofSubject {
  const filled = Object.keys({ ...cast.values, ...cast.slots }).length > 0;
  const name = sample ?? (filled ? (cast.id ?? 'filled') : 'default');
  return { mould, cast, placeOf, placed, sample: name };
}

/** A mould with one of its samples, or once for each of them. */
async function readSampled(path: string, fills: readonly string[], sample: string | undefined) {
  if (sample !== 'all') {
    const subject = await readSubject(path, fills, { sample });
    return [{ subject, name: sample, isFirst: true }];
  }
  const plain = await readSubject(path, fills);
  const names = sampleNames(plain.mould);
  const read = names.map((name) => readSubject(path, fills, { sample: name }));
  return (await Promise.all(read)).map((subject, at) => ({
    ...{ subject, name: names[at], isFirst: at === 0 },
  }));
}

/** Shows each picture as it is taken: one line that changes, or a line each where none can. */
export function progressTo(stderr: Sink): NonNullable<ProofOptions['onProgress']> {
  const update = stderr.isTTY
    ? createLogUpdate(stderr as unknown as NodeJS.WritableStream, { showCursor: true })
    : undefined;
  return ({ done, total, mould, width }) => {
    const line = `proof ${done} of ${total}: ${mould} at ${width} px`;
    if (!update) stderr.write(`${line}\n`);
    else if (done < total) update(line);
    else update.clear();
  };
}

/** Prints what a proof found, a line a picture, and where it is to be seen. */
function printProof(terminal: Terminal, made: Proof): void {
  const sizes = made.shots.map(({ width, height }) => `${width} × ${height} px`);
  const widest = Math.max(...sizes.map((size) => size.length));
  for (const [index, shot] of made.shots.entries()) {
    const count = faultsOf(shot).length;
    const size = (sizes[index] as string).padStart(widest);
    const said = count === 0 ? 'no faults found' : `${count} ${count === 1 ? 'fault' : 'faults'}`;
    terminal.say(`  ${terminal.strong(size)}   ${shot.mould}   ${said}`);
    for (const { text, code } of faultsOf(shot)) {
      terminal.say(`  ${' '.repeat(widest)}   ${code ? `${code} ` : ''}${text}`);
    }
  }
  terminal.say();
  terminal.say(`  sheet   ${made.sheet}`);
  terminal.say(`  report  ${made.report}`);
  terminal.say(`  facts   ${made.facts}`);
}

function readWidths(list: string): number[] {
  const widths = list.split(',').map((one) => Number(one.trim()));
  if (widths.some((one) => !Number.isInteger(one) || one < 80 || one > 7680)) {
    const what = `--widths takes whole numbers of px from 80 to 7680, joined by commas, not ${list}.`;
    throw new Refusal(finding('call/usage', { what, command: 'proof' }));
  }
  return [...new Set(widths)];
}
