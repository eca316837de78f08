import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { isCssValue } from '../../src/core/compile/style/css-value.ts';
import { type RootFacts, rootFactsOf } from '../../src/core/compile/style/root-facts.ts';
import { scopeStyle } from '../../src/core/compile/style/scope-style.ts';
import { readMarkup } from '../../src/core/compile/template/markup.ts';
import type { Cast } from '../../src/core/index.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { mouldOf, someFields } from '../support/mould.ts';

const mark = '[data-mould="m"]';
const page = `:where(${mark}):not(html)`;
const inside = `:where(${mark} *)`;
const around = `:where(${mark}, ${mark} *)`;
const inScope = `:is(${mark}, ${mark} *)`;
const any = ':is(&, & *)';

/** What is known of a root: a box, or the one element at the top of a template. */
function factsOf(template: string, isBox = false): RootFacts {
  const markup = readMarkup(template);
  const element = isBox ? undefined : markup.topLevel;
  return rootFactsOf({ element, markup, page: {}, asksForPage: false, scripts: [] });
}
const box = factsOf('<div class="a"></div>', true);

describe('a rule reaches only inside the casts, in a rule for their root', () => {
  const asItIs = [
    '.a { color: red }',
    '.a .b > c, d { }',
    '.a::before, .a:before { }',
    '.a:hover + .b ~ c { }',
    '@media (width < 9px) { .a { } }',
    '.a { & .b { } .c { } > d { } }',
    '.a { + .b { } h1:hover { color: red } }',
    '.a { @media (x) { ~ b { } } }',
    '/* .a { } */\n  .a{color:RED}',
    ':is(.a, .b) c { }',
    '@starting-style { .a { } }',
    '.a\\:b { }',
  ];
  it.each(asItIs)('%s, as it is', (style) => {
    expect(scopeStyle(style, 'm', { rootFacts: box }).rules).toBe(style);
  });

  const cases: [style: string, rules: string, beside?: string][] = [
    ['::selection { }', `${any}::selection { }`],
    ['* { }', `${any} { }`],
    ['body { }', '& { }'],
    [':root.dark { }', '&.dark { }'],
    ['html.js > body.dark .x { }', '&:not(a b).js.dark .x { }'],
    ['body .x { } .y { }', '&:not(html) .x { } .y { }'],
    ['* { } body { }', `${any} { } & { }`],
    ['body { } * { }', `&:not(html, a b) { } ${any} { }`],
    ['body::after { }', '&::after { }'],
    ['a { margin: 2rem } /* 3rem */', 'a { margin: 32px } /* 3rem */'],
    ['@layer a, b; @layer b { c { } } e { }', ' @layer m.b { c { } } e { }'],
    [
      '@keyframes k { from { } } a { animation: 1s k; -webkit-animation-name: "k", j }',
      ' a { animation: 1s k--m; -webkit-animation-name: "k--m", j }',
      '@keyframes k--m { from { } }',
    ],
    [
      '@media (x) { @keyframes k { from { } } a { } }',
      '@media (x) {  a { } }',
      '@media (x) {\n@keyframes k--m { from { } }\n}',
    ],
    [
      'a { counter-reset: n 2; container: box / inline-size } b { content: counter( n, disc) n } @container box (width > 9px) { i { } }',
      'a { counter-reset: n--m 2; container: box--m / inline-size } b { content: counter( n--m, disc) n } @container box--m (width > 9px) { i { } }',
    ],
    [
      '@font-face { font-family: "Depot Sans" } a { font: 1px/2 Depot  Sans, serif }',
      ' a { font: 1px/2 "Depot Sans m", serif }',
      '@font-face { font-family: "Depot Sans m" }',
    ],
    [
      '@property --turn { syntax: "<angle>" } a { --turn: 1deg; rotate: var(--turn) }',
      ' a { --turn--m: 1deg; rotate: var(--turn--m) }',
      '@property --turn--m { syntax: "<angle>" }',
    ],
    [
      'html { font-size: 62.5% } a { margin: 2rem -.5rem }',
      '& { font-size: 10px } a { margin: 20px -5px }',
    ],
    [
      'html { font-size: 62.5% } @media (width > 9rem) { a { b: "1rem" } }',
      '& { font-size: 10px } @media (width > 9rem) { a { b: "1rem" } }',
    ],
    ['html { font-size: 2vw } a { margin: 2rem }', '& { font-size: 2vw } a { margin: 2rem }'],
    [':is(html, :root) c { }', `${any}:is(${page}, ${mark}) c { }`],
    ['*:not(body) { }', `${any}:not(${page}) { }`],
    ['.a { #b:not(&) { } &:hover { } }', `.a { #b:not(&)${around} { } &:hover { } }`],
    ['.a { body:has(&) #b { } & ~ b { } }', `.a { ${page}:has(&) #b${around} { } & ~ b { } }`],
    ['body:has(&) #b { }', '&:not(html):has(&) #b { }'],
    ['#b:has(~ &) { }', `${any}#b:has(~ &) { }`],
    [
      '@scope (.a) to (.b) { i { } & u { } }',
      `@scope (${inScope}.a) to (.b) { i${inScope} { } &${inScope} u { } }`,
    ],
    ['@scope { i { } }', `@scope (&) { i${inScope} { } }`],
    [
      '@font-face { font-family: Q } @font-feature-values Q { @swash { s: 1 } }',
      ' ',
      '@font-face { font-family: "Q m" }\n@font-feature-values "Q m" { @swash { s: 1 } }',
    ],
    ['a { b: c', 'a { b: c}'],
    ['<!-- a { } --> b { }', ' a { } b { }'],
  ];
  it.each(cases)('%s', (style, rules, beside = '') => {
    const scoped = scopeStyle(style, 'm', { rootFacts: box });
    expect([scoped.rules, scoped.beside]).toEqual([rules, beside]);
  });

  it.each([
    ['.only .b { }', '&.only .b { }'],
    ['.a { }', `${any}.a { }`],
    ['ul > .b { }', `ul${any} > .b { }`],
    ['.only + .only { }', `&.only + .only${inside} { }`],
    ['.only { + b { } }', `&.only { + b${inside} { } }`],
    ['#q, [id=q], :focus { }', `${any}#q, ${any}[id=q], ${any}:focus { }`],
    [':is(.x, ul) c { }', `${any}:is(.x, ul) c { }`],
    ['.x, li, .b .only { }', '.x, li, .b .only { }'],
  ])("%s may mean a root of the author's own", (style, rules) => {
    const rootFacts = factsOf('<ul class="only a" id="q"><li class="b a"></li></ul>');
    expect(scopeStyle(style, 'm', { rootFacts }).rules).toBe(rules);
  });

  it("knows layers by names of the mould's own, in the order that the author gave", () => {
    const style = '@layer a, b; @layer b { c { } } @layer a.x { d { } }';
    const order = ['@layer km.site.mould.m.a, km.site.mould.m.b;'];
    expect(scopeStyle(style, 'm', { rootFacts: box })).toMatchObject({
      layerOrder: order,
      rules: ' @layer m.b { c { } } @layer m.a.x { d { } }',
    });
    expect(scopeStyle(style, 'm', { rootFacts: box, look: 'host' }).rules).toContain(
      '@layer km.site.mould.m.b { c',
    );
  });

  it('means the ids of any cast, and in a shadow root needs no more than its root', () => {
    const style = 'body > #a.b [for="a"], #c { } .d ~ e { }';
    const ownsId = (id: string) => id === 'a';
    expect(scopeStyle(style, 'm', { ownsId, rootFacts: box }).rules).toBe(
      '&:not(html) > :is(#a, [id^="a~"]).b :is([for="a"], [for^="a~"]), #c { } .d ~ e { }',
    );
    expect(scopeStyle(style, 'm', { ownsId, sealed: true }).rules).toBe(
      '[data-mould-root] > #a.b [for="a"], #c { } .d ~ e { }',
    );
  });

  it.each([
    ['.a { width: calc(1px; } .b { }', '.a { width: calc(1px; } .b { })}'],
    ['.a { content: "b', '.a { content: "b"}'],
    ['.a { } /* b', '.a { } /* b */'],
    ['.a { } } .b { }', '.a { } '],
  ])('ends where its sheet ends: %s', (style, rules) => {
    expect(scopeStyle(style, 'm', { rootFacts: box }).rules).toBe(rules);
  });

  it('says where style cannot be read, and leaves that out', () => {
    const style = '.a { color: red }\n..b { color: blue }\n.c { margin: 0 }';
    const { rules, findings } = scopeStyle(style, 'm', { rootFacts: box });
    expect(findings.map(({ code, line }) => `${code} ${line}`)).toEqual(['style/not-read 2']);
    const nested = scopeStyle('.a { .b & { color: red } color blue }', 'm');
    expect(nested.findings).toEqual([]);
    expect(rules).not.toContain('blue');
    expect(rules).toContain('.c { margin: 0 }');
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
      const { rules, findings } = scopeStyle(`${rule}\n.b { color: red }`, 'm', options);
      expect(rules).not.toMatch(/@(?!scope)|margin/);
      expect(rules).toContain('{ color: red }');
      expect(findings.map((one) => one.code)).toEqual(code ? [code] : []);
    }
  });

  it('of slots ends where they begin, as all rules do', () => {
    const style = '@scope (.a) to (.b) { i { } }';
    expect(scopeStyle(style, 'm', { hasSlots: true, rootFacts: box }).rules).toBe(
      `@scope (${inScope}.a) to (.b, ${mark} [data-slot]) { i${inScope} { } }`,
    );
  });
});

