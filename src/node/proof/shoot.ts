import { setTimeout as pause } from 'node:timers/promises';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { scriptFailure } from '../../core/problem/script-failure.ts';
import type { AccessibilityFault, LowContrast } from '../../facts/accessibility.ts';
import type { PageFacts } from '../../facts/measure-page.ts';
import type { View } from '../../facts/states.ts';
import { type Asked, answer, type FailedRequest, origin, type Served } from './answer.ts';
import { Aside } from './aside.ts';
import { holdAt, stopClock } from './fake-clock.ts';

/** What a picture is taken of. */
export interface ShotSubject extends Served {
  readonly mould: string;
  /** Selectors whose elements are asked for, for what the mould accepts. */
  readonly accepted: readonly string[];
}

/** How pictures of a page are taken. */
export interface Shooting {
  readonly width: number;
  /** Moments on a fake clock, in ms after the page began, in order. */
  readonly atMs: readonly number[];
  readonly view: View;
  /** False where the picture alone is wanted. */
  readonly isMeasured: boolean;
  /** False where the accessibility engine is not asked. */
  readonly isAccessible: boolean;
}

/** A picture with what was measured on it. */
export interface Picture extends PageFacts {
  readonly png: Uint8Array;
  readonly contrast: readonly LowContrast[];
  readonly accessibility: readonly AccessibilityFault[];
  readonly consoleErrors: readonly string[];
  readonly failedRequests: readonly FailedRequest[];
  /** Addresses that the mould declares and that were not asked. */
  readonly notAsked: readonly string[];
  /** For each selector asked for, those of the elements it names. */
  readonly named: Readonly<Record<string, readonly string[]>>;
}

export const usualShooting: Omit<Shooting, 'width'> = {
  atMs: [2000],
  isMeasured: true,
  isAccessible: true,
  view: { state: 'rest', scheme: 'light', isStill: false },
};

const viewportHeightPx = 800;

/** The longest picture; beyond it browsers cannot draw one. */
const tallestPx = 12_000;

const patienceMs = 15_000;

/**
 * Opens a document at one viewport width, stops time at each moment, measures and takes a
 * picture. Nothing leaves the machine but requests for what the mould declares.
 *
 * @throws Refusal when the page does not come to rest, such as for a script without end
 */
export async function shoot(
  browser: Browser,
  subject: ShotSubject,
  shooting: Shooting,
): Promise<Picture[]> {
  const { width, view } = shooting;
  const context = await browser.newContext({
    viewport: { width, height: viewportHeightPx },
    reducedMotion: view.isStill ? 'reduce' : 'no-preference',
    colorScheme: view.scheme,
  });
  try {
    return await inTime(takePictures(context, subject, shooting), shooting.atMs.length);
  } catch (error) {
    if (error instanceof Refusal) throw error;
    const why = firstLine(error as Error).replace(/\.$/, '');
    throw new Refusal(finding('proof/no-picture', { mould: subject.mould, width, why }));
  } finally {
    await context.close().catch(() => undefined);
  }
}

/** What became known of a page while it was shown. */
interface Seen {
  readonly asked: Asked;
  readonly consoleErrors: readonly string[];
  /** True while the browser's own controls fade in. */
  readonly isFading: boolean;
}

async function takePictures(
  context: BrowserContext,
  subject: ShotSubject,
  shooting: Shooting,
): Promise<Picture[]> {
  const consoleErrors: string[] = [];
  const asked: Asked = { failed: [], declared: [] };
  let shown = () => {};
  const isShown = new Promise<void>((done) => {
    shown = done;
  });
  await context.route('**/*', (route) => answer(route, subject, asked, isShown));
  const page = await context.newPage();
  page.on('pageerror', ({ message, stack }) => consoleErrors.push(scriptFailure(message, stack)));
  page.on('console', (message) => {
    const isRequest = message.text().startsWith('Failed to load resource');
    if (message.type() !== 'error' || isRequest) return;
    // Of what a cast says of itself the first line is the sentence; the error follows it.
    const [said = ''] = message.text().split('\n');
    consoleErrors.push(said.startsWith('keen-mould: ') ? said : message.text());
  });
  page.on('dialog', (dialog) => dialog.dismiss().catch(() => undefined));
  await stopClock(page);
  await page.goto(`${origin}/`, { waitUntil: 'domcontentloaded', timeout: patienceMs });
  const aside = await Aside.of(page);
  await aside.drawn();
  shown();
  await page.waitForLoadState('load', { timeout: patienceMs });
  await aside.install(shooting.isAccessible);
  const pictures: Picture[] = [];
  let now = 0;
  for (const atMs of shooting.atMs) {
    await aside.drawn();
    await page.clock.runFor(atMs - now).catch((error: Error) => {
      // All timers that were due have run; the first error among them is thrown at the end.
      if (!page.isClosed()) consoleErrors.push(firstLine(error).replace(/^clock\.runFor: /, ''));
    });
    now = atMs;
    const isFading = await aside.ask<boolean>('facts.mediaAtRest()');
    await holdAt(page, atMs);
    const seen = { asked, consoleErrors, isFading };
    pictures.push(await takeOne(page, aside, subject, shooting, seen));
  }
  return pictures;
}

async function takeOne(
  page: Page,
  aside: Aside,
  subject: ShotSubject,
  { width, view, isMeasured, isAccessible }: Shooting,
  { asked, consoleErrors, isFading }: Seen,
): Promise<Picture> {
  if (view.state !== 'rest') await aside.ask(`facts.applyView(document, ${JSON.stringify(view)})`);
  const facts = await aside.ask<PageFacts>('facts.measurePage()');
  const rules = isAccessible
    ? await aside.ask<Pick<Picture, 'contrast' | 'accessibility'>>('facts.findAccessibility()')
    : { contrast: [], accessibility: [] };
  const named = isMeasured
    ? await aside.ask<Picture['named']>(`facts.selectorsFor(${JSON.stringify(subject.accepted)})`)
    : {};
  const height = Math.min(Math.max(1, facts.height), tallestPx);
  const clip = { x: 0, y: 0, width, height };
  const shoot = () => page.screenshot({ clip, fullPage: true, animations: 'allow' });
  const png = isFading ? await stillPicture(shoot) : await shoot();
  const instead = new Set([...asked.failed.map(({ url }) => url), ...asked.declared]);
  return {
    ...facts,
    ...rules,
    named,
    png,
    // What stands in for a picture is neither soft nor stretched.
    pictures: facts.pictures.filter(({ src }) => !instead.has(new URL(src, origin).href)),
    consoleErrors: [...consoleErrors],
    failedRequests: [...asked.failed],
    notAsked: [...new Set(asked.declared)],
  };
}

/** How often a picture is taken again, and in what steps, until two in a row are the same. */
const triesOfStill = 20;
const stepOfStillMs = 150;

/** The picture of what comes to rest by itself, such as a browser's own controls. */
async function stillPicture(shoot: () => Promise<Uint8Array>): Promise<Uint8Array> {
  let png = await shoot();
  for (let tries = 0; tries < triesOfStill; tries += 1) {
    await pause(stepOfStillMs);
    const next = await shoot();
    if (Buffer.from(next).equals(png)) return next;
    png = next;
  }
  return png;
}

function firstLine({ message }: Error): string {
  return message.split('\n')[0] ?? 'unknown error';
}

async function inTime<T>(work: Promise<T>, moments: number): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const limitMs = (1 + moments) * patienceMs;
  const late = new Promise<never>((_, reject) => {
    const error = new Error(`it did not finish loading in ${limitMs / 1000} s`);
    timer = setTimeout(() => reject(error), limitMs);
  });
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
}
