import type { Browser, BrowserContext, Page, Route } from 'playwright-core';
import type { Library } from '../../core/model/mould.ts';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { measurePage, type PageFacts } from '../../facts/page-facts.ts';
import { contentType } from '../files/content-type.ts';

/** What a picture is taken of. */
export interface ShotSubject {
  readonly mould: string;
  /** A whole HTML document. */
  readonly document: string;
  /** The mould's own files, by the address the document uses. */
  readonly files: Readonly<Record<string, string | Uint8Array>>;
  readonly libraries: readonly Library[];
}

/** A request that brought nothing. */
export interface FailedRequest {
  readonly url: string;
  readonly why: string;
}

/** A picture with what was measured on it. */
export interface Picture extends PageFacts {
  readonly png: Uint8Array;
  readonly consoleErrors: readonly string[];
  readonly failedRequests: readonly FailedRequest[];
}

/** Where documents pretend to live: a secure context that no request can leave. */
const origin = 'http://cast.localhost';

/** Time on the fake clock at which pictures are taken, in ms after the page began. */
export const heldAtMs = 2000;

/** What the clock of the page says when it begins: one moment for ever, so that pictures agree. */
const clockStart = new Date('2026-06-07T09:00:00Z');

const viewportHeightPx = 800;

/** The longest picture; beyond it browsers cannot draw one. */
const tallestPx = 12_000;

const patienceMs = 15_000;

/**
 * Opens a document at one viewport width, holds time two seconds in, measures and takes a
 * picture. Nothing leaves the machine but requests for the libraries the mould declares.
 *
 * @throws Refusal when the page does not come to rest, such as for a script without end
 */
export async function shoot(
  browser: Browser,
  subject: ShotSubject,
  widthPx: number,
): Promise<Picture> {
  const context = await browser.newContext({
    viewport: { width: widthPx, height: viewportHeightPx },
    reducedMotion: 'no-preference',
    colorScheme: 'light',
  });
  try {
    return await inTime(takePicture(context, subject, widthPx));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    const why = firstLine(error as Error).replace(/\.$/, '');
    throw new Refusal(finding('proof/no-picture', { mould: subject.mould, width: widthPx, why }));
  } finally {
    await context.close().catch(() => undefined);
  }
}

async function takePicture(
  context: BrowserContext,
  subject: ShotSubject,
  widthPx: number,
): Promise<Picture> {
  const consoleErrors: string[] = [];
  const failedRequests: FailedRequest[] = [];
  await context.route('**/*', (route) => answer(route, subject, failedRequests));
  const page = await context.newPage();
  page.on('pageerror', (error) => consoleErrors.push(error.message));
  page.on('console', (message) => {
    const isRequest = message.text().startsWith('Failed to load resource');
    if (message.type() === 'error' && !isRequest) consoleErrors.push(message.text());
  });
  page.on('dialog', (dialog) => dialog.dismiss().catch(() => undefined));
  // The clock runs by itself until it is stopped, so it begins a little before its stop.
  await page.clock.install({ time: clockStart.getTime() - 60_000 });
  await page.clock.pauseAt(clockStart);
  await page.addInitScript(makeSteady, clockStart.getTime());
  await page.goto(`${origin}/`, { waitUntil: 'load', timeout: patienceMs });
  await page.clock.runFor(heldAtMs).catch((error: Error) => {
    // All timers that were due have run; the first error among them is thrown at the end.
    if (!page.isClosed()) consoleErrors.push(firstLine(error).replace(/^clock\.runFor: /, ''));
  });
  await hold(page);
  const facts = await page.evaluate(measurePage);
  const height = Math.min(Math.max(1, facts.height), tallestPx);
  const png = await page.screenshot({
    clip: { x: 0, y: 0, width: widthPx, height },
    fullPage: true,
    animations: 'allow',
  });
  return { ...facts, png, consoleErrors, failedRequests };
}

/** Waits for fonts and pictures, and sets every animation to the moment of the picture. */
async function hold(page: Page): Promise<void> {
  await page.evaluate(async (atMs) => {
    await document.fonts.ready;
    await Promise.all([...document.images].map((image) => image.decode().catch(() => undefined)));
    for (const animation of document.getAnimations()) {
      // One that is over by then has to be gone, as it would be.
      const end = Number(animation.effect?.getComputedTiming().endTime ?? 0);
      if (animation instanceof CSSTransition || end <= atMs) animation.finish();
      else {
        animation.pause();
        animation.currentTime = atMs;
      }
    }
  }, heldAtMs);
}

async function answer(
  route: Route,
  { document, files, libraries }: ShotSubject,
  failed: FailedRequest[],
): Promise<void> {
  const url = route.request().url();
  if (url === `${origin}/`) {
    return route.fulfill({ body: document, contentType: 'text/html; charset=utf-8' });
  }
  if (url.startsWith(`${origin}/`)) {
    const path = decoded(new URL(url).pathname.slice(1));
    const body = Object.hasOwn(files, path) ? files[path] : undefined;
    if (body !== undefined) {
      return route.fulfill({ body: Buffer.from(body), contentType: contentType(path) });
    }
    if (path !== 'favicon.ico') failed.push({ url: path, why: 'no such file in the mould' });
    return route.fulfill({ status: 404, body: '' });
  }
  const isDeclared = libraries.some(
    ({ script, style, module }) =>
      // A module may ask for more of its own, from where it is itself.
      url === script || url === style || (module !== undefined && isBeside(url, module)),
  );
  if (isDeclared) {
    const response = await route.fetch({ timeout: patienceMs / 2 }).catch(() => undefined);
    if (response) return route.fulfill({ response });
    failed.push({ url, why: 'the library could not be fetched' });
  } else failed.push({ url, why: 'not fetched: it lies elsewhere' });
  return route.abort();
}

function firstLine({ message }: Error): string {
  return message.split('\n')[0] ?? 'unknown error';
}

function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}

/**
 * Makes what else differs between two runs the same on every page: Math.random, by a linear
 * congruence, and the times counted from the page's beginning, which the stopped clock leaves a
 * few ms apart.
 */
function makeSteady(startMs: number): void {
  let state = 20_260_607;
  Math.random = () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
  performance.now = () => Date.now() - startMs;
  const request = window.requestAnimationFrame;
  window.requestAnimationFrame = (work) => request(() => work(performance.now()));
}

async function inTime<T>(work: Promise<T>): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    const error = new Error(`it did not come to rest in ${(2 * patienceMs) / 1000} s`);
    timer = setTimeout(() => reject(error), 2 * patienceMs);
  });
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
}

/** True for an address of the same origin as another, absolute one. */
function isBeside(url: string, other: string): boolean {
  return URL.canParse(other) && new URL(url).origin === new URL(other).origin;
}
