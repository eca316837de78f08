import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeMould } from '../../src/node/files/mould-folder.ts';
import { type Preview, startPreview } from '../../src/node/preview/start-preview.ts';
import { withBrowser } from '../support/browser.ts';
import { settingsMould, unfold } from '../support/settings.ts';

const { browser } = withBrowser();
const home = mkdtempSync(join(tmpdir(), 'rows-'));
let preview: Preview;
let page: Page;
let form: Locator;

beforeAll(async () => {
  await writeMould(join(home, 'board'), settingsMould());
  preview = await startPreview([join(home, 'board')]);
  page = await (await browser().newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(preview.url);
  form = page.locator('km-form');
  await unfold(form);
});
afterAll(async () => {
  await preview.close();
  rmSync(home, { recursive: true });
});

const control = (path: string) => form.locator(`[id="field-${path}"]`);
const press = (key: string) => page.keyboard.press(key);

describe('a row that nobody has touched', () => {
  it.each(['list.0.name', 'list.2.name', 'diary.0.said'])(
    'takes every stroke at %s, and stays open with the focus in it',
    async (path) => {
      const [list = '', at = ''] = path.split('.');
      const row = form.locator(`.row[data-path="${list}.${at}"]`);
      await row.locator('.toggle').first().click();
      await control(path).click();
      await press('End');
      await page.keyboard.type(' by the lane');
      expect(await control(path).inputValue()).toMatch(/\S by the lane$/);
      await press('Alt+ArrowDown');
      await page.keyboard.type('!');
      expect(await form.locator(':focus').inputValue()).toMatch(/ by the lane!$/);
      await press('Alt+ArrowUp');
      await row.locator('.toggle').first().click();
    },
  );

  it('keeps its inner rows open as well', async () => {
    const row = form.locator('.row[data-path="list.0"]');
    await row.locator('.toggle').first().click();
    await control('list.0.calls.1').click();
    await press('End');
    await page.keyboard.type('cde');
    expect(await control('list.0.calls.1').inputValue()).toBe('bcde');
    await row.locator('.toggle').first().click();
  });
});

describe('members that the mould does not use', () => {
  it('are not shown', async () => {
    const shown = (path: string) => control(path).count();
    expect(await shown('image.alt')).toBe(1);
    expect(await shown('image.width')).toBe(0);
    expect(await shown('link.newTab')).toBe(1);
    expect(await shown('media.poster')).toBe(0);
    expect(await shown('typeface.lineHeight')).toBe(1);
  });
});
