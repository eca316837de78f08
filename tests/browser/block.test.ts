import { expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();

function block(mould: Mould, id: string, values: JsonObject = {}): string {
  const cast = compileMould(mould).cast({ id, values });
  return deliver(cast, { form: 'block', runtime }).parts.html ?? '';
}

const counter = mouldOf({
  fields: { step: { type: 'integer', default: 1 } },
  template: '<button class="count">0</button>',
  script: `const button = mould.root;
button.onclick = () => { button.textContent = Number(button.textContent) + mould.values.step };`,
});

it('a script runs once for each cast, with the values of its own', async () => {
  const page = await pageOf(block(counter, 'a') + block(counter, 'b', { step: 5 }));
  for (const button of await page.locator('.count').all()) await button.click();
  expect(await page.locator('.count').allTextContents()).toEqual(['1', '5']);
  expect(page.complaints).toEqual([]);
});

it('the same block pasted twice works twice', async () => {
  const page = await pageOf(block(counter, 'a').repeat(2));
  await page.locator('.count').nth(1).click();
  expect(await page.locator('.count').allTextContents()).toEqual(['0', '1']);
});

it('a script that comes before its markup waits for it', async () => {
  const html = block(counter, 'a');
  const script = /<script>[\s\S]*<\/script>/.exec(html)?.[0] ?? '';
  const page = await pageOf(`<head>${script}</head><body>${html.replace(script, '')}</body>`);
  await page.locator('.count').click();
  expect(await page.locator('.count').textContent()).toBe('1');
});

it('a script that fails leaves the next cast working', async () => {
  const broken = { ...counter, script: 'throw new Error("depot closed")' };
  const page = await pageOf(block(broken, 'a') + block(counter, 'b'));
  await page.locator('.count').nth(1).click();
  expect(await page.locator('.count').nth(1).textContent()).toBe('1');
  expect(page.complaints.join()).toMatch(/cast a.* failed.*depot closed/);
});

it('inline handlers find the functions of the script', async () => {
  const mould = mouldOf({
    template: '<button class="count" onclick="ring(this)">0</button>',
    script: 'let rung = 0;\nfunction ring(bell) { bell.textContent = ++rung }',
  });
  const page = await pageOf(block(mould, 'a'));
  await page.locator('.count').dblclick();
  expect(await page.locator('.count').textContent()).toBe('2');
});

it.each(['<div><p>a', '<ul><li>a<li>b', '<p><textarea>a', '<table><tr><td>a', '<p><b><i>a'])(
  'what a cast of %s leaves open takes in nothing of the host',
  async (template) => {
    const page = await pageOf(`${block(mouldOf({ template }), 'a')}<p id="host">host</p>`);
    const around = await page.locator('#host').evaluate((host) => host.parentElement?.localName);
    expect(around).toBe('body');
    expect(await page.locator('#host').evaluate((host) => host.innerHTML)).toBe('host');
  },
);

it('style reaches the cast and its root, and no element of the host', async () => {
  const style =
    'body { color: teal; margin: 9px } * { letter-spacing: 3px } .a { border-top: 1px solid } .a + .a { color: red }';
  const template = '<p class="a">one</p><p class="a">two</p>';
  const host = '<p class="a" id="host">host</p>';
  const page = await pageOf(host + block(mouldOf({ template, style }), 'c') + host);
  const shown = await page.locator('p').evaluateAll((all) =>
    all.map((one) => {
      const { color, letterSpacing, borderTopWidth } = getComputedStyle(one);
      return [color, letterSpacing, borderTopWidth].join(' ');
    }),
  );
  const untouched = 'rgb(0, 0, 0) normal 0px';
  expect(shown).toEqual([
    untouched,
    'rgb(0, 128, 128) 3px 1px',
    'rgb(255, 0, 0) 3px 1px',
    untouched,
  ]);
  expect(await page.evaluate(() => getComputedStyle(document.body).margin)).toBe('8px');
});

it('two casts of one mould have colours of their own', async () => {
  const mould = mouldOf({
    fields: { tint: { kind: 'color', default: '#008000' } },
    template: '<p>x</p>',
    style: ':root { --tint: red } p { color: var(--tint) }',
  });
  const page = await pageOf(block(mould, 'a') + block(mould, 'b', { tint: 'rgb(0 0 255)' }));
  const colors = await page
    .locator('p')
    .evaluateAll((all) => all.map((one) => getComputedStyle(one).color));
  expect(colors).toEqual(['rgb(0, 128, 0)', 'rgb(0, 0, 255)']);
});

/** Things people have typed into forms to make a page run them. */
const attacks = [
  '<script>hit()</script>',
  '"><img src=x onerror=hit()>',
  "'><svg onload=hit()>",
  '</script><script>hit()</script>',
  '</style><script>hit()</script>',
  '--><script>hit()</script>',
  '</p><script>hit()</script>',
  '</textarea><script>hit()</script>',
  '</title><svg/onload=hit()>',
  'javascript:hit()',
  'JaVaScRiPt:hit()',
  ' javascript:hit()',
  'java\nscript:hit()',
  'java\tscript:hit()',
  '\u0001javascript:hit()',
  'vbscript:hit()',
  'data:text/html,<script>hit()</script>',
  ...[
    '" onmouseover="hit()',
    "' onfocus='hit()' autofocus '",
    '`$'.concat('{hit()}`'),
    '"+hit()+"',
    "'-hit()-'",
  ],
  '\u2028hit()',
  '*/hit()/*',
  '//\nhit()',
  '{{hit()}}',
  '{~heading~}',
  '&lt;img src=x onerror=hit()&gt;',
  'red;}body{display:none}',
  'red}*{color:red',
  'expression(hit())',
  'url(javascript:hit())',
  '\\3c/style>\\3cscript>hit()',
  '"}body{display:none}',
  '\\"}body{display:none}',
  '@import "x"',
];

it('nothing that is typed into a field runs, or reaches the host’s style', async () => {
  const mould = mouldOf({
    fields: {
      heading: { type: 'string' },
      tint: { kind: 'color', default: 'rgb(0 128 0)' },
      more: { kind: 'link' },
      url: { type: 'string' },
      rows: { type: 'array', items: { type: 'string' } },
    },
    template: `<div><p title="{~heading~}" data-a='{~heading~}' style="color: {~tint~}">{~heading~}</p>
<textarea>{~heading~}</textarea><a href="{~more~}">{~more~}</a><a href="{~url~}">x</a><img src="{~url~}">
<b km-each="rows" title="{~rows~}">{~rows~}</b><svg><title>{~heading~}</title><a xlink:href="{~url~}"/></svg></div>`,
    style: 'p { color: var(--tint) } p::after { content: var(--heading) }',
    script: 'mould.root.dataset.read = mould.values.heading',
  });
  const blocks = attacks.map((attack, index) => {
    const values = { heading: attack, tint: attack, url: attack, rows: [attack] };
    return block(mould, `c${index}`, { ...values, more: { href: attack, text: attack } });
  });
  const head = '<script>window.hits = 0; function hit() { hits++ }</script>';
  const page = await pageOf(`${head}<p id="host">host</p>${blocks.join('')}`);
  const state = await page.evaluate(() => ({
    hits: (window as unknown as { hits: number }).hits,
    host: getComputedStyle(document.querySelector('#host') as Element).color,
    body: getComputedStyle(document.body).display,
    roots: document.querySelectorAll('body > [data-mould]').length,
    read: [...document.querySelectorAll<HTMLElement>('[data-read]')].map((one) => one.dataset.read),
    schemes: [
      ...new Set(
        [...document.querySelectorAll<HTMLAnchorElement>('a[href], img[src]')].map(
          (one) =>
            new URL(one.getAttribute('href') ?? one.getAttribute('src') ?? '', location.href)
              .protocol,
        ),
      ),
    ],
    tints: new Set(
      [...document.querySelectorAll('[data-mould] p')].map((one) => getComputedStyle(one).color),
    ).size,
  }));
  expect(state).toEqual({
    hits: 0,
    host: 'rgb(0, 0, 0)',
    body: 'block',
    tints: 1,
    schemes: ['http:'],
    roots: attacks.length,
    read: attacks,
  });
});
