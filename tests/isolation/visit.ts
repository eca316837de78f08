import type { Browser, ElementHandle, Page, Request, Route } from 'playwright-core';
import { contentType } from '../../src/core/text/content-type.ts';
import { install, type Place } from './in-page.ts';
import type { Side } from './sides.ts';

/** What is done to one element of the content: which, and how. */
export interface Act {
  readonly at: number;
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

/**
 * Opens a page with time and chance standing still, and closes it when the visit is over.
 *
 * @param chance what random numbers begin with, and how many ms later the visit begins
 */
export async function visit<T>(
  browser: Browser,
  side: Side,
  see: (page: Page) => Promise<T>,
  { seed = 123457, late = 0 } = {},
): Promise<T> {
  const context = await browser.newContext({
    viewport: { width: 900, height: 700 },
    reducedMotion: 'no-preference',
  });
  let isOpen = false;
  await context.route('**/*', (route) => {
    const isPage = route.request().resourceType() === 'document';
    if (isPage && route.request().isNavigationRequest() && (!isOpen || isTop(route))) {
      // A link or a form that leads away leads nowhere: the page under test stays.
      if (isOpen) return route.fulfill({ status: 204, body: '' });
      isOpen = true;
      return route.fulfill({ body: side.document, contentType: 'text/html; charset=utf-8' });
    }
    return answer(route, side);
  });
  try {
    const page = await context.newPage();
    const said: string[] = [];
    Object.assign(page, { said });
    page.on('pageerror', ({ message, stack = '' }) =>
      said.push(`${message} ${stack.split('\n')[1] ?? ''}`),
    );
    page.on('console', (one) => one.type() === 'error' && said.push(one.text()));
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
    await page.goto(`http://side.localhost${encodeURI(side.path)}`, { timeout: 60_000 });
    await page.evaluate(`window.isolation = (${install.toString()})()`);
    await loaded(page, asked);
    await runFor(page, times.before + late);
    return await see(page);
  } finally {
    await context.close();
  }
}

/** Waits for what is still on its way, such as a library that a cast has asked for: no time passes. */
async function loaded(page: Page, asked: ReadonlySet<Request>): Promise<void> {
  for (let tries = 0, quiet = 0; tries < 100 && quiet < 3; tries += 1) {
    await drawn(page);
    quiet = asked.size === 0 ? quiet + 1 : 0;
  }
}

/** What comes of an act: timers run, transitions end, scrolling comes to rest. */
async function passTime(page: Page): Promise<void> {
  await runFor(page, times.act);
  await page.evaluate(() => {
    // A document does not tell of what moves in shadow trees.
    const trees = [...document.querySelectorAll('*')].flatMap((one) => one.shadowRoot ?? []);
    for (const one of [document, ...trees].flatMap((tree) => tree.getAnimations())) {
      if (Number.isFinite(Number(one.effect?.getComputedTiming().endTime))) one.finish();
    }
  });
  await drawn(page);
  await runFor(page, times.after);
  await atRest(page);
}

/** Waits until the browser has drawn twice, so that what ended by its own clock has been told of. */
async function drawn(page: Page): Promise<void> {
  for (let times = 0; times < 2; times += 1) {
    await page.evaluate(
      () =>
        new Promise<void>((resolve) => {
          const seen = new IntersectionObserver(() => {
            seen.disconnect();
            resolve();
          });
          seen.observe(document.documentElement);
        }),
    );
  }
}

/** Waits for scrolling, which goes by the browser's own clock. */
async function atRest(page: Page): Promise<void> {
  const sum = () =>
    page.evaluate(() =>
      [...document.querySelectorAll('*')].reduce(
        (all, one) => all + one.scrollTop + one.scrollLeft,
        0,
      ),
    );
  // A busy machine draws late: only where nothing moved from one drawing to the next is it at rest.
  for (let tries = 0, same = 0, before = await sum(); tries < 60 && same < 3; tries += 1) {
    await drawn(page);
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

/** Gives a page the file it asks for, or says that there is none. */
export async function answer(route: Route, { file, far, beside }: Side): Promise<void> {
  const url = new URL(route.request().url());
  const path = decodeURIComponent(url.pathname);
  // What a script fetches lies with the site, not with the widget.
  const isFetched = /^(?:xhr|fetch)$/.test(route.request().resourceType());
  const body =
    url.host === 'side.localhost'
      ? (file(path) ?? (isFetched ? beside?.(path) : undefined))
      : far(path);
  if (body === undefined) return route.fulfill({ status: 404, body: '' });
  const bytes = Buffer.from(body);
  const type = contentType(url.pathname);
  // Media can be wound on only where a server gives parts of them (RFC 9110, 14).
  const [, from] = /^bytes=(\d+)-$/.exec(route.request().headers().range ?? '') ?? [];
  if (from === undefined) return route.fulfill({ body: bytes, contentType: type });
  const headers = { 'content-range': `bytes ${from}-${bytes.length - 1}/${bytes.length}` };
  const part = bytes.subarray(Number(from));
  return route.fulfill({ status: 206, body: part, headers: { ...headers, 'content-type': type } });
}

/** What the scripts of a page have complained of so far. */
export function complaintsOf(page: Page): readonly string[] {
  return (page as Page & { said?: string[] }).said ?? [];
}

/** The content of a place as it is now. */
export async function momentOf(page: Page, place: Place, withPicture = true): Promise<Moment> {
  return {
    dom: await page.evaluate((one) => {
      window.scrollTo(0, 0);
      window.isolation.holdLoops();
      return window.isolation.snapshot(one);
    }, place),
    png: withPicture ? await pictureOf(page, place) : new Uint8Array(),
  };
}

/** What is to be seen of a place, down to where its content ends: below, a page's ground goes on. */
export async function pictureOf(page: Page, place: Place): Promise<Uint8Array> {
  const height = await page.evaluate((one) => window.isolation.bottomOf(one), place);
  const clip = { x: 0, y: 0, width: 900, height: Math.min(700, Math.max(20, Math.ceil(height))) };
  return page.screenshot({ clip, animations: 'disabled', caret: 'hide', timeout: 15_000 });
}

/** What a visitor would try in a place, at most so much. */
export async function actsIn(page: Page, place: Place, most: number): Promise<Act[]> {
  const found = await page.evaluate(([one, count]) => window.isolation.acts(one, count), [
    place,
    most,
  ] as const);
  return found.map((at) => ({ at }));
}

/** Scrolls the page as an act does, and leaves all alone. */
export async function pass(page: Page, place: Place, { at }: Act): Promise<void> {
  await page.evaluate(
    ([one, index]) => {
      const { top = 0, height = 0 } =
        window.isolation.elementAt(one, index)?.getBoundingClientRect() ?? {};
      window.scrollTo(0, window.scrollY + top + height / 2 - window.innerHeight / 2);
    },
    [place, at] as const,
  );
  return passTime(page);
}

/** Points at an element and clicks it; types into a field, takes another choice of a select. */
export async function act(page: Page, place: Place, act: Act): Promise<void> {
  const aim = await aimAt(page, place, act);
  if (!aim?.isThere) return passTime(page);
  await page.mouse.move(aim.x, aim.y);
  if (aim.type === 'select') {
    await page.evaluate((one) => {
      const select = one as HTMLSelectElement;
      select.selectedIndex = (select.selectedIndex + 1) % Math.max(1, select.options.length);
      for (const type of ['input', 'change'])
        select.dispatchEvent(new Event(type, { bubbles: true }));
    }, aim.element);
  } else if (await press(page, aim)) {
    if (/^(?:text|search|email|url|tel|number|password|textarea)$/.test(aim.type))
      await page.keyboard.type('31');
    else await page.keyboard.press('ArrowRight');
  }
  return passTime(page);
}

/** The act as one sees it who is beside: the pointer does the same, but outside the content. */
export async function actBeside(page: Page, place: Place, act: Act): Promise<void> {
  await page.evaluate(() => {
    const mark = 'data-beside';
    if (document.querySelector(`[${mark}]`)) return;
    const cover = document.createElement('div');
    cover.setAttribute(mark, '');
    cover.style.cssText = 'all: initial; position: fixed; inset: 0; z-index: 2147483647';
    document.documentElement.append(cover);
  });
  const aim = await aimAt(page, place, act);
  if (aim && aim.width > 0) {
    await page.mouse.move(aim.x, aim.y);
    if (aim.type !== 'select') await press(page, aim);
  }
  return passTime(page);
}

interface Aim {
  readonly element: ElementHandle;
  readonly type: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  /** False where something else lies on top, or it has no box. */
  readonly isThere: boolean;
}

async function aimAt(page: Page, place: Place, { at }: Act): Promise<Aim | undefined> {
  const handle = await page.evaluateHandle(
    ([one, index]) => window.isolation.elementAt(one, index),
    [place, at] as const,
  );
  const element = handle.asElement();
  if (!element) return undefined;
  const found = await element.evaluate((one) => {
    window.isolation.holdLoops();
    one.scrollIntoView({ block: 'center', behavior: 'instant' });
    const { x, y, width, height } = one.getBoundingClientRect();
    const type = one instanceof HTMLInputElement ? one.type : one.localName;
    const hit = (one.getRootNode() as Document).elementFromPoint(x + width / 2, y + height / 2);
    const isThere = width > 0 && hit !== null && (one.contains(hit) || hit.contains(one));
    return { type, x: x + width / 2, y: y + height / 2, width, isThere };
  });
  return { element, ...found };
}

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