describe('fields in style', () => {
  const cast = (style: string, values: JsonObject = {}, template = '<p>x</p>'): Cast =>
    compileMould(mouldOf({ fields: someFields, style, template })).cast({ id: 'c', values });

  it('become custom properties: defaults once a mould, values once a cast', () => {
    const style = 'p { color: var(--tint); width: var(--count); float: var(--side) }';
    const { mouldStyle, castStyle } = cast(style, { tint: 'rgb(1 2 3)', count: 3 });
    expect(mouldStyle).toContain('    --count: 3px;\n    --side: start;\n    --tint: #123456;\n');
    expect(castStyle).toBe(
      '@layer km.site.mould {\n  [data-mould="board"][data-cast="c"] { --tint: rgb(1 2 3) }\n}',
    );
  });

  it('are left out where nothing makes use of them', () => {
    expect(cast('p { color: var(--tint) }').mouldStyle).not.toContain('--count');
    expect(cast('p { margin: 0 }').mouldStyle).not.toContain('--tint');
  });

  it('that are empty become initial, so that a fallback counts', () => {
    expect(cast('p { color: var(--tint, red) }', { tint: null }).castStyle).toContain(
      '--tint: initial',
    );
  });

  it('hold text as a string that cannot end', () => {
    const heading = 'a"\\\n</style>';
    expect(cast('p::after { content: var(--heading) }', { heading }).castStyle).toContain(
      '--heading: "a\\22 \\5c \\a \\3c /style>"',
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
