import type { Browser } from 'playwright-core';
import type { Place } from '../../facts/visits.ts';
import { difference, equalBut, percent, withoutPlace } from './compare-texts.ts';
import { differingPart } from './differing-part.ts';
import {
  act,
  actBeside,
  actsIn,
  type Box,
  boxOf,
  groundOf,
  hostStyles,
  type Moment,
  momentOf,
  pass,
  pictureAt,
  type Site,
  type Step,
  type Visited,
  type VisitOptions,
  visit,
} from './visit.ts';

/** A widget by itself, and its casts on pages. */
export interface IsolationSubject {
  /** By itself, as it was before it was cast, in a page without an edge. */
  readonly bare: Site;
  /** One cast on an empty page. */
  readonly alone: Site;
  /** Three casts in one place of an empty page, of which one is on top. */
  readonly threefold: (onTop: number) => Site;
  /** Pages with casts, and with empty boxes in their place. */
  readonly hosts: readonly HostPage[];
  /** True where the root is a box around what the author wrote. */
  readonly hasBox: boolean;
}

/** A page that casts stand in. */
interface HostPage {
  readonly name: string;
  readonly without: Site;
  readonly placed: Site;
  /** The same cast on an empty page, in a box of this place and width. */
  readonly empty: (box: Box) => Site;
  /** Selector of the element that the first cast stands in, on both. */
  readonly spot: string;
}

/** What was found of a widget. */
export interface Isolation {
  /** True where acts change it by itself, so that there is a behaviour to compare. */
  readonly acts: boolean;
  /** How many elements a visitor tried. */
  readonly tried: number;
  readonly look: boolean;
  readonly behaviour: boolean;
  readonly threefold: boolean;
  readonly hosts: readonly InHost[];
  /** What differed, in words. */
  readonly notes: readonly string[];
}

/** What was found in one host. */
interface InHost {
  readonly name: string;
  /** True where it looks as it does on an empty page. */
  readonly look: boolean;
  /** Elements of the host whose computed style or attributes changed, with what did. */
  readonly changed: readonly string[];
  readonly elements: number;
}

export interface IsolationOptions extends Pick<VisitOptions, 'width'> {
  /** Which part of the widget's own page is looked at; by default the whole body. */
  readonly place?: Place;
  /** How many elements a visitor tries, at most. */
  readonly acts?: number;
  /** Which of three copies are acted on, from 0; by default each in turn. */
  readonly actedOn?: readonly number[];
  /** Takes pictures of what differs. */
  readonly keep?: (name: string, png: Uint8Array) => void;
}

/** How far two pictures of the same may be apart, beside the noise of the page itself. */
const tolerance = 0.01;

/** Other runs of the same page: what moves by itself or goes by chance is another then. */
const otherwise = [
  { seed: 987643211, late: 70 },
  { seed: 31337, late: 130 },
];

/** What is known of a widget by itself. */
export interface KnownAlone {
  readonly complaints: readonly string[];
  /** The colour that the widget's page has all over. */
  readonly ground: string;
  readonly list: readonly number[];
  readonly moments: readonly Moment[];
  /** The widget left alone, and with a visitor who acts elsewhere on the page. */
  readonly idle: readonly Moment[];
  readonly beside: () => Promise<readonly Moment[]>;
  readonly noise: number;
  /** True for two states of the content that differ in nothing but what chance decides. */
  readonly isSame: (one: string | undefined, two: string | undefined, at: number) => boolean;
}

