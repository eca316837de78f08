import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { FormName } from '../../src/core/deliver/forms.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { withBrowser } from '../support/browser.ts';
import { demo } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';
import { differing } from '../support/pictures.ts';
import { shotOf } from '../support/shots.ts';

const { browser, pageOf } = withBrowser();

async function pictureOf(name: string, form: FormName, manner = {}) {
  const { mould } = await readMould(join(demo, 'moulds', name));
  const cast = compileMould(mould).cast({ id: 'c' }, manner);
  const { parts } = deliver(cast, { form, document: true, runtime });
  return shotOf(browser(), parts.document ?? '', { width: 480, files: mould.files as never });
}

describe.each([{}, { sealed: true }])('a cast %j looks the same in every form', (manner) => {
  it.each(['call-out', 'diary', 'fare-switch', 'notice-rail'])('%s', async (name) => {
    const block = await pictureOf(name, 'block', manner);
    for (const form of ['panes', 'placed'] as const) {
      const other = await pictureOf(name, form, manner);
      expect([form, differing(other.png, block.png), other.consoleErrors]).toEqual([form, 0, []]);
    }
  });
});

/** A board that counts clicks, with a link to a part of itself and one that leads away. */
const board = mouldOf({
  template:
    '<section><button type="button">0</button><a class="in" href="#end">in</a><a class="out" href="/out">out</a><p id="end" style="height: 700px">end</p></section>',
  style: 'section { color: rgb(1, 2, 3) } p { margin: 0 }',
  script: `const button = document.querySelector('button'); button.onclick = () => { button.textContent = Number(button.textContent) + 1; };`,
});
const partsOf = (form: FormName, id = 'c') =>
  deliver(compileMould(board).cast({ id }), { form, runtime }).parts;

it('two casts, in panes and in parts, work side by side on a page of somebody else’s', async () => {
  const panes = partsOf('panes', 'one');
  const placed = partsOf('placed', 'two');
  const page = await pageOf(
    `<html><head><style>${panes.css}</style>${placed.head}</head><body>${panes.html}${placed.html}<script>${panes.js}</script>${placed.bodyEnd}</body></html>`,
  );
  const buttons = page.locator('button');
  await buttons.nth(1).click();
  await buttons.nth(1).click();
  await buttons.nth(0).click();
  expect(await buttons.allTextContents()).toEqual(['1', '2']);
  const colours = page
    .locator('section')
    .evaluateAll((all) => all.map((one) => getComputedStyle(one).color));
  expect(await colours).toEqual(['rgb(1, 2, 3)', 'rgb(1, 2, 3)']);
  expect(page.complaints).toEqual([]);
});

it('a frame follows the height of what is in it, keeps to itself, and lets links lead the page', async () => {
  const { html } = partsOf('frame');
  const page = await pageOf(`<html><body><h1>Site</h1>${html}${html}</body></html>`);
  const frames = page.locator('iframe');
  const heights = () =>
    frames.evaluateAll((all) => all.map((one) => (one as HTMLElement).offsetHeight));
  await expect.poll(heights).toEqual([expect.any(Number), expect.any(Number)]);
  await expect.poll(async () => Math.min(...(await heights()))).toBeGreaterThan(700);
  const inside = page.frameLocator('iframe').first();
  await inside.locator('button').click();
  expect(await inside.locator('button').textContent()).toBe('1');
  await inside.locator('a.in').click();
  expect(page.url()).toBe('http://host.localhost/');
  const reached = await page.frames()[1]?.evaluate(() => {
    try {
      return String(window.parent.document.title);
    } catch {
      return 'kept out';
    }
  });
  expect(reached).toBe('kept out');
  const asked = page.waitForRequest('http://host.localhost/out');
  await inside.locator('a.out').click();
  expect((await asked).isNavigationRequest()).toBe(true);
});
