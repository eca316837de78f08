import { readdirSync, readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import sirv from 'sirv';
import { expect, it, onTestFinished } from 'vitest';
import { isLong } from '../run/long.ts';
import { withBrowser } from '../support/browser.ts';

const docs = fileURLToPath(new URL('../../docs/', import.meta.url));
const { browser } = withBrowser();

it('leads to every page of the docs', () => {
  const config = readFileSync(`${docs}.vitepress/config.js`, 'utf8');
  const named = [...config.matchAll(/page\('[^']+', '([\w-]*)'\)/g)].map(
    ([, name]) => name || 'start',
  );
  const pages = readdirSync(docs).filter((name) => name.endsWith('.md'));
  expect(named.sort()).toEqual(pages.map((name) => name.replace('.md', '')).sort());
});

it('gives every call an example', () => {
  const text = readFileSync(`${docs}api.md`, 'utf8');
  const calls = text.split(/^### /m).slice(1);
  expect(calls.length).toBeGreaterThan(50);
  expect(calls.filter((one) => !one.includes('```js'))).toEqual([]);
});

it.runIf(isLong)(
  'is a site with search, and with a form and frames that work',
  async () => {
    const { build } = await import('vitepress');
    await build(docs);
    const served = sirv(fileURLToPath(new URL('../../.cache/docs-site', import.meta.url)));
    const server = createServer(served);
    onTestFinished(() => void server.close());
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const page = await browser().newPage();
    await page.goto(`${url}/live.html`);
    const form = page.locator('km-form').first();
    await form.getByRole('textbox', { name: /^Heading/ }).fill('Trams by night');
    const frame = page.locator('km-preview iframe').first().contentFrame();
    const inside = frame.frameLocator('iframe:not(.next)');
    await expect.poll(() => inside.getByText('Trams by night').count()).toBe(1);
    await page.keyboard.press('Control+k');
    await page.keyboard.type('pastes from strangers');
    await expect.poll(() => page.locator('.VPLocalSearchBox .result').count()).toBeGreaterThan(0);
  },
  180_000,
);
