import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { contentType } from '../../src/core/text/content-type.ts';
import { withBrowser } from '../support/browser.ts';

const { browser } = withBrowser();
const app = fileURLToPath(new URL('../../examples/museum/', import.meta.url));
const axe = fileURLToPath(new URL('../../node_modules/axe-core/axe.min.js', import.meta.url));
const out = mkdtempSync(join(tmpdir(), 'museum-site-'));

beforeAll(async () => {
  const options = { outDir: out, emptyOutDir: true };
  await build({ configFile: `${app}vite.config.js`, build: options, logLevel: 'error' });
}, 120_000);
afterAll(() => rmSync(out, { recursive: true }));

async function opened(path: string) {
  const page = await (
    await browser().newContext({ viewport: { width: 1280, height: 800 } })
  ).newPage();
  const complaints: string[] = [];
  page.on('pageerror', ({ message }) => complaints.push(message));
  page.on('console', (line) => line.type() === 'error' && complaints.push(line.text()));
  await page.route('http://museum.localhost/**', (route) => {
    const file = new URL(route.request().url()).pathname;
    return route.fulfill({ path: join(out, file), contentType: contentType(file) });
  });
  await page.goto(`http://museum.localhost/${path}`);
  return Object.assign(page, { complaints });
}

it('builds every page, and none has a fault by the accessibility engine or fails at anything', async () => {
  const pages = readdirSync(out, { recursive: true, encoding: 'utf8' }).filter((one) =>
    one.endsWith('.html'),
  );
  expect(pages.sort()).toEqual([
    'branches/orchard-loop.html',
    'branches/quarry-end.html',
    'departures.html',
    'diary.html',
    'index.html',
    'sounds.html',
    'tickets.html',
    'trams.html',
  ]);
  for (const path of pages) {
    const page = await opened(path);
    await page.addScriptTag({ path: axe });
    const found = await page.evaluate(async () => {
      type Axe = { run(): Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
      const { violations } = await (window as unknown as { axe: Axe }).axe.run();
      return violations.map(
        ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 90))}`,
      );
    });
    expect([path, found, page.complaints]).toEqual([path, [], []]);
    await page.context().close();
  }
});

it('has casts that were rendered, elements that are filled, and a switch that works', async () => {
  const home = await opened('index.html');
  expect(await home.locator('[data-cast="notice-rail-1"] h2').textContent()).toBe('Summer service');
  expect(await home.locator('call-out >> nth=1 >> .call-out__what').textContent()).toBe(
    'Dogs ride free on the lower deck.',
  );
  const tickets = await opened('tickets.html');
  const shown = (name: string) => tickets.locator(`.fares-${name}`).isVisible();
  expect([await shown('weekday'), await shown('sunday')]).toEqual([true, false]);
  await tickets.getByText('Sundays', { exact: true }).first().click();
  await expect
    .poll(async () => [await shown('weekday'), await shown('sunday')])
    .toEqual([false, true]);
  const sounds = await opened('sounds.html');
  expect(await sounds.locator('[data-mould="depot-sounds"] audio').count()).toBe(2);
});
