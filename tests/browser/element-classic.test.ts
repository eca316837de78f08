import { describe, expect, it, onTestFinished } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { isClassicOnly } from '../../src/core/compile/script/classic.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { kit } from '../../src/generated/kit.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { browser } = withBrowser();

const partsOf = (mould: Mould) =>
  deliver(compileMould(mould).cast({ id: 'c' }, { sealed: true }), {
    form: 'element',
    runtime,
    kit,
  }).parts;

/** Two elements of a mould on a page with a policy that runs no code from text. */
async function opened(mould: Mould) {
  const { name } = mould.manifest;
  const { html = '', js, classic } = partsOf(mould);
  const files: Record<string, string | undefined> = {
    [`/${name}.js`]: js,
    [`/${name}.classic.js`]: classic,
  };
  const context = await browser().newContext();
  onTestFinished(() => context.close());
  const page = await context.newPage();
  const complaints: string[] = [];
  page.on('pageerror', ({ message }) => complaints.push(message));
  await page.route('http://element.localhost/**', (route) => {
    const { pathname } = new URL(route.request().url());
    const body = files[pathname];
    if (pathname !== '/')
      return route.fulfill({
        body: body ?? '',
        contentType: 'text/javascript',
        status: body ? 200 : 404,
      });
    return route.fulfill({
      body: `<!doctype html>${html}${html}`,
      contentType: 'text/html',
      headers: { 'content-security-policy': "script-src 'self'" },
    });
  });
  await page.goto('http://element.localhost/');
  return Object.assign(page, { complaints });
}

describe('code that a module cannot hold', () => {
  it.each([
    ['function () { with (a) b = 1; }', true],
    ['function () { var public = 1; }', true],
    ['function () { return 010; }', true],
    ["function () { return '\\1'; }", true],
    ['function () { return arguments.callee; }', true],
    ['function () { delete x; }', true],
    ['function () { return { public: 1 }.public + "interface"; }', false],
    ['function () { return /(a)\\1/.test("with (x)"); }', false],
    ['function () { delete a.b; return 0.5; }', false],
    ['async function () { await 1; class A { static b = 1 } }', false],
  ])('%s: %s', (code, isClassic) => {
    expect(isClassicOnly(code)).toBe(isClassic);
  });

  it('lies beside the module, and runs once a page under a strict policy', async () => {
    const page = await opened(
      mouldOf({
        template: '<p id="box">x</p>',
        script: `window.loaded = (window.loaded || 0) + 1;
function go() { var public = 010; with (document.getElementById('box')) textContent = 'got ' + public; }
go();`,
      }),
    );
    const texts = () =>
      page.evaluate(() =>
        [...document.querySelectorAll('board-cast')].map(
          (one) =>
            one.shadowRoot?.querySelector('div')?.shadowRoot?.textContent ??
            one.shadowRoot?.querySelector('[data-cast]')?.shadowRoot?.textContent,
        ),
      );
    await expect.poll(async () => (await texts()).join()).toMatch(/got 8[\s\S]*got 8/);
    expect(page.complaints).toEqual([]);
  });

  it('is not there where all of it can stand in the module', () => {
    const { classic, js } = partsOf(mouldOf({ script: "document.title = 'a public house';" }));
    expect(classic).toBe(undefined);
    expect(js).toContain('a public house');
  });
});

it('names its class for others only, so that the code keeps the names of the language', async () => {
  const mould = mouldOf({
    template: '<p>x</p>',
    script: "document.querySelector('p').textContent = new Map([['a', 'mapped']]).get('a');",
  });
  const manifest = { ...mould.manifest, name: 'map' };
  const page = await opened({ ...mould, manifest, manifestText: JSON.stringify(manifest) });
  const text = () =>
    page.evaluate(
      () =>
        document.querySelector('map-cast')?.shadowRoot?.querySelector('[data-cast]')?.shadowRoot
          ?.textContent,
    );
  await expect.poll(text).toContain('mapped');
  expect(page.complaints).toEqual([]);
});
