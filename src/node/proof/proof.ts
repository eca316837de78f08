import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { CastFile } from '../../core/model/cast-file.ts';
import type { Mould } from '../../core/model/mould.ts';
import type { PlaceOfValue } from '../../core/model/values/check-values.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { launchBrowser } from '../browser/launch-browser.ts';
import { withoutAccepted } from './accept.ts';
import { type Change, changesSince, readBefore } from './against.ts';
import { type CastToShoot, castsToShoot } from './casts-to-shoot.ts';
import { type ProvenIsolation, proveIsolation } from './isolation.ts';
import { inParallel, shotsAtOnce } from './pool.ts';
import { drawSheet } from './sheet.ts';
import { type Picture, shoot } from './shoot.ts';
import type { Shot } from './shot.ts';
import { writeProof } from './write-proof.ts';

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
  /** So many copies of each cast, in so many columns. */
  readonly copies?: { readonly count: number; readonly columns: number } | undefined;
  /** HTML of a page that they stand in. */
  readonly host?: string | undefined;
  readonly scheme?: 'light' | 'dark' | undefined;
  readonly state?: 'rest' | 'hover' | 'focus' | 'visited' | undefined;
  readonly isRightToLeft?: boolean | undefined;
  /** Also the paste as it came, next to each picture. */
  readonly isBeside?: boolean | undefined;
  /** Moments on a fake clock, in ms after the page began; by default 2000. */
  readonly atMs?: readonly number[] | undefined;
  /** Asks for what moulds declare under `reaches`; else a stand-in is shown. */
  readonly isFetching?: boolean | undefined;
  /** False leaves the accessibility engine out, and contrast with it. */
  readonly isAccessible?: boolean | undefined;
  /** Folder of an earlier proof to compare with. */
  readonly against?: string | undefined;
  /** Ends it; nothing is written then. */
  readonly signal?: AbortSignal | undefined;
  /** Called after each picture. */
  readonly onProgress?: (step: ProofStep) => void;
}

/** How far a proof has come. */
export interface ProofStep {
  readonly done: number;
  readonly total: number;
  readonly mould: string;
  readonly width: number;
  /** An estimate of what is left, in ms; undefined before there is one. */
  readonly leftMs: number | undefined;
}

/** What a proof made, as in facts.json. */
export interface Proof {
  readonly format: 1;
  /** Paths of the files made. */
  readonly sheet: string;
  readonly report: string;
  readonly facts: string;
  readonly shots: readonly Shot[];
  /** What differs from the earlier proof; undefined where none was named. */
  readonly changes?: readonly Change[];
  /** What casts and the page around them do to each other; where copies stand in a host. */
  readonly isolation?: readonly ProvenIsolation[];
  readonly findings: readonly Finding[];
}

/**
 * Takes pictures of moulds at several viewport widths in a real browser, measures what is wrong
 * on each, and writes a sheet, a report and the facts.
 *
 * @throws Refusal when a mould is not sound, there is no browser, a page never comes to rest, it was
 *   stopped, or the folder holds files that no proof made
 *
 * @example
 * const { shots } = await proof([{ mould }], { out: 'notice-rail-proof', widths: [360, 1280] });
 */
export async function proof(
  subjects: readonly ProofSubject[],
  options: ProofOptions,
): Promise<Proof> {
  const { casts, findings } = castsToShoot(subjects, options);
  const due = casts.flatMap((cast) =>
    (options.widths ?? cast.widths).map((width) => ({ ...cast, width })),
  );
  await refuseForeignFolder(options.out);
  const before = options.against === undefined ? undefined : await readBefore(options.against);
  const browser = await launchBrowser();
  const stop = () => void browser.close();
  options.signal?.addEventListener('abort', stop, { once: true });
  try {
    const taken = await takeAll(browser, due, options);
    const shots = taken.flatMap(({ shots }) => shots);
    const pngs = taken.flatMap(({ pngs }) => pngs);
    const pastes = taken.flatMap(({ pastes }) => pastes);
    const changes = before && changesSince(before, shots, pngs);
    const sheet = await drawSheet(browser, shots, pngs, pastes);
    const isolation = await isolationOf(browser, subjects, casts, options);
    return await writeProof(options.out, {
      shots,
      pngs,
      pastes,
      sheet,
      changes,
      isolation,
      findings,
    });
  } catch (error) {
    if (options.signal?.aborted) throw new Refusal(finding('proof/stopped', {}));
    throw error;
  } finally {
    options.signal?.removeEventListener('abort', stop);
    await browser.close();
  }
}

