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

  it('says where style cannot be read, and leaves it as it is', () => {
    const style = '.a { color: red }\n..b { color: blue }\n.c { margin: 0 }';
    const { css, findings } = scopeStyle(style, 'm');
    expect(findings.map(({ code, line }) => `${code} ${line}`)).toEqual(['style/not-read 2']);
    const nested = scopeStyle('.a { .b & { color: red } color blue }', 'm');
    expect(nested.findings).toEqual([]);
    expect(css).toContain('\n..b { color: blue }\n');
    expect(css).toContain(`.c${within} { margin: 0 }`);
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
    ...['', ' ', 'red; color: blue', 'red }', '{', 'a)', 'calc(1px', '"a', 'url(x)', 'url("x")'],
    ...['red !important', '</style>', 'a/*b', '@a', 'a\\', 'image-set("x" 1x)', '<!--'],
  ])('%s may not', (value) => expect(isCssValue(value)).toBe(false));
});
