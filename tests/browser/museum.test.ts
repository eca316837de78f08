import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { HtmlValidate } from 'html-validate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { contentType } from '../../src/core/text/content-type.ts';
import { buildPages } from '../../src/node/pages/build-pages.ts';
import { openRack } from '../../src/node/rack/rack.ts';
import { withBrowser } from '../support/browser.ts';
import { demo } from '../support/command.ts';

const { browser } = withBrowser();
const axe = fileURLToPath(new URL('../../node_modules/axe-core/axe.min.js', import.meta.url));
const out = mkdtempSync(join(tmpdir(), 'museum-'));

beforeAll(async () => {
  await buildPages([join(demo, 'pages')], { out, rack: openRack(join(out, 'rack')) });
});
afterAll(() => rmSync(out, { recursive: true }));

async function opened(path: string, width = 1280) {
  const page = await (await browser().newContext({ viewport: { width, height: 800 } })).newPage();
  const complaints: string[] = [];
  page.on('pageerror', ({ message }) => complaints.push(message));
  page.on('console', (said) => said.type() === 'error' && complaints.push(said.text()));
  await page.route('**/*', (route) => {
    const file = new URL(route.request().url()).pathname;
    if (file === '/favicon.ico') return route.fulfill({ status: 204 });
    return route.fulfill({ path: join(out, file), contentType: contentType(file) });
  });
  await page.goto(`http://museum.localhost/${path}`);
  return { page, complaints };
}

describe.each(['home.html', 'visit.html', 'branches/quarry.html'])('the page %s', (path) => {
  it('is fine by the accessibility engine, wide and narrow, and nothing of it fails', async () => {
    for (const width of [1280, 360]) {
      const { page, complaints } = await opened(path, width);
      await page.addScriptTag({ path: axe });
      const found = await page.evaluate(async () => {
        const { violations } = await (
          window as unknown as {
            axe: { run(): Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
          }
        ).axe.run();
        return violations.map(
          ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 90))}`,
        );
      });
      expect([width, found, complaints]).toEqual([width, [], []]);
      await page.context().close();
    }
  });

  it('is well-formed by a checker of conformance', async () => {
    const checker = new HtmlValidate({
      extends: ['html-validate:standard'],
      rules: { 'no-inline-style': 'off', 'no-trailing-whitespace': 'off', 'doctype-style': 'off' },
    });
    const report = await checker.validateString(readFileSync(join(out, path), 'utf8'));
    const told = report.results.flatMap(({ messages }) =>
      messages.map(({ ruleId, message, line }) => `${line} ${ruleId}: ${message}`),
    );
    expect(told).toEqual([]);
  });
});

it('leaves the site its own look, and each cast its own', async () => {
  const { page } = await opened('visit.html');
  const styleOf = (selector: string, name: string) =>
    page
      .locator(selector)
      .first()
      .evaluate((one, property) => getComputedStyle(one).getPropertyValue(property), name);
  expect(await styleOf('.site-nav a', 'color')).toBe('rgb(255, 255, 255)');
  expect(await styleOf('.board__heading', 'text-transform')).toBe('none');
  expect(await styleOf('.rail__title', 'text-transform')).toBe('none');
  expect(await page.locator('[data-mould="depot-sounds"] canvas').count()).toBe(2);
});
