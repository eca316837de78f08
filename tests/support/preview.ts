import { join } from 'node:path';
import axe from 'axe-core';
import type { Browser, Frame, Page } from 'playwright-core';
import { expect, onTestFinished } from 'vitest';
import type { Mould } from '../../src/core/model/mould.ts';
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
  return previewedMould(browser, mouldOf(parts));
}

/** The same of a mould that is there already. */
export async function previewedMould(browser: Browser, mould: Mould): Promise<Page> {
  const folder = join(folderWithRail(), 'board');
  await writeMould(folder, mould);
  const preview = await startPreview([folder]);
  onTestFinished(() => preview.close());
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  onTestFinished(() => context.close());
  const page = await context.newPage();
  await page.goto(preview.url);
  return page;
}

/** Rules of accessibility that a page breaks as it is now; what is in frames is the paste's own. */
export async function violationsIn(page: Page): Promise<string[]> {
  await page.addScriptTag({ content: axe.source });
  return page.evaluate(async () => {
    const { axe: engine } = window as unknown as { axe: typeof import('axe-core') };
    const { violations } = await engine.run({ exclude: [['iframe']] } as never);
    return violations.map(
      ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 100))}`,
    );
  });
}