/** Visits a widget by itself, more than once, to know what it does and what of that goes by chance. */
export async function knowAlone(
  browser: Browser,
  bare: Site,
  { acts: most = 6, width, place: body = {} }: IsolationOptions = {},
): Promise<KnownAlone> {
  const at = width === undefined ? {} : { width };
  const see = <T>(what: (visited: Visited) => Promise<T>, chance: VisitOptions = {}) =>
    visit(browser, bare, what, { ...at, ...chance });
  const { list, moments, complaints, ground } = await see(async (visited) => {
    const ground = await groundOf(visited);
    const list = await actsIn(visited, body, most);
    const moments = await course(visited, body, list);
    return { list, moments, complaints: [...visited.said], ground };
  });
  const without = (step: Step, chance?: VisitOptions) =>
    see((visited) => course(visited, body, list, { step, withPictures: false }), chance);
  // Where nothing goes by time or chance, another run is the same run.
  const isChancy =
    /<script[^>]*\ssrc|random|\bDate\b|performance|Interval|Timeout|AnimationFrame/i.test(
      bare.document,
    );
  const runs = isChancy ? otherwise : [];
  const [again, idle, others, othersIdle] = await Promise.all([
    see((visited) => course(visited, body, list)),
    without(pass),
    Promise.all(runs.map((chance) => without(act, chance))),
    Promise.all(runs.map((chance) => without(pass, chance))),
  ]);
  let visited: Promise<Moment[]> | undefined;
  // Few widgets listen to what happens elsewhere, so it is seen only where a copy is not idle.
  const beside = () => {
    visited ??= without(actBeside);
    return visited;
  };
  const noise = Math.max(
    ...moments.map(({ png }, at) => differingPart(png, (again[at] as Moment).png)),
  );
  const isSteady = moments.map(({ dom }, at) => dom === again[at]?.dom);
  const isSame: KnownAlone['isSame'] = (one = '', two = '', at = 0) =>
    !isSteady[at] ||
    equalBut(
      one,
      two,
      moments[at]?.dom,
      others.map((run) => run[at]?.dom),
    ) ||
    equalBut(
      one,
      two,
      idle[at]?.dom,
      othersIdle.map((run) => run[at]?.dom),
    );
  return { complaints, ground, list, moments, idle, beside, noise, isSame };
}

async function course(
  visited: Visited,
  place: Place,
  list: readonly number[],
  { step = act, withPictures = true } = {},
): Promise<Moment[]> {
  const moments = [await momentOf(visited, place, withPictures)];
  for (const one of list) {
    await step(visited, place, one);
    moments.push(await momentOf(visited, place, withPictures));
  }
  return moments;
}

/** Measures casts against the widget by itself: on an empty page, threefold, and in hosts. */
export async function measureIsolation(
  browser: Browser,
  subject: IsolationSubject,
  known: KnownAlone,
  options: IsolationOptions = {},
): Promise<Isolation> {
  const notes: string[] = [];
  const { list, moments, idle, noise } = known;
  const { apart, placed } = await castAlone(browser, subject, known, options, notes);
  const isSame = (moment: Moment | undefined, at: number) =>
    known.isSame(moment?.dom, moments[at]?.dom, at);
  const look = (apart[0] ?? 1) <= noise + tolerance;
  if (!look) notes.push(`look differs by ${percent(apart[0] ?? 1)}`);
  const wrong = placed.findIndex(
    (one, at) => !isSame(one, at) || (apart[at] ?? 1) > noise + tolerance,
  );
  if (wrong >= 0) {
    options.keep?.('cast', (placed[wrong] as Moment).png);
    options.keep?.('alone', (moments[wrong] as Moment).png);
  }
  if (wrong >= 0 && (look || wrong > 0)) {
    const words = isSame(placed[wrong], wrong)
      ? `pixels ${percent(apart[wrong] ?? 1)}`
      : difference(moments[wrong]?.dom, placed[wrong]?.dom);
    notes.push(`after act ${wrong}: ${words}`);
  }
  // What looks different from the start is not held against each act once more.
  const behaviour =
    wrong < 0 ||
    (wrong === 0 &&
      isSame(placed[0], 0) &&
      placed.slice(1).every((one, at) => isSame(one, at + 1)));
  const threefold = await threeCopies(browser, subject, known, options, notes);
  const moves = moments.slice(1).some(({ dom, png }, at) => {
    return (
      dom !== idle[at + 1]?.dom || differingPart(png, (moments[at] as Moment).png) > noise + 0.0005
    );
  });
  const hosts = await Promise.all(
    subject.hosts.map((host) => inHost(browser, host, options, notes)),
  );
  return { acts: moves, tried: list.length, look, behaviour, threefold, hosts, notes };
}

