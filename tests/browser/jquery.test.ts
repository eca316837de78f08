import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { browser, pageOf } = withBrowser();
const jquery = readFileSync('node_modules/jquery/dist/jquery.min.js', 'utf8');

const selectors = [
  '#root',
  '#root .x',
  '#root > .x',
  '#root  .x',
  'div#root .x',
  '#root #in .x',
  '#root .x:first',
  '#root .none',
  '.x',
  '.x:last',
  '#in .x',
  '.top .x',
  'div .x',
  'section > b',
  '#root > section > b',
  '#root, .x',
  '*',
  '#root *',
  '[id=root] .x',
];
const template =
  '<div id="root" class="top"><p class="x">1</p><section id="in"><b class="x">2</b></section><p class="x">3</p></div>';
const script = `document.getElementById('root').dataset.found = JSON.stringify(${JSON.stringify(selectors)}.map((css) => $(css).map((_, one) => one.tagName + ($(one).attr('id') ?? '')).get()));`;

function mouldWith(code: string, library = jquery, address = 'assets/jquery.js') {
  const mould = mouldOf({ template, script: code, files: { 'assets/jquery.js': library } });
  const libraries = [{ name: 'jquery', version: '4.0.0', script: address, provides: 'jQuery' }];
  const manifest = { ...mould.manifest, libraries };
  return compileMould({ ...mould, manifest, manifestText: JSON.stringify(manifest) });
}
const blockOf = (cast: Parameters<typeof deliver>[0]) =>
  deliver(cast, { form: 'block', runtime }).parts.html ?? '';

it.each(['brought along', 'from elsewhere'])(
  'what jQuery %s looks up by the root’s own id or class is found',
  async (how) => {
    const raw = await pageOf(
      `<!doctype html><body>${template}<script>${jquery}</script><script>${script}</script>`,
    );
    const foundIn = async (page: Page) =>
      JSON.parse((await page.locator('[data-found]').getAttribute('data-found')) ?? '[]');
    const wanted = await foundIn(raw);
    const address = how === 'from elsewhere' ? '/far/jquery.js' : undefined;
    const block = blockOf(mouldWith(script, jquery, address).cast({ id: 'a' }));
    const other = '<p class="x">host</p><div id="root"><b class="x">host</b></div>';
    const context = await browser().newContext();
    await context.route('**/*', (route) =>
      route.request().url().endsWith('/far/jquery.js')
        ? route.fulfill({ body: jquery, contentType: 'text/javascript' })
        : route.fulfill({
            body: `<!doctype html><body>${other}${block}${other}`,
            contentType: 'text/html',
          }),
    );
    const page = await context.newPage();
    await page.goto('http://host.localhost/');
    const found = await foundIn(page);
    for (const [at, css] of selectors.entries()) {
      // A page has more than a cast in all of it.
      if (css !== '*') expect([css, found[at]]).toEqual([css, wanted[at]]);
    }
  },
);

it('a library runs once a page, in however many blocks it is pasted, and the page keeps its own', async () => {
  const counted = `${jquery};console.error('ran');`;
  const compiled = mouldWith('mould.root.dataset.found = $.fn.jquery;', counted);
  const blocks = ['a', 'b', 'c'].map((id) => blockOf(compiled.cast({ id })));
  const own = '<script>window.jQuery = window.$ = { fn: { jquery: "1.0" } };</script>';
  for (const body of [own + blocks.join(''), blocks.join('') + own]) {
    const page = await pageOf(`<!doctype html><body>${body}`);
    expect(
      await page
        .locator('[data-cast]')
        .evaluateAll((all) => all.map((one) => (one as HTMLElement).dataset.found)),
    ).toEqual(Array(3).fill('4.0.0'));
    expect(await page.evaluate('jQuery.fn.jquery')).toBe('1.0');
    expect(page.complaints).toEqual(['ran']);
  }
});
