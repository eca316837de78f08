import { readdir } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { compileMould } from '../../core/compile/compile-mould.ts';
import { deliver } from '../../core/deliver/deliver.ts';
import type { CastFile } from '../../core/model/cast-file.ts';
import { defaultWidths, type Mould } from '../../core/model/mould.ts';
import type { PlaceOfValue } from '../../core/model/values/check-values.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { runtime } from '../../runtime/text.ts';
import { launchBrowser } from '../browser/launch-browser.ts';
import { writeWhole } from '../files/write-safely.ts';
import { inParallel } from './pool.ts';
import { reportPage } from './report.ts';
import { drawSheet } from './sheet.ts';
import { type Picture, type ShotSubject, shoot } from './shoot.ts';
import type { Shot } from './shot.ts';

/** A mould and the values to see it with. */
export interface ProofSubject {
  readonly mould: Mould;
  readonly cast?: CastFile;
  readonly placeOf?: PlaceOfValue | undefined;
  /** Moulds of the casts placed in its slots, by name. */
  readonly placed?: ReadonlyMap<string, Mould>;
  /** What the values are called: a sample's name, or `default`. */
  readonly sample?: string;
}

export interface ProofOptions {
  /** Folder for the sheet, the report, the facts and the pictures. */
  readonly out: string;
  /** Viewport widths in CSS px; by default each mould's own. */
  readonly widths?: readonly number[] | undefined;
  /** Told after each picture. */
  readonly onProgress?: (step: {
    done: number;
    total: number;
    mould: string;
    width: number;
  }) => void;
}

/** What a proof made, as in facts.json. */
export interface Proof {
  readonly format: 1;
  /** Paths of the files made. */
  readonly sheet: string;
  readonly report: string;
  readonly facts: string;
  readonly shots: readonly Shot[];
  readonly findings: readonly Finding[];
}

const factsFile = 'facts.json';

/**
 * Takes pictures of moulds at several viewport widths in a real browser, measures what is wrong
 * on each, and writes a sheet, a report and the facts.
 *
 * @throws Refusal when a mould is not sound, there is no browser, a page never comes to rest, or
 *   the folder holds files that no proof made
 */
export async function proof(
  subjects: readonly ProofSubject[],
  options: ProofOptions,
): Promise<Proof> {
  const findings: Finding[] = [];
  const casts = toldApart(subjects.map((subject) => castOf(subject, findings)));
  const due = casts.flatMap((cast) =>
    (options.widths ?? cast.widths).map((width) => ({ ...cast, width })),
  );
  await refuseForeignFolder(options.out);
  const browser = await launchBrowser();
  try {
    let done = 0;
    const atOnce = Math.max(2, Math.min(6, availableParallelism()));
    const pictures = await inParallel(due, atOnce, async ({ subject, width }) => {
      const picture = await shoot(browser, subject, width);
      done += 1;
      options.onProgress?.({ done, total: due.length, mould: subject.mould, width });
      return picture;
    });
    const shots = due.map((one, index) => shotOf(one, pictures[index] as Picture, options.out));
    const pngs = pictures.map(({ png }) => png);
    const sheet = await drawSheet(browser, shots, pngs);
    return await writeProof(options.out, shots, pngs, sheet, findings);
  } finally {
    await browser.close();
  }
}

interface CastToShoot {
  readonly subject: ShotSubject;
  readonly title: string;
  readonly sample: string;
  readonly widths: readonly number[];
}

function castOf(
  { mould, cast = {}, placeOf, placed, sample = 'default' }: ProofSubject,
  findings: Finding[],
): CastToShoot {
  const compiled = compileMould(mould);
  const moulds = (name: string) => {
    const other = placed?.get(name);
    return other && compileMould(other);
  };
  const made = compiled.cast(cast, { placeOf, moulds });
  const files = [...(placed?.values() ?? []), mould].map((one) => one.files);
  const { parts } = deliver(made, { form: 'block', document: true, runtime });
  findings.push(...compiled.findings, ...made.findings);
  return {
    subject: {
      mould: made.mould,
      document: parts.document ?? '',
      files: Object.assign({}, ...files),
      libraries: made.libraries,
    },
    title: made.title,
    sample,
    widths: mould.manifest.widths ?? defaultWidths,
  };
}

/** Two casts of one mould, seen with values of one name, are told apart by a number. */
function toldApart(casts: readonly CastToShoot[]): CastToShoot[] {
  const seen = new Map<string, number>();
  return casts.map((cast) => {
    const key = `${cast.subject.mould} ${cast.sample}`;
    const number = (seen.get(key) ?? 0) + 1;
    seen.set(key, number);
    return number === 1 ? cast : { ...cast, sample: `${cast.sample}-${number}` };
  });
}

function shotOf(
  { subject, title, sample, width }: CastToShoot & { readonly width: number },
  { height, overflow, consoleErrors, failedRequests }: Picture,
  out: string,
): Shot {
  const { mould } = subject;
  const words = sample.replace(/[^\w.-]+/g, '-');
  const name = sample === 'default' ? mould : `${mould}-${words}`;
  const png = join(out, `${name}-${width}.png`);
  return { mould, title, sample, width, height, png, overflow, consoleErrors, failedRequests };
}

async function writeProof(
  out: string,
  shots: readonly Shot[],
  pngs: readonly Uint8Array[],
  sheet: Uint8Array,
  findings: readonly Finding[],
): Promise<Proof> {
  const made: Proof = {
    format: 1,
    sheet: join(out, 'sheet.png'),
    report: join(out, 'report.html'),
    facts: join(out, factsFile),
    shots,
    findings,
  };
  // The facts come first: they are what says that the folder is a proof's own.
  await writeWhole(made.facts, `${JSON.stringify(made, null, 2)}\n`);
  await Promise.all(shots.map((shot, index) => writeWhole(shot.png, pngs[index] as Uint8Array)));
  await writeWhole(made.report, reportPage(shots));
  await writeWhole(made.sheet, sheet);
  return made;
}

/** A proof is made anew in its own folder; any other that holds something is left alone. */
async function refuseForeignFolder(path: string): Promise<void> {
  const names = await readdir(path).catch((): string[] => []);
  if (names.length > 0 && !names.includes(factsFile)) {
    throw new Refusal(finding('proof/not-ours', { path }));
  }
}
