import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import type { BrowserContextOptions, Page } from 'playwright-core';
import { build } from 'vite';
import { beforeAll, inject } from 'vitest';
import { contentType } from '../../src/core/text/content-type.ts';
import { withBrowser } from './browser.ts';

const app = fileURLToPath(new URL('../../examples/workbench/', import.meta.url));
const axe = fileURLToPath(new URL('../../node_modules/axe-core/axe.min.js', import.meta.url));
/** The folder of the built workbench. Whichever worker asks first builds it, once a run. */
async function built(): Promise<string> {
  const out = join(inject('runFolder'), 'workbench');
  const done = `${out}.done`;
  try {
    mkdirSync(out);
  } catch {
    while (!existsSync(done)) await pause(200);
    return out;
  }
  try {
    const options = { outDir: out, emptyOutDir: true };
    await build({ configFile: `${app}vite.config.js`, build: options, logLevel: 'error' });
  } finally {
    writeFileSync(done, '');
  }
  return out;
}

/** The workbench, and pages of it, for all tests of a file. */
export function withWorkbench() {
  const { browser, pageOf } = withBrowser();
  let out: string;
  beforeAll(async () => {
    out = await built();
  }, 120_000);

  async function opened(options: BrowserContextOptions = {}, query = '') {
    const context = await browser().newContext({
      viewport: { width: 1280, height: 800 },
      permissions: ['clipboard-read', 'clipboard-write'],
      ...options,
    });
    const page = await context.newPage();
    const complaints: string[] = [];
    page.on('pageerror', ({ message }) => complaints.push(message));
    await page.route('http://localhost:4179/**', (route) => {
      const path = new URL(route.request().url()).pathname.replace(/^\/$/, '/index.html');
      return route.fulfill({ path: join(out, path), contentType: contentType(path) });
    });
    await page.goto(`http://localhost:4179/${query}`);
    await page.getByRole('button', { name: 'Rack', exact: true }).waitFor();
    return Object.assign(page, { complaints });
  }
  return { opened, pageOf };
}

export const snippet = `<div class="stop"><h3>Quarry End</h3><p>Every <b class="n">40</b> minutes</p><button id="more">More</button><p id="note" hidden>Request stop</p></div>
<style>.stop { background: #1f4437; color: white; padding: 20px } .stop h3 { color: #ffd27a }</style>
<script>document.getElementById('more').onclick = () => { document.getElementById('note').hidden = false; };</script>`;

export async function pasteIn(page: Page, text: string) {
  const pane = page.locator('.cm-content').first();
  await pane.click();
  await page.keyboard.press('Control+a');
  await page.evaluate((words) => navigator.clipboard.writeText(words), text);
  await page.keyboard.press('Control+v');
}
export const go = (page: Page, step: string) =>
  page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name: step }).click();
export const said = (page: Page) => page.locator('.said').textContent();
export const framed = (page: Page) =>
  page.locator('km-preview').frameLocator('.viewport:not(.small) iframe >> nth=0');

/** @param rules all of them where none are named */
export async function violations(page: Page, rules?: readonly string[]) {
  await page.addScriptTag({ path: axe });
  return page.evaluate(async (runOnly) => {
    type Axe = {
      run(
        where: object,
        options: object,
      ): Promise<{ violations: { id: string; nodes: { html: string }[] }[] }>;
    };
    const { violations: found } = await (window as unknown as { axe: Axe }).axe.run(
      { exclude: [['iframe']] },
      runOnly ? { runOnly } : {},
    );
    return found.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120))}`);
  }, rules);
}
