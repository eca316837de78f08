import { basename, isAbsolute, join, relative } from 'node:path';
import type { Command } from 'commander';
import { createLogUpdate } from 'log-update';
import { sampleNames } from '../../core/model/samples.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import type { Change } from '../../node/proof/against.ts';
import { type Proof, type ProofOptions, type ProofSubject, proof } from '../../node/proof/proof.ts';
import { faultsOf, type Shot } from '../../node/proof/shot.ts';
import { collected, type Running } from '../command.ts';
import { printFindings } from '../print-findings.ts';
import { type HowTyped, passed, readHow, readLimits } from '../proof-options.ts';
import { readSubject, type Subject } from '../subject.ts';
import type { Terminal } from '../terminal.ts';
import type { Sink } from '../world.ts';

interface ProofArguments extends HowTyped {
  readonly fill: readonly string[];
  readonly sample?: string;
  readonly failOn?: string;
  readonly out?: string;
}

/** `proof MOULD…`: pictures at several widths, with what is wrong on them. */
export function addProof(program: Command, running: Running): void {
  program
    .command('proof')
    .summary('take pictures at several widths')
    .description(
      'Takes pictures of casts at several viewport widths and reports what is wrong with them.',
    )
    .argument('<MOULD|CAST.json...>', 'mould folders, or casts that name one')
    .option(
      '--fill <file|path=value>',
      'values to fill in (repeatable, later ones win)',
      collected,
      [],
    )
    .option('--sample <name|all>', 'sample to use: default, long, bare or one of its own')
    .option('--widths <px,px>', "viewport widths (default: the mould's own)")
    .option('--copies <n|CxR>', 'number of copies, or a grid such as 3x2')
    .option('--host <file>', 'an HTML page to place it in')
    .option('--scheme <light|dark>', 'prefers-color-scheme to emulate')
    .option('--state <state>', 'rest, hover, focus or visited')
    .option('--rtl', 'right-to-left text direction')
    .option('--beside', 'show the original paste next to each picture')
    .option('--at <s,s>', 'times to take pictures at, such as 0.5s,2s (default: 2s)')
    .option('--fetch', 'load addresses that the mould lists under reaches')
    .option('--against <dir>', 'compare with an earlier proof, pixel by pixel')
    .option('--fail-on <facts>', 'exit with 1 for these: any, changes, or FACT[=N],…')
    .option('--out <dir>', 'output folder (default: NAME-proof)')
    .action((paths: string[], options: ProofArguments) =>
      running(async (terminal, world) => {
        const how = await readHow(options);
        const limits = readLimits(options.failOn);
        const read = paths.map((path) => readSampled(path, options.fill, options.sample));
        const subjects = (await Promise.all(read)).flat();
        refuseBroken(subjects.map(({ subject }) => subject));
        const out = options.out ?? ownFolder(subjects.map(({ subject }) => subject));
        const stopping = new AbortController();
        void world.untilStopped().then(() => stopping.abort());
        const made = await proof(
          subjects.map(({ subject, name }) => toProofSubject(subject, name)),
          { ...how, out, signal: stopping.signal, onProgress: progressTo(world.stderr) },
        );
        const ofMoulds = subjects.flatMap(({ subject, isFirst }) =>
          isFirst ? subject.findings : [],
        );
        const ofProof = made.findings.filter(({ code }) => /^(?:value|proof|json)\//.test(code));
        const reported = [...ofMoulds, ...ofProof];
        const beyond = passed(limits, made);
        const all = [...reported, ...beyond];
        if (terminal.isJson) terminal.json({ ...made, findings: all });
        else {
          await printFindings(terminal, reported);
          printProof(terminal, made);
          if (beyond.length > 0) terminal.say();
          await printFindings(terminal, beyond);
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
    subject,
    name: names[at],
    isFirst: at === 0,
  }));
}

/** Shows each picture as it is taken: one line that changes, or a line each where none can. */
export function progressTo(stderr: Sink): NonNullable<ProofOptions['onProgress']> {
  const update = stderr.isTTY
    ? createLogUpdate(stderr as unknown as NodeJS.WritableStream, { showCursor: true })
    : undefined;
  return ({ done, total, mould, width, leftMs }) => {
    const left = leftMs === undefined || done === total ? '' : `, about ${spoken(leftMs)} left`;
    const line = `proof ${done} of ${total}: ${mould} at ${width} px${left}`;
    if (!update) stderr.write(`${line}\n`);
    else if (done < total) update(line);
    else update.clear();
  };
}

function spoken(ms: number): string {
  const seconds = Math.max(1, Math.round(ms / 1000));
  return seconds < 90 ? `${seconds} s` : `${Math.round(seconds / 60)} min`;
}

/** Prints what a proof found, a line a picture, and where it is to be seen. */
function printProof(terminal: Terminal, made: Proof): void {
  const sizes = made.shots.map(({ width, height }) => `${width} × ${height} px`);
  const widest = Math.max(...sizes.map((size) => size.length));
  for (const [index, shot] of made.shots.entries()) {
    const count = faultsOf(shot).length;
    const size = (sizes[index] as string).padStart(widest);
    const said = count === 0 ? 'no faults found' : `${count} ${count === 1 ? 'fault' : 'faults'}`;
    terminal.say(`  ${terminal.strong(size)}   ${nameOf(shot)}   ${said}`);
    for (const { text, code } of faultsOf(shot).slice(0, mostPrinted)) {
      terminal.say(`  ${' '.repeat(widest)}   ${code ? `${code} ` : ''}${text}`);
    }
    if (count > mostPrinted) {
      terminal.say(`  ${' '.repeat(widest)}   and ${count - mostPrinted} more in the report`);
    }
  }
  for (const change of made.changes ?? []) terminal.say(`  ${changeLine(change)}`);
  if (made.changes?.length === 0) terminal.say('  no picture has changed');
  for (const { mould, width, points } of made.isolation ?? []) {
    terminal.say();
    terminal.say(`  ${terminal.strong(`isolation of ${mould}`)} at ${width} px`);
    for (const { holds, text } of points)
      terminal.say(`  ${holds === null ? '○' : holds ? '✓' : '✕'} ${text}`);
  }
  terminal.say();
  terminal.say(`  sheet   ${made.sheet}`);
  terminal.say(`  report  ${made.report}`);
  terminal.say(`  facts   ${made.facts}`);
}

/** The most faults that are printed below one picture. */
const mostPrinted = 6;

function nameOf({ mould, sample, atMs }: Shot): string {
  const words = [mould, ...(sample === 'default' ? [] : [sample])];
  return [...words, ...(atMs === 2000 ? [] : [`${atMs / 1000} s`])].join(' ');
}

function changeLine({ png, is, pixels, regions }: Change): string {
  const name = basename(png);
  if (is !== 'changed') return `${name} is ${is}`;
  const count = regions.length === 1 ? '1 place' : `${regions.length} places`;
  return `${name} has changed: ${pixels} px in ${count}`;
}
