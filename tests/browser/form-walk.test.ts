import type { Locator, Page } from 'playwright-core';
import { expect, it, onTestFinished } from 'vitest';
import { isLong } from '../run/long.ts';
import { withBrowser } from '../support/browser.ts';
import { previewedMould } from '../support/preview.ts';
import { settingsMould } from '../support/settings.ts';

const { browser } = withBrowser();

/** Numbers by chance that are the same in every run. */
function chance(seed: number): (below: number) => number {
  let now = seed;
  return (below) => {
    now = (now * 16807) % 2147483647;
    return now % below;
  };
}

/** Controls in which words can be typed as they are. */
const typed = [
  'text',
  'multiline',
  'richtext',
  'link.text',
  'image.alt',
  'icon.label',
  'group.inner',
  'list.0.name',
  'list.1.name',
  'list.2.name',
];

/** What a person may do in between; none of it is to lose what was typed. */
const between: readonly ((
  form: Locator,
  page: Page,
  pick: (below: number) => number,
) => Promise<void>)[] = [
  async (form, _page, pick) => {
    const all = form.locator('.section-title .toggle');
    await all.nth(pick(await all.count())).click();
  },
  async (form, _page, pick) => {
    const all = form.locator('.row > .row-head .toggle');
    const count = await all.count();
    if (count > 0) await all.nth(pick(count)).click();
  },
  async (form, _page, pick) => {
    const all = form.locator('.row > .row-head [data-act=down]:enabled');
    const count = await all.count();
    if (count > 0) await all.nth(pick(count)).click();
  },
  async (form) => {
    await form.locator('.search input').first().fill('name');
    await form.locator('.search input').first().fill('');
  },
  async (form, _page, pick) => {
    const all = form.getByRole('button', { name: 'More', exact: true });
    const count = await all.count();
    if (count > 0) await all.nth(pick(count)).click();
  },
  async (_form, page) => page.locator('km-preview .holder').last().click({ force: true }),
  async (form, page) => {
    const swatch = form.locator('.color > .swatch').first();
    if ((await swatch.count()) === 0) return;
    await swatch.click();
    await page.keyboard.press('Escape');
  },
];

it.each(isLong ? [7, 1813] : [1813])(
  'nothing that was typed is lost, in any order of clicks (%d)',
  async (seed) => {
    const page = await previewedMould(browser(), settingsMould());
    const complaints: string[] = [];
    page.on('pageerror', ({ message }) => complaints.push(message));
    onTestFinished(() => expect(complaints).toEqual([]));
    const form = page.locator('aside km-form');
    await form.locator('.section-title').first().waitFor();
    const pick = chance(seed);
    const words = new Map<string, string>();
    const values = () =>
      form.evaluate((one) => JSON.stringify((one as never as { values: object }).values));
    let count = 0;
    for (let step = 0; step < 70; step += 1) {
      const path = typed[pick(typed.length)] as string;
      const control = form.locator(`[id="field-${path}"]`);
      if (pick(3) > 0 && (await control.isVisible())) {
        count += 1;
        // What a row is called goes with it wherever it is moved, so each has a word of its own.
        const word = `w${count}x`;
        const old = await form.evaluate((one, at) => {
          const { valueAt } = one as never as { valueAt(path: string): unknown };
          return String(valueAt.call(one, at));
        }, path);
        for (const [known, before] of words) if (old.includes(before)) words.delete(known);
        await control.click();
        await page.keyboard.press('ControlOrMeta+a');
        await page.keyboard.type(word);
        words.set(word, word);
      } else await between[pick(between.length)]?.(form, page, pick);
      const now = await values();
      for (const word of words.values()) expect(now, `step ${step}`).toContain(word);
    }
    expect(words.size).toBeGreaterThan(5);
  },
  150_000,
);
