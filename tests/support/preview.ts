import { join } from 'node:path';
import type { Browser, Frame, Page } from 'playwright-core';
import { expect, onTestFinished } from 'vitest';
import { writeMould } from '../../src/node/files/mould-folder.ts';
import { startPreview } from '../../src/node/preview/start-preview.ts';
import { folderWithRail } from './command.ts';
import { mouldOf } from './mould.ts';

/** The frame of one width that a cast runs in, once it is there. */
export async function frameOf(page: Page, width: number): Promise<Frame> {
  let found: Frame | undefined;
  await expect
    .poll(async () => {
      for (const frame of page.frames().filter((one) => one.parentFrame()?.parentFrame())) {
        const isIt = await frame
          .evaluate(
            (wanted) => innerWidth === wanted && !!document.querySelector('[data-cast]'),
            width,
          )
          .catch(() => false);
        if (isIt) found = frame;
      }
      return found !== undefined;
    })
    .toBe(true);
  return found as Frame;
}

/** A preview of a mould, in a browser, until the test is over. */
export async function previewed(
  browser: Browser,
  parts: Parameters<typeof mouldOf>[0],
): Promise<Page> {
  const folder = join(folderWithRail(), 'board');
  await writeMould(folder, mouldOf(parts));
  const preview = await startPreview([folder]);
  onTestFinished(() => preview.close());
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  onTestFinished(() => context.close());
  const page = await context.newPage();
  await page.goto(preview.url);
  return page;
}
