import { describe, expect, it } from 'vitest';
import { checkMould, fixMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { mouldOf } from '../support/mould.ts';

type Parts = Parameters<typeof mouldOf>[0];
const foundIn = (parts: Parts, host?: string) => checkMould(mouldOf(parts), host ? { host } : {});
const codesIn = (parts: Parts, host?: string) => foundIn(parts, host).map(({ code }) => code);

describe('a value of the wrong type', () => {
  it.each([
    'color: 12px',
    'width: #fff',
    'z-index: 10px',
    'margin: 1px #fff',
    'font-size: #123456',
    'background-color: 2px',
    'opacity: 3px',
    'border-radius: #abc',
    'display: 4px',
    'padding: 1px 2px 3px #333',
  ])('is reported: %s', (declaration) => {
    const [found] = foundIn({ style: `p { ${declaration} }` });
    expect(found).toMatchObject({ code: 'style/wrong-value', level: 'warning', line: 1 });
  });

  it.each([
    'color: red',
    'color: #12345678',
    'width: 0',
    'margin: 1px auto',
    'speak: none',
    'flex: none',
    'gap: 1rem 2px',
    'line-height: 0',
    'background: #fff',
    'inset: 0 auto',
    'outline: 0',
    'border: none',
    'border: 0',
    'columns: 2 200px',
    'font: inherit',
    'transform: none',
    'aspect-ratio: auto',
    'grid-template-columns: 1fr 2fr',
  ])('and what browsers take is not: %s', (declaration) => {
    expect(codesIn({ style: `p { ${declaration} }` })).not.toContain('style/wrong-value');
  });
});

describe('what only a click reaches', () => {
  it.each<[template: string, script: string]>([
    ['<div class="t" onclick="go()">x</div>', 'function go() {}'],
    ['<div class="t">x</div>', 'document.querySelector(".t").addEventListener("click", go)'],
    [
      '<ul><li class="t">x</li></ul>',
      'const t = document.querySelectorAll(".t"); t.forEach((one) => one); const u = document.querySelector("li.t"); u.onclick = go;',
    ],
    ['<p id="t">x</p>', '$("#t").on("click", go)'],
    ['<p id="t">x</p>', '$("#t").click(go)'],
    ['<p id="t">x</p>', 'document.getElementById("t").onclick = () => {}'],
  ])('is reported: %s %s', (template, script) => {
    expect(codesIn({ template, script })).toContain('markup/click-only');
  });

  it.each<[template: string, script: string]>([
    ['<button class="t">x</button>', 'document.querySelector(".t").addEventListener("click", go)'],
    ['<div class="t" tabindex="0" onclick="go()">x</div>', ''],
    ['<div class="t"><a href="/x">x</a></div>', 'document.querySelector(".t").onclick = go'],
    ['<button><span class="t">x</span></button>', 'document.querySelector(".t").onclick = go'],
    [
      '<div class="t">x</div>',
      'const t = document.querySelector(".t"); t.onclick = go; t.addEventListener("keydown", go)',
    ],
    ['<div class="t">x</div>', 'document.querySelector(".t").addEventListener("mouseenter", go)'],
    ['<div class="t">x</div>', 'document.addEventListener("click", go)'],
  ])('and what a keyboard reaches is not: %s %s', (template, script) => {
    expect(codesIn({ template, script })).not.toContain('markup/click-only');
  });
});

describe('an element that only the host has', () => {
  const host = '<nav class="site-nav main" id="menu"><a class="x">x</a></nav>';
  it.each([
    'document.querySelector(".site-nav").hidden = true',
    'document.getElementById("menu").hidden = true',
    '$("body .main").hide()',
    'document.querySelectorAll("nav.site-nav > a")',
  ])('is reported, with the target it should be: %s', (script) => {
    expect(codesIn({ script }, host)).toContain('script/host-element');
    expect(codesIn({ script })).not.toContain('script/host-element');
  });
  it.each([
    'document.querySelector(".own")',
    'document.querySelector(".none")',
    'x.className = "site-nav"; document.querySelector(".site-nav")',
  ])('and one of its own, of nobody or made by it is not: %s', (script) => {
    expect(codesIn({ template: '<p class="own">x</p>', script }, host)).not.toContain(
      'script/host-element',
    );
  });
});

it('what stands in noscript is text to a page that runs scripts, and is not taken apart', () => {
  const template =
    '<div><noscript><a href="/x">Read</a> <img src="a.png" alt=""></noscript><p>y</p></div>';
  const mould = mouldOf({ template });
  expect(fixMould(mould).mould.template).toBe(template);
  expect(checkMould(mould).map(({ code }) => code)).not.toContain('markup/stray-end');
});

it('a picture of a default that is not there is missed, bound or not', () => {
  const fields = {
    photo: { kind: 'image', default: { src: 'gone.png', alt: '' } },
    there: { kind: 'image', default: { src: 'assets/a.svg' } },
    far: { kind: 'image', default: { src: 'https://p.example/a.png' } },
    rows: {
      type: 'array',
      items: { type: 'object', properties: { at: { kind: 'image' } } },
      default: [{ at: { src: 'x.png' } }, { at: 'y.png' }],
    },
    back: { kind: 'fill', default: { image: 'z.png' } },
  } as const;
  const found = foundIn({ fields, files: { 'assets/a.svg': '<svg/>' } }).filter(
    ({ code }) => code === 'address/no-file',
  );
  expect(found.map(({ file, message }) => [file, message.split(' ')[0]])).toEqual(
    ['gone.png', 'x.png', 'y.png', 'z.png'].map((path) => ['mould.json', path]),
  );
});

it.each(['py-5', 'mt-4', 'px-auto', 'w-100', 'text-lg'])(
  'a utility class is no slip of another: %s',
  (name) => {
    const template = '<p class="py-4 mt-3 px-2 w-50 text-sm">x</p>';
    expect(codesIn({ template, style: `.${name} { margin: 0 }` })).not.toContain('style/no-match');
    expect(codesIn({ template, script: `document.querySelector(".${name}")` })).not.toContain(
      'script/no-match',
    );
  },
);

it('files that scripts and panes name come along', () => {
  const files = ['tune.wav', 'data/stops.json', 'dot.svg', 'pic.png'];
  const local = (path: string) =>
    files.includes(path) ? { bytes: new TextEncoder().encode(path), text: undefined } : undefined;
  const { mould } = importSnippet(
    [
      { name: 'a.html', text: '<img src="pic.png" alt=""><p>x</p>', as: 'html' },
      { name: 'a.css', text: 'p { background: url(dot.svg) }', as: 'css' },
      {
        name: 'a.js',
        text: 'fetch("data/stops.json"); new Audio(`tune.wav`).play(); say("none.wav", "a.b");',
        as: 'js',
      },
    ],
    { local },
  );
  expect(mould.script).toContain('fetch("assets/stops.json"); new Audio(`assets/tune.wav`)');
  expect(mould.script).toContain('say("none.wav", "a.b")');
  expect(mould.style).toContain('url(assets/dot.svg)');
  expect(mould.template).toContain('src="assets/pic.png"');
});

it('a list with more rows than it may have keeps the first, and says so', () => {
  const fields = {
    it: { type: 'array', maxItems: 2, items: { type: 'string' }, default: ['demo'] },
  } as const;
  const cast = compileMould(
    mouldOf({ fields, template: '<p><b km-each="it">{~it~}</b></p>' }),
  ).cast({ id: 'c', values: { it: ['a', 'b', 'c'] } });
  expect(cast.markup).toMatch(/<b>a<\/b><b>b<\/b><\/p>$/);
  expect(cast.findings).toMatchObject([
    { code: 'value/too-many-rows', level: 'error', path: 'it' },
  ]);
});

it('what a rich text cannot hold is told of, and its own headings stay', () => {
  const compiled = compileMould(
    mouldOf({ fields: { it: { kind: 'richtext' } }, template: '<div>{~it~}</div>' }),
  );
  const cast = (it: string) => compiled.cast({ id: 'c', values: { it } });
  expect(cast('<h1>Big</h1><p>x</p>').markup).toContain('<h1>Big</h1><p>x</p>');
  expect(cast('<h1>Big</h1><p>x</p>').findings).toEqual([]);
  expect(cast('<p>x<script>y</script><iframe></iframe></p>').findings).toMatchObject([
    {
      code: 'value/cleaned',
      level: 'note',
      message: expect.stringContaining('<script>, <iframe>'),
    },
  ]);
});
