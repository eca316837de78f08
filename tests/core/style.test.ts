import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { isCssValue } from '../../src/core/compile/style/css-value.ts';
import { scopeStyle } from '../../src/core/compile/style/scope-style.ts';
import type { Cast } from '../../src/core/index.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { mouldOf, scopedTo, someFields } from '../support/mould.ts';

const { root, within, guard } = scopedTo('m');
const html = `${root}:not(html)`;
const body = `${root}:not(html, a b)`;
const mark = '[data-mould="m"]';
const page = `:where(${mark}):not(html)`;
const inside = `:where(${mark}, ${mark} *)`;
const inScope = within.replaceAll(mark, ':scope');

describe('a rule reaches only inside the casts', () => {
  const cases: [style: string, scoped: string][] = [
    ['.a { color: red }', `.a${within} { color: red }`],
    ['.a .b > c, d { }', `.a${within} .b > c, d${within} { }`],
    ['.a::before, .a:before { }', `.a${within}::before, .a${within}:before { }`],
    ['::selection { }', `${within}::selection { }`],
    ['* { }', `*${within} { }`],
    ['.a:hover + .b ~ c { }', `.a:hover${within} + .b${guard} ~ c${guard} { }`],
    ['body { }', `${body} { }`],
    [':root.dark { }', `${root}.dark { }`],
    ['html.js > body.dark .x { }', `${body}.js.dark .x { }`],
    ['body::after { }', `${body}::after { }`],
    ['@media (width < 9px) { .a { } }', `@media (width < 9px) { .a${within} { } }`],
    ['a { margin: 2rem } /* 3rem */', `a${within} { margin: 32px } /* 3rem */`],
    [
      '@layer a, b; @layer b { c { } } @layer a.x { d { } } e { }',
      ` @media all { c${scopedTo('m', 2).within} { } } @media all { d${scopedTo('m').within} { } } e${scopedTo('m', 3).within} { }`,
    ],
    [
      '@keyframes k { from { } } a { animation: 1s k; -webkit-animation-name: "k", j }',
      `@keyframes k--m { from { } } a${within} { animation: 1s k--m; -webkit-animation-name: "k--m", j }`,
    ],
    [
      'a { counter-reset: n 2; container: box / inline-size } b { content: counter( n, disc) n } @container box (width > 9px) { i { } }',
      `a${within} { counter-reset: n--m 2; container: box--m / inline-size } b${within} { content: counter( n--m, disc) n } @container box--m (width > 9px) { i${within} { } }`,
    ],
    [
      '@font-face { font-family: "Depot Sans" } a { font: 1px/2 Depot  Sans, serif }',
      `@font-face { font-family: "Depot Sans m" } a${within} { font: 1px/2 "Depot Sans m", serif }`,
    ],
    [
      '@property --turn { syntax: "<angle>" } a { --turn: 1deg; rotate: var(--turn) }',
      `@property --turn--m { syntax: "<angle>" } a${within} { --turn--m: 1deg; rotate: var(--turn--m) }`,
    ],
    ['@keyframes k { from { } 50% { } }', '@keyframes k--m { from { } 50% { } }'],
    ['@font-face { font-family: a }', '@font-face { font-family: "a m" }'],
    ['.a { & .b { } .c { } > d { } }', `.a${within} { & .b { } .c { } > d { } }`],
    ['/* .a { } */\n  .a{color:RED}', `/* .a { } */\n  .a${within}{color:RED}`],
    [
      'html { font-size: 62.5% } a { margin: 2rem -.5rem }',
      `${html} { font-size: 10px } a${within} { margin: 20px -5px }`,
    ],
    [
      'html { font-size: 62.5% } @media (width > 9rem) { a { b: "1rem" } }',
      `${html} { font-size: 10px } @media (width > 9rem) { a${within} { b: "1rem" } }`,
    ],
    [
      'html { font-size: 2vw } a { margin: 2rem }',
      `${html} { font-size: 2vw } a${within} { margin: 2rem }`,
    ],
    [':is(.a, .b) c { }', `:is(.a, .b)${within} c { }`],
    [':is(html, :root) c { }', `:is(${page}, ${mark})${within} c { }`],
    ['*:not(body) { }', `*:not(${page})${within} { }`],
    [
      '.a { + .b { } h1:hover { color: red } }',
      `.a${within} { + .b${guard} { } h1:hover { color: red } }`,
    ],
    ['.a { #b:not(&) { } &:hover { } }', `.a${within} { #b:not(&)${inside} { } &:hover { } }`],
    [
      '.a { body:has(&) #b { } & ~ b { } }',
      `.a${within} { ${page}:has(&) #b${inside} { } & ~ b${guard} { } }`,
    ],
    ['.a { @media (x) { ~ b { } } }', `.a${within} { @media (x) { ~ b${guard} { } } }`],
    ['body:has(&) #b { }', `${body}:has(&) #b { }`],
    ['#b:has(~ &) { }', `#b:has(~ &)${within} { }`],
    [
      '@scope (.a) to (.b) { i { } & u { } }',
      `@scope (.a${within}) to (.b) { i${inScope} { } &${inScope} u { } }`,
    ],
    ['@scope { i { } }', `@scope (${root}) { i${inScope} { } }`],
    ['@starting-style { .a { } }', `@starting-style { .a${within} { } }`],
    [
      '@font-face { font-family: Q } @font-feature-values Q { @swash { s: 1 } }',
      '@font-face { font-family: "Q m" } @font-feature-values "Q m" { @swash { s: 1 } }',
    ],
    ['.a\\:b { }', `.a\\:b${within} { }`],
  ];
  it.each(cases)('%s', (style, scoped) => {
    expect(scopeStyle(style, 'm').css).toBe(scoped);
  });

  it('means the ids of any cast, and in a shadow root needs no more than its root', () => {
    const style = 'body > #a.b [for="a"], #c { } .d ~ e { }';
    const ownsId = (id: string) => id === 'a';
    expect(scopeStyle(style, 'm', { ownsId }).css).toBe(
      `${body} > :is(#a, [id^="a~"]).b :is([for="a"], [for^="a~"]), #c${within} { } .d${within} ~ e${guard} { }`,
    );
    expect(scopeStyle(style, 'm', { ownsId, sealed: true }).css).toBe(
      '[data-mould-root] > #a.b [for="a"], #c { } .d ~ e { }',
    );
  });

  it('says where style cannot be read, and leaves that out', () => {
    const style = '.a { color: red }\n..b { color: blue }\n.c { margin: 0 }';
    const { css, findings } = scopeStyle(style, 'm');
    expect(findings.map(({ code, line }) => `${code} ${line}`)).toEqual(['style/not-read 2']);
    const nested = scopeStyle('.a { .b & { color: red } color blue }', 'm');
    expect(nested.findings).toEqual([]);
    expect(css).not.toContain('blue');
    expect(css).toContain(`.c${within} { margin: 0 }`);
  });
});

