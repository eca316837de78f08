import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { isCssValue } from '../../src/core/compile/style/css-value.ts';
import { scopeStyle } from '../../src/core/compile/style/scope-style.ts';
import type { Cast } from '../../src/core/index.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { mouldOf, someFields } from '../support/mould.ts';

const root = ':is(#km_, [data-mould="m"])';
const within = ':is(#km_, [data-mould="m"], [data-mould="m"] *)';
const guard = ':where([data-mould="m"] *)';

describe('a rule reaches only inside the casts', () => {
  const cases: [style: string, scoped: string][] = [
    ['.a { color: red }', `.a${within} { color: red }`],
    ['.a .b > c, d { }', `.a${within} .b > c, d${within} { }`],
    ['.a::before, .a:before { }', `.a${within}::before, .a${within}:before { }`],
    ['::selection { }', `${within}::selection { }`],
    ['* { }', `*${within} { }`],
    ['.a:hover + .b ~ c { }', `.a:hover${within} + .b${guard} ~ c${guard} { }`],
    ['body { }', `${root} { }`],
    [':root.dark { }', `${root}.dark { }`],
    ['html.js > body.dark .x { }', `${root}.js.dark .x { }`],
    ['body::after { }', `${root}::after { }`],
    ['@media (width < 9px) { .a { } }', `@media (width < 9px) { .a${within} { } }`],
    ['@layer a { @supports (x: y) { b { } } }', `@layer a { @supports (x: y) { b${within} { } } }`],
    ['@keyframes k { from { } 50% { } }', '@keyframes k { from { } 50% { } }'],
    ['@font-face { font-family: a }', '@font-face { font-family: a }'],
    ['.a { & .b { } .c { } > d { } }', `.a${within} { & .b { } .c { } > d { } }`],
    ['/* .a { } */\n  .a{color:RED}', `/* .a { } */\n  .a${within}{color:RED}`],
    [
      'html { font-size: 62.5% } a { margin: 2rem -.5rem }',
      `${root} { font-size: 62.5% } a${within} { margin: 20px -5px }`,
    ],
    [
      'html { font-size: 62.5% } @media (width > 9rem) { a { b: "1rem" } }',
      `${root} { font-size: 62.5% } @media (width > 9rem) { a${within} { b: "1rem" } }`,
    ],
    [
      'html { font-size: 2vw } a { margin: 2rem }',
      `${root} { font-size: 2vw } a${within} { margin: 2rem }`,
    ],
    [':is(.a, .b) c { }', `:is(.a, .b)${within} c { }`],
    ['.a\\:b { }', `.a\\:b${within} { }`],
  ];
  it.each(cases)('%s', (style, scoped) => {
    expect(scopeStyle(style, 'm').css).toBe(scoped);
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
    expect(castStyle).toBe(
      ':is(#km_, [data-mould="board"])[data-cast="c"] {\n  --tint: rgb(1 2 3);\n}',
    );
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
