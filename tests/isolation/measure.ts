import type { Browser } from 'playwright-core';
import type { Manner } from '../../src/core/compile/style/compile-style.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { differingPart } from './compare.ts';
import { type Host, hosts, inHost, standIn } from './hosts.ts';
import type { Place } from './in-page.ts';
import { pageOf, readSubject, type Side, type Subject } from './sides.ts';
import {
  type Act,
  act,
  actBeside,
  actsIn,
  complaintsOf,
  type Moment,
  momentOf,
  pass,
  pictureOf,
  visit,
} from './visit.ts';

/** What was found of one snippet in one manner. */
export interface Measured {
  readonly name: string;
  readonly manner: 'scoped' | 'sealed';
  /** True where acts change the snippet by itself, so that there is a behaviour to compare. */
  readonly acts: boolean;
  readonly look: boolean;
  readonly behaviour: boolean;
  readonly threefold: boolean;
  /** In which hosts it looks as it does in an empty page; how many were tried. */
  readonly hosts: readonly [same: number, of: number];
  /** Elements of hosts whose style or attributes changed. */
  readonly leaks: number;
  readonly findings: readonly string[];
  /** What differed, in words. */
  readonly notes: readonly string[];
}

export interface MeasureOptions {
  readonly manners?: readonly Measured['manner'][];
  readonly acts?: number;
  readonly hosts?: boolean;
  /** Which of three copies are acted on, from 0; by default each in turn. */
  readonly actedOn?: Readonly<Record<Measured['manner'], readonly number[]>>;
  /** Takes pictures of what differs. */
  readonly keep?: (name: string, png: Uint8Array) => void;
  /** Works on the mould before it is cast, such as binding its spots. */
  readonly author?: (mould: Mould) => Mould;
  /** Files that pages ask for from elsewhere, by their names. */
  readonly far?: Side['far'];
}

/** How far two pictures of the same may be apart, beside the noise of the page itself. */
const tolerance = 0.01;

/** Another run of the same page: what moves by itself or goes by chance is another then. */
const otherwise = { seed: 987643211, late: 70 };

/** Measures a snippet against itself, in an empty page, threefold and in hostile hosts. */
export async function measure(
  browser: Browser,
  path: string,
  name: string,
  options: MeasureOptions = {},
): Promise<Measured[]> {
  const subject = await readSubject(path, options.far, options.author);
  const body: Place = {};
  const most = options.acts ?? 6;
  const { list, alone, complaints, ground } = await visit(browser, subject.bare, async (page) => {
    const ground = await page.evaluate(() => window.isolation.ground());
    const found = await actsIn(page, body, most);
    const moments = await course(page, body, found);
    return { list: found, alone: moments, complaints: [...complaintsOf(page)], ground };
  });
  const without = (step: typeof pass, chance?: typeof otherwise) =>
    visit(
      browser,
      subject.bare,
      async (page) => {
        const moments = [await momentOf(page, body, false)];
        for (const one of list) {
          await step(page, body, one);
          moments.push(await momentOf(page, body, false));
        }
        return moments;
      },
      chance,
    );
  // Where nothing goes by time or chance, another run is the same run.
  const isChancy =
    /<script[^>]*\ssrc|random|\bDate\b|performance|Interval|Timeout|AnimationFrame/i.test(
      subject.bare.document,
    );
  const [again, idle, other, otherIdle] = await Promise.all([
    visit(browser, subject.bare, (page) => course(page, body, list)),
    without(pass),
    isChancy
      ? visit(browser, subject.bare, (page) => course(page, body, list, false), otherwise)
      : undefined,
    isChancy ? without(pass, otherwise) : undefined,
  ]);
  let visited: Promise<Moment[]> | undefined;
  // Few snippets listen to what happens elsewhere, so it is seen only where a copy is not idle.
  const beside = () => {
    visited ??= without(actBeside);
    return visited;
  };
  const noise = Math.max(
    ...alone.map(({ png }, at) => differingPart(png, (again[at] as Moment).png)),
  );
  const isSteady = alone.map(({ dom }, at) => dom === again[at]?.dom);
  const isSame: Known['isSame'] = (one = '', two = '', at = 0) =>
    !isSteady[at] ||
    equalBut(one, two, alone[at]?.dom, other?.[at]?.dom ?? alone[at]?.dom) ||
    equalBut(one, two, idle[at]?.dom, otherIdle?.[at]?.dom ?? idle[at]?.dom);
  const known = { complaints, ground, list, alone, idle, beside, noise, isSame };
  const manners = options.manners ?? (['scoped', 'sealed'] as const);
  return Promise.all(
    manners.map(async (manner): Promise<Measured> => {
      const { notes, ...one } = await inManner(browser, subject, name, manner, known, options);
      const placed =
        options.hosts === false
          ? undefined
          : await throughHosts(browser, subject, manner, options.keep);
      const { same = 0, leaks = 0, notes: more = [] } = placed ?? {};
      const tried = placed ? hosts.length : 0;
      return { ...one, hosts: [same, tried], leaks, notes: [...notes, ...more] };
    }),
  );
}