/** One cast on an empty page, and how far each of its pictures is from the widget's. */
async function castAlone(
  browser: Browser,
  { alone, hasBox }: IsolationSubject,
  { list, complaints, ground, moments }: KnownAlone,
  { width }: IsolationOptions,
  notes: string[],
) {
  const place: Place = { at: 0, box: hasBox };
  const see = async (visited: Visited) => {
    // What a page has all over ends with the root of a cast, and the host's goes on.
    await visited.aside.ask(
      `void (document.documentElement.style.backgroundColor = ${JSON.stringify(ground)})`,
    );
    const seen = await course(visited, place, list);
    const known = complaints.map(withoutPlace);
    const own = visited.said.filter((one) => !known.includes(withoutPlace(one)));
    notes.push(...new Set(own.slice(0, 3).map((one) => `says: ${one.slice(0, 300)}`)));
    return seen;
  };
  const placed = await visit(browser, alone, see, width === undefined ? {} : { width });
  return {
    placed,
    apart: placed.map(({ png }, at) => differingPart(png, (moments[at] as Moment).png)),
  };
}

/**
 * Acts on each of three copies: it has to change as the widget does, and the others as the widget
 * does when it is left alone, or when the visitor acts elsewhere on the page.
 */
async function threeCopies(
  browser: Browser,
  { threefold, hasBox: box }: IsolationSubject,
  { list, moments, idle, beside, isSame }: KnownAlone,
  { actedOn = [0, 1, 2], width }: IsolationOptions,
  notes: string[],
): Promise<boolean> {
  for (const acted of actedOn) {
    const see = async (visited: Visited) => {
      for (let step = 0; step <= list.length; step += 1) {
        if (step > 0) await act(visited, { at: acted, box }, list[step - 1] as number);
        for (const at of [0, 1, 2]) {
          const { dom } = await momentOf(visited, { at, box }, false);
          const wanted = (at === acted ? moments : idle)[step]?.dom;
          if (isSame(dom, wanted, step)) continue;
          if (at !== acted && isSame(dom, (await beside())[step]?.dom, step)) continue;
          return `copy ${at + 1} when ${acted + 1} is acted on, act ${step}: ${difference(wanted, dom)}`;
        }
      }
      return undefined;
    };
    const wrong = await visit(browser, threefold(acted), see, width === undefined ? {} : { width });
    if (wrong) {
      notes.push(`threefold: ${wrong}`);
      return false;
    }
  }
  return true;
}

/** Computed styles of hosts by themselves: the same for every widget. */
const hostsAlone = new Map<string, Promise<Record<string, string>>>();

async function inHost(
  browser: Browser,
  { name, without, placed, empty, spot }: HostPage,
  { width, keep }: IsolationOptions,
  notes: string[],
): Promise<InHost> {
  const how = width === undefined ? {} : { width };
  const key = `${width} ${without.document}`;
  const before = hostsAlone.get(key) ?? visit(browser, without, hostStyles, how);
  hostsAlone.set(key, before);
  const alone = await before;
  const { png, styles, box } = await visit(
    browser,
    placed,
    async (visited) => ({
      styles: await hostStyles(visited),
      box: await boxOf(visited, spot),
      png: await pictureAt(visited, spot),
    }),
    how,
  );
  const plain = await visit(browser, empty(box), (visited) => pictureAt(visited, spot), how);
  const changed = Object.keys(alone)
    .filter((one) => alone[one] !== styles[one])
    .map((one) => `${one} ${difference(alone[one], styles[one])}`);
  if (changed[0]) notes.push(`${name}: ${changed[0]}`);
  const apart = differingPart(plain, png);
  const look = apart <= tolerance;
  if (!look) {
    notes.push(`in ${name} differs by ${percent(apart)}`);
    keep?.(name, png);
    keep?.('none', plain);
  }
  return { name, look, changed, elements: Object.keys(alone).length };
}