describe('an at-rule', () => {
  it.each([
    ['@page { margin: 1rem }', 'style/page-rule'],
    ['@view-transition { navigation: auto }', 'style/page-rule'],
    ['@-ms-viewport { width: device-width }', 'style/page-rule'],
    ['@namespace svg url(x);', 'style/page-rule'],
    ['@import "far.css";', 'style/import'],
    ['@nowhere (.x) { .b { margin: 1rem } }', 'style/unknown-at-rule'],
    ['.a { @apply bold; }', 'style/unknown-at-rule'],
    ['@charset "utf-8";', undefined],
  ])('that is not for a widget is left out and reported: %s', (rule, code) => {
    for (const options of [{}, { sealed: true }, { hasSlots: true }]) {
      const { css, findings } = scopeStyle(`${rule}\n.b { color: red }`, 'm', options);
      expect(css).not.toMatch(/@(?!scope)|margin/);
      expect(css).toContain('{ color: red }');
      expect(findings.map((one) => one.code)).toEqual(code ? [code] : []);
    }
  });

  it('of slots ends where they begin, as all rules do', () => {
    const { css } = scopeStyle('@scope (.a) to (.b) { i { } }', 'm', { hasSlots: true });
    expect(css).toBe(`@scope (.a${within}) to (.b, ${mark} [data-slot]) { i${inScope} { } }`);
  });
});

describe('fields in style', () => {
  const cast = (style: string, values: JsonObject = {}, template = '<p>x</p>'): Cast =>
    compileMould(mouldOf({ fields: someFields, style, template })).cast({ id: 'c', values });

  it('become custom properties: defaults once a mould, values once a cast', () => {
    const style = 'p { color: var(--tint); width: var(--count); float: var(--side) }';
    const { mouldStyle, castStyle } = cast(style, { tint: 'rgb(1 2 3)', count: 3 });
    expect(mouldStyle).toContain('  --count: 3px;\n  --side: start;\n  --tint: #123456;\n');
    expect(castStyle).toBe(`${scopedTo('board').root}[data-cast="c"] {\n  --tint: rgb(1 2 3);\n}`);
  });

  it('are left out where nothing makes use of them', () => {
    expect(cast('p { color: var(--tint) }').mouldStyle).not.toContain('--count');
    expect(cast('p { margin: 0 }').mouldStyle).not.toContain('--tint');
  });

  it('that are empty become initial, so that a fallback counts', () => {
    expect(cast('p { color: var(--tint, red) }', { tint: null }).castStyle).toContain(
      '--tint: initial;',
    );
  });

  it('hold text as a string that cannot end', () => {
    const heading = 'a"\\\n</style>';
    expect(cast('p::after { content: var(--heading) }', { heading }).castStyle).toContain(
      '--heading: "a\\22 \\5c \\a \\3c /style>";',
    );
  });

  it('are written without an exponent', () => {
    const fields = { n: { type: 'number', unit: 'em', default: 1e-7 } };
    const { mouldStyle } = compileMould(mouldOf({ fields, style: 'p { top: var(--n) }' })).cast();
    expect(mouldStyle).toContain('--n: 0.0000001em;');
  });
});

describe('what may stand after the colon', () => {
  it.each(['red', '1px solid #123', 'calc(1px + (2 * 3em))', '"Depot Sans", serif', '50%'])(
    '%s may',
    (value) => expect(isCssValue(value)).toBe(true),
  );
  it.each([
    '',
    ' ',
    'red; color: blue',
    'red }',
    '{',
    'a)',
    'calc(1px',
    '"a',
    'url(x)',
    'url("x")',
    'red !important',
    '</style>',
    'a/*b',
    '@a',
    'a\\',
    'image-set("x" 1x)',
    '<!--',
  ])('%s may not', (value) => expect(isCssValue(value)).toBe(false));
});