interface Known {
  /** The colour that the snippet's page has all over. */
  readonly ground: string;
  readonly complaints: readonly string[];
  readonly list: readonly Act[];
  readonly alone: readonly Moment[];
  /** The snippet left alone, and with a visitor who acts elsewhere on the page. */
  readonly idle: readonly Moment[];
  readonly beside: () => Promise<readonly Moment[]>;
  readonly noise: number;
  /** True for two states of the content that differ in nothing but what chance decides. */
  readonly isSame: (one: string | undefined, two: string | undefined, at: number) => boolean;
}

type VisitedPage = Parameters<Parameters<typeof visit>[2]>[0];

async function course(page: VisitedPage, place: Place, list: readonly Act[], withPictures = true) {
  const moments = [await momentOf(page, place, withPictures)];
  for (const one of list) {
    await act(page, place, one);
    moments.push(await momentOf(page, place, withPictures));
  }
  return moments;
}

async function inManner(
  browser: Browser,
  subject: Subject,
  name: string,
  manner: 'scoped' | 'sealed',
  { list, alone, idle, beside, noise, isSame: isEqual, complaints, ground }: Known,
  { keep, actedOn }: MeasureOptions,
): Promise<Omit<Measured, 'hosts' | 'leaks'>> {
  const kept: Manner = { sealed: manner === 'sealed' };
  const notes: string[] = [];
  const cast = subject.cast('c1', kept);
  const box = cast.hasBox;
  const first: Place = { at: 0, box };
  const side = subject.sideOf(pageOf([cast]));
  const placed = await visit(browser, side, async (page) => {
    // What a page has all over ends with the root of a cast, and the host's goes on.
    await page.evaluate((color) => {
      document.documentElement.style.backgroundColor = color;
    }, ground);
    const moments = await course(page, first, list);
    const known = complaints.map(withoutPlace);
    const own = complaintsOf(page).filter((one) => !known.includes(withoutPlace(one)));
    notes.push(...new Set(own.slice(0, 3).map((one) => `says: ${one.slice(0, 300)}`)));
    return moments;
  });
  const apart = placed.map(({ png }, at) => differingPart(png, (alone[at] as Moment).png));
  const isSame = (moment: Moment | undefined, at: number) =>
    isEqual(moment?.dom, alone[at]?.dom, at);
  const look = (apart[0] ?? 1) <= noise + tolerance;
  if (!look) notes.push(`look differs by ${percent(apart[0] ?? 1)}`);
  const wrong = placed.findIndex(
    (one, at) => !isSame(one, at) || (apart[at] ?? 1) > noise + tolerance,
  );
  if (wrong >= 0) {
    keep?.(`${name}-${manner}`, (placed[wrong] as Moment).png);
    keep?.(`${name}-alone`, (alone[wrong] as Moment).png);
  }
  if (wrong >= 0 && (look || wrong > 0)) {
    const words = isSame(placed[wrong], wrong)
      ? `pixels ${percent(apart[wrong] ?? 1)}`
      : difference(alone[wrong]?.dom, placed[wrong]?.dom);
    notes.push(`after act ${wrong}: ${words}`);
  }
  // What looks different from the start is not held against each act once more.
  const behaviour =
    wrong < 0 ||
    (wrong === 0 &&
      isSame(placed[0], 0) &&
      placed.slice(1).every((one, at) => isSame(one, at + 1)));
  const threefold = await threeCopies(
    browser,
    subject,
    kept,
    { list, alone, idle, beside, isSame: isEqual, actedOn: actedOn?.[manner] ?? [0, 1, 2] },
    notes,
  );
  const moves = alone.slice(1).some(({ dom, png }, at) => {
    return (
      dom !== idle[at + 1]?.dom || differingPart(png, (alone[at] as Moment).png) > noise + 0.0005
    );
  });
  return {
    name,
    manner,
    acts: moves,
    look,
    behaviour,
    threefold,
    notes,
    findings: subject.findings,
  };
}

/**
 * Acts on each of three copies: it has to change as the snippet does, and the others as the snippet
 * does when it is left alone, or when the visitor acts elsewhere on the page.
 */
