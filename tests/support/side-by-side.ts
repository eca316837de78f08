import type { Browser, Page } from 'playwright-core';
import type { Mould } from '../../src/core/model/mould.ts';
import { answer } from '../isolation/answer.ts';
import { pageOf, readSubject, type Side } from '../isolation/sides.ts';

/** Something a visitor does: an action, what it is done to, and a key or a value. */
export type Step = readonly ['click' | 'hover' | 'focus' | 'press' | 'choose', string, string?];

/**
 * A snippet by itself, less what its import left out, and its cast with no value filled in.
 *
 * @param author works on the mould before it is cast
 */
export async function bothSides(
  path: string,
  author?: (mould: Mould) => Mould,
): Promise<{ bare: Side; cast: Side }> {
  const { bare, cast, sideOf } = await readSubject(path, undefined, author);
  return { bare, cast: sideOf(pageOf([cast('c')])) };
}

/** Pictures of a page as it comes, and after each step; time stands still but for two seconds. */
export async function picturesOf(
  browser: Browser,
  side: Side,
  widthPx: number,
  steps: readonly Step[],
): Promise<Uint8Array[]> {
  const context = await browser.newContext({ viewport: { width: widthPx, height: 700 } });
  await context.route('**/*', (route) =>
    new URL(route.request().url()).pathname === '/'
      ? route.fulfill({ body: side.document, contentType: 'text/html; charset=utf-8' })
      : answer(route, side),
  );
  try {
    const page = await context.newPage();
    const start = new Date('2026-06-07T09:00:00');
    await page.clock.install({ time: start.getTime() - 60_000 });
    await page.clock.pauseAt(start);
    await page.goto('http://side.localhost/');
    await page.clock.runFor(2000);
    await mediaLoaded(page);
    const pictures = [await pictureOf(page)];
    for (const step of steps) {
      await take(page, step);
      await page.clock.runFor(500);
      pictures.push(await pictureOf(page));
    }
    return pictures;
  } finally {
    await context.close();
  }
}

/** Waits until no sound and no film shows that it is still being loaded. */
async function mediaLoaded(page: Page): Promise<void> {
  const isLoading = () =>
    [...document.querySelectorAll('audio, video')].some((one) => {
      const { networkState, readyState } = one as HTMLMediaElement;
      // 3: there is no file to load.
      return networkState === 2 || (readyState < 1 && networkState !== 3);
    });
  // By our own clock: that of the page stands still.
  const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
  for (let tries = 0; tries < 100 && (await page.evaluate(isLoading)); tries += 1) await wait(50);
  // The ring that tells of loading ends its turn first.
  if (await page.locator('video').count()) await wait(2000);
}

async function pictureOf(page: Page): Promise<Uint8Array> {
  const body = page.locator('body');
  const box = await body.boundingBox();
  // What hangs in the window takes no room in the body.
  const place = box && box.height >= 1 ? body : page;
  return place.screenshot({ animations: 'disabled' });
}

async function take(page: Page, [action, selector, value = '']: Step): Promise<void> {
  const place = page.locator(selector).first();
  if (action === 'press') await place.press(value);
  else if (action === 'choose') await place.selectOption(value);
  else await place[action]();
}
