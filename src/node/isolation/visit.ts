import type { Browser, Page, Request, Route } from 'playwright-core';
import type { Aim, Place } from '../../facts/visits.ts';
import { Aside } from '../proof/aside.ts';

/** A page to visit, with what answers its requests. */
export interface Site {
  readonly document: string;
  readonly address: string;
  readonly answer: (route: Route) => Promise<void>;
}

/** A page that is being visited. */
export interface Visited {
  readonly page: Page;
  readonly aside: Aside;
  /** What its scripts have complained of so far. */
  readonly said: readonly string[];
}

/** What a page shows and holds, as it comes or after an act. */
export interface Moment {
  readonly dom: string;
  readonly png: Uint8Array;
}

/**
 * How long a visit takes before the first act, for an act and after it, in ms. No sum of these is
 * near a full second or a frame of 16 ms, so that what begins some ms later is no tick behind.
 */
const times = { before: 2009, act: 608, after: 48 };

/** How a visit goes. */
export interface VisitOptions {
  /** What random numbers begin with. */
  readonly seed?: number;
  /** So many ms later the visit begins. */
  readonly late?: number;
  /** Width of the viewport in CSS px. */
  readonly width?: number;
}

const viewportHeightPx = 700;

/** Opens a page with time and chance standing still, and closes it when the visit is over. */
export async function visit<T>(
  browser: Browser,
  site: Site,
  see: (visited: Visited) => Promise<T>,
  { seed = 123457, late = 0, width = 900 }: VisitOptions = {},
): Promise<T> {
  const context = await browser.newContext({
    viewport: { width, height: viewportHeightPx },
    reducedMotion: 'no-preference',
  });
  let isOpen = false;
  await context.route('**/*', (route) => {
    const isPage = route.request().resourceType() === 'document';
    if (isPage && route.request().isNavigationRequest() && (!isOpen || isTop(route))) {
      // A link or a form that leads away leads nowhere: the page under test stays.
      if (isOpen) return route.fulfill({ status: 204, body: '' });
      isOpen = true;
      return route.fulfill({ body: site.document, contentType: 'text/html; charset=utf-8' });
    }
    return site.answer(route);
  });
  try {
    const page = await context.newPage();
    const said = complaintsTo(page);
    context.on('page', (other) => void (other === page || other.close().catch(() => {})));
    page.on('dialog', (dialog) => void dialog.dismiss().catch(() => {}));
    const start = new Date('2026-06-07T09:00:00');
    await page.clock.install({ time: start.getTime() - 60_000 });
    await page.clock.pauseAt(start);
    await page.addInitScript((first) => {
      let now = first;
      Math.random = () => {
        now = (now * 16807) % 2147483647;
        return (now - 1) / 2147483646;
      };
    }, seed);
    const asked = new Set<Request>();
    page.on('request', (one) => asked.add(one));
    page.on('requestfinished', (one) => asked.delete(one));
    page.on('requestfailed', (one) => asked.delete(one));
    await page.goto(site.address, { timeout: 60_000 });
    const aside = await Aside.of(page);
    await aside.install(false);
    const visited = { page, aside, said };
    await loaded(visited, asked);
    await runFor(page, times.before + late);
    return await see(visited);
  } finally {
    await context.close();
  }
}

function complaintsTo(page: Page): string[] {
  const said: string[] = [];
  page.on('pageerror', ({ message, stack = '' }) =>
    said.push(`${message} ${stack.split('\n')[1] ?? ''}`),
  );
  page.on('console', (one) => one.type() === 'error' && said.push(one.text()));
  return said;
}

/** Waits for what is still on its way, such as a library that a cast has asked for: no time passes. */
async function loaded(visited: Visited, asked: ReadonlySet<Request>): Promise<void> {
  for (let tries = 0, quiet = 0; tries < 100 && quiet < 3; tries += 1) {
    await drawn(visited);
    quiet = asked.size === 0 ? quiet + 1 : 0;
  }
}

/** What comes of an act: timers run, transitions end, scrolling comes to rest. */
async function passTime(visited: Visited): Promise<void> {
  await runFor(visited.page, times.act);
  await visited.aside.ask('facts.visits.settle()');
  await drawn(visited);
  await runFor(visited.page, times.after);
  await atRest(visited);
}

/** Waits until the browser has drawn twice, so that what ended by its own clock has been told of. */
async function drawn({ aside }: Visited): Promise<void> {
  for (let count = 0; count < 2; count += 1) {
    await aside.ask(`new Promise((done) => {
      const seen = new IntersectionObserver(() => { seen.disconnect(); done(); });
      seen.observe(document.documentElement);
    })`);
  }
}

/** Waits for scrolling, which goes by the browser's own clock. */
async function atRest(visited: Visited): Promise<void> {
  const sum = () => visited.aside.ask<number>('facts.visits.scrolled()');
  // A busy machine draws late: only where nothing moved from one drawing to the next is it at rest.
  for (let tries = 0, same = 0, before = await sum(); tries < 60 && same < 3; tries += 1) {
    await drawn(visited);
    const now = await sum();
    same = now === before ? same + 1 : 0;
    before = now;
  }
}