async function threeCopies(
  browser: Browser,
  subject: Subject,
  kept: Manner,
  {
    list,
    alone,
    idle,
    beside,
    isSame,
    actedOn,
  }: Omit<Known, 'noise' | 'complaints' | 'ground'> & { readonly actedOn: readonly number[] },
  notes: string[],
): Promise<boolean> {
  const casts = ['c1', 'c2', 'c3'].map((id) => subject.cast(id, kept));
  const box = casts[0]?.hasBox === true;
  for (const acted of actedOn) {
    const side: Side = subject.sideOf(pageOf(casts, onTop(acted)));
    const wrong = await visit(browser, side, async (page) => {
      for (let step = 0; step <= list.length; step += 1) {
        if (step > 0) await act(page, { at: acted, box }, list[step - 1] as Act);
        for (const at of [0, 1, 2]) {
          const { dom } = await momentOf(page, { at, box }, false);
          const wanted = (at === acted ? alone : idle)[step]?.dom;
          if (isSame(dom, wanted, step)) continue;
          if (at !== acted && isSame(dom, (await beside())[step]?.dom, step)) continue;
          return `copy ${at + 1} when ${acted + 1} is acted on, act ${step}: ${difference(wanted, dom)}`;
        }
      }
      return undefined;
    });
    if (wrong) {
      notes.push(`threefold: ${wrong}`);
      return false;
    }
  }
  return true;
}

/**
 * Copies in one place, where each is as near to the visitor as the snippet by itself is; the one
 * that is acted on is on top.
 */
function onTop(acted: number): (block: string, at: number) => string {
  return (block, at) => {
    const state = at === acted ? 'z-index: 1' : 'z-index: 0; pointer-events: none';
    return `<div style="position: absolute; left: 0; top: 0; width: 100%; ${state}">${block}</div>`;
  };
}

/** What was found in all hosts. */
interface InHosts {
  same: number;
  leaks: number;
  readonly notes: string[];
}

/** Computed styles of hosts by themselves: the same for every snippet. */
const hostsAlone = new Map<string, Promise<Record<string, string>>>();

/** Puts two casts into each host. */
async function throughHosts(
  browser: Browser,
  subject: Subject,
  manner: Measured['manner'],
  keep: MeasureOptions['keep'],
): Promise<InHosts> {
  const of: InHosts = { same: 0, leaks: 0, notes: [] };
  const casts = ['c1', 'c2'].map((id) => subject.cast(id, { sealed: manner === 'sealed' }));
  const sideOf = (host: Host | undefined) => subject.sideOf(inHost(host, casts));
  const plain = await visit(browser, sideOf(undefined), rootShot);
  const inEach = hosts.map(async (host) => {
    const empty = subject.sideOf(inHost(host, []));
    const alone =
      hostsAlone.get(host.name) ??
      visit(browser, empty, (page) => page.evaluate(() => window.isolation.hostStyles()));
    hostsAlone.set(host.name, alone);
    const without = await alone;
    const { png, styles } = await visit(browser, sideOf(host), async (page) => ({
      styles: await page.evaluate(() => window.isolation.hostStyles()),
      png: await rootShot(page),
    }));
    const [first, ...others] = Object.keys(without).filter((key) => without[key] !== styles[key]);
    if (first) of.notes.push(`${host.name}: ${first} ${difference(without[first], styles[first])}`);
    of.leaks += first ? others.length + 1 : 0;
    const apart = differingPart(plain, png);
    if (apart <= tolerance) of.same += 1;
    else {
      of.notes.push(`in ${host.name} differs by ${percent(apart)}`);
      keep?.(`${subject.name}-${manner}-${host.name}`, png);
      keep?.(`${subject.name}-${manner}-none`, plain);
    }
  });
  await Promise.all(inEach);
  return of;
}

/** The first cast's own place on the page. */
async function rootShot(page: VisitedPage): Promise<Uint8Array> {
  const box = await page.evaluate((mark) => {
    window.scrollTo(0, 0);
    const { x, y, width, height } = (
      document.querySelector(mark) as Element
    ).getBoundingClientRect();
    return { x, y, width, height };
  }, `[${standIn}]`);
  if (box.height < 1 || box.width < 1) return pictureOf(page, { at: 0 });
  return page.screenshot({
    animations: 'disabled',
    caret: 'hide',
    clip: { ...box, height: Math.min(box.height, 700) },
  });
}

/** What was said, not where. */
function withoutPlace(complaint: string): string {
  return complaint.split('\n')[0]?.replace(/ at .*| +\(.*/, '') ?? '';
}

function percent(part: number): string {
  return `${(part * 100).toFixed(2)} %`;
}

/** True for texts that differ only in words that differ between two runs of one page as well. */
function equalBut(one: string, two: string, run = '', otherRun = ''): boolean {
  if (one === two) return true;
  const [a, b, c, d] = [one, two, run, otherRun].map((text) => text.split(/([\w.-]+)/));
  if (!a || !b || !c || !d || a.length !== b.length || c.length !== d.length) return false;
  if (a.length !== c.length) return false;
  return a.every((word, at) => word === b[at] || c[at] !== d[at]);
}

/** The first stretch in which two texts differ. */
function difference(one = '', two = ''): string {
  let at = 0;
  while (at < one.length && one[at] === two[at]) at += 1;
  const from = Math.max(0, at - 60);
  return `${JSON.stringify(one.slice(from, at + 60))} ≠ ${JSON.stringify(two.slice(from, at + 60))}`;
}