/** Measured where several copies stand in a host; undefined elsewhere. */
async function isolationOf(
  browser: Awaited<ReturnType<typeof launchBrowser>>,
  subjects: readonly ProofSubject[],
  casts: readonly CastToShoot[],
  { host, copies, widths }: ProofOptions,
): Promise<ProvenIsolation[] | undefined> {
  if (host === undefined || copies === undefined || copies.count < 2) return undefined;
  // One after the other: what moves would be drawn late beside another.
  return inParallel(subjects, 1, async (one) => {
    const { mould, cast = {} } = one;
    const { subject, sample, widths: own } = casts[subjects.indexOf(one)] as CastToShoot;
    const width = (widths ?? own).at(-1) ?? 1280;
    return proveIsolation(browser, { mould, cast, sample, served: subject, host, copies, width });
  });
}

/** The pictures of one cast at one width, one for each moment. */
interface Taken {
  readonly shots: readonly Shot[];
  readonly pngs: readonly Uint8Array[];
  /** Of the paste, at the first moment; undefined where that was not asked for. */
  readonly pastes: readonly (Uint8Array | undefined)[];
}

async function takeAll(
  browser: Awaited<ReturnType<typeof launchBrowser>>,
  due: readonly (CastToShoot & { readonly width: number })[],
  options: ProofOptions,
): Promise<Taken[]> {
  const { atMs = [2000], scheme = 'light', state = 'rest', isAccessible = true } = options;
  const view = { state, scheme, isStill: false };
  const begunAt = Date.now();
  let done = 0;
  return inParallel(due, shotsAtOnce, async (one) => {
    const { subject, paste, width } = one;
    const shooting = { width, atMs, view, isMeasured: true, isAccessible };
    const pictures = await shoot(browser, subject, shooting);
    const bare = { ...shooting, isMeasured: false, isAccessible: false, atMs: atMs.slice(0, 1) };
    const [beside] = paste ? await shoot(browser, paste, bare) : [];
    done += 1;
    const leftMs = done < 3 ? undefined : ((Date.now() - begunAt) / done) * (due.length - done);
    options.onProgress?.({ done, total: due.length, mould: subject.mould, width, leftMs });
    return {
      shots: pictures.map((picture, at) =>
        shotOf(one, picture, {
          atMs: atMs[at] as number,
          out: options.out,
          isOne: atMs.length === 1,
        }),
      ),
      pngs: pictures.map(({ png }) => png),
      pastes: pictures.map(() => beside?.png),
    };
  });
}

function shotOf(
  { subject, title, sample, width, accepted, paste }: CastToShoot & { readonly width: number },
  picture: Picture,
  { atMs, out, isOne }: { readonly atMs: number; readonly out: string; readonly isOne: boolean },
): Shot {
  const { mould } = subject;
  const { height, notAsked, named, png: _, ...measured } = picture;
  const words = sample.replace(/[^\w.-]+/g, '-');
  const moment = isOne ? '' : `-${atMs}ms`;
  const name = `${sample === 'default' ? mould : `${mould}-${words}`}-${width}${moment}`;
  const { facts, accepted: aside } = withoutAccepted(measured, accepted, named);
  return {
    mould,
    title,
    sample,
    width,
    height,
    atMs,
    png: join(out, `${name}.png`),
    ...(paste ? { paste: join(out, `${name}-paste.png`) } : {}),
    ...facts,
    notAsked,
    accepted: aside,
  };
}

/** A proof is made anew in its own folder; any other that holds something is left alone. */
async function refuseForeignFolder(path: string): Promise<void> {
  const names = await readdir(path).catch((): string[] => []);
  if (names.length > 0 && !names.includes('facts.json')) {
    throw new Refusal(finding('proof/not-ours', { path }));
  }
}