/** Lets time pass. What a timer of the page throws is the page's own matter. */
async function runFor(page: Page, ms: number): Promise<void> {
  for (let tries = 0; tries < 5; tries += 1) {
    try {
      return await page.clock.runFor(ms);
    } catch {
      // The clock stops where a timer throws; what is after it still has to run.
    }
  }
}

/** True for a page, false for what is in a frame; a window that is only just opened has no frame. */
function isTop(route: Route): boolean {
  try {
    return route.request().frame().parentFrame() === null;
  } catch {
    return true;
  }
}

/** A call of what measures visits, in the page. */
function call(name: string, ...given: readonly unknown[]): string {
  return `facts.visits.${name}(${given.map((one) => JSON.stringify(one)).join(', ')})`;
}

/** The content of a place as it is now. */
export async function momentOf(
  visited: Visited,
  place: Place,
  withPicture = true,
): Promise<Moment> {
  const dom = await visited.aside.ask<string>(call('look', place));
  return { dom, png: withPicture ? await pictureOf(visited, place) : new Uint8Array() };
}

/** What is to be seen of a place, down to where its content ends: below, a page's ground goes on. */
async function pictureOf({ page, aside }: Visited, place: Place): Promise<Uint8Array> {
  const bottom = await aside.ask<number>(call('bottomOf', place));
  const height = Math.min(viewportHeightPx, Math.max(20, Math.ceil(bottom)));
  const clip = { x: 0, y: 0, width: page.viewportSize()?.width ?? 900, height };
  return page.screenshot({ clip, animations: 'disabled', caret: 'hide', timeout: 15_000 });
}

/** The place of an element on its page, in CSS px. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The place of an element that a selector names. */
export async function boxOf({ aside }: Visited, selector: string): Promise<Box> {
  return aside.ask(call('boxOf', selector));
}

/** What is to be seen of one element; of the top of the page where it has no box. */
export async function pictureAt(visited: Visited, selector: string): Promise<Uint8Array> {
  const box = await boxOf(visited, selector);
  if (box.height < 1 || box.width < 1) return pictureOf(visited, { at: 0 });
  const clip = { ...box, height: Math.min(box.height, viewportHeightPx) };
  const fullPage = box.y + clip.height > viewportHeightPx;
  return visited.page.screenshot({ animations: 'disabled', caret: 'hide', clip, fullPage });
}

/** Elements that a visitor would try in a place, at most so many, by their order in it. */
export async function actsIn({ aside }: Visited, place: Place, most: number): Promise<number[]> {
  return aside.ask(call('acts', place, most));
}

/** The colour that a page has all over. */
export async function groundOf({ aside }: Visited): Promise<string> {
  return aside.ask(call('ground'));
}

/** Computed style and attributes of each element that is of no cast, by its place and name. */
export async function hostStyles({ aside }: Visited): Promise<Record<string, string>> {
  return aside.ask(call('hostStyles'));
}

/** One thing that is done on a page, for the element of that number. */
export type Step = (visited: Visited, place: Place, at: number) => Promise<void>;

/** Scrolls the page as an act does, and leaves all alone. */
export const pass: Step = async (visited, place, at) => {
  await visited.aside.ask(call('pass', place, at));
  return passTime(visited);
};

/** Points at an element and clicks it; types into a field, takes another choice of a select. */
export const act: Step = async (visited, place, at) => {
  const { page, aside } = visited;
  const aim = await aside.ask<Aim | undefined>(call('aim', place, at));
  if (!aim?.isThere) return passTime(visited);
  await page.mouse.move(aim.x, aim.y);
  if (aim.type === 'select') await aside.ask(call('choose', place, at));
  else if (await press(page, aim)) {
    if (/^(?:text|search|email|url|tel|number|password|textarea)$/.test(aim.type))
      await page.keyboard.type('31');
    else await page.keyboard.press('ArrowRight');
  }
  return passTime(visited);
};

/** The act as one sees it who is beside: the pointer does the same, but outside the content. */
export const actBeside: Step = async (visited, place, at) => {
  const { page, aside } = visited;
  await aside.ask(call('cover'));
  const aim = await aside.ask<Aim | undefined>(call('aim', place, at));
  if (aim && aim.width > 0) {
    await page.mouse.move(aim.x, aim.y);
    if (aim.type !== 'select') await press(page, aim);
  }
  return passTime(visited);
};

/** Clicks, or drags what one drags; false where a click would only open a dialogue of the system. */
async function press(page: Page, { type, x, y, width }: Aim): Promise<boolean> {
  if (type === 'range' || type === 'canvas' || type === 'img') {
    await page.mouse.down();
    await page.mouse.move(x + width / 5, y + 2, { steps: 3 });
    await page.mouse.up();
    return false;
  }
  if (type === 'file') return false;
  await page.mouse.click(x, y);
  return true;
}
