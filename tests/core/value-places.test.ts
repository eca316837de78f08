import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { markupOf, mouldOf } from '../support/mould.ts';

const fields = {
  text: { type: 'string' },
  photo: { kind: 'image' },
  type: { kind: 'typeface' },
  own: { kind: 'markup' },
} as const;
const inside = (template: string, values: JsonObject) =>
  markupOf(fields, `<div>${template}</div>`, values)
    .replace(/^<div[^>]*>/, '')
    .replace(/<\/div>$/, '');

describe('a value cannot complete what stands before it', () => {
  it.each([
    ['<p>5 <{~text~}</p>', 'img src=x onerror=hit()>', '<p>5 &lt;img src=x onerror=hit()&gt;</p>'],
    ['<p><<b>{~text~}</b></p>', 'x', '<p><<b>x</b></p>'],
    ['<p>&{~text~}</p>', 'lt;img', '<p>&amp;lt;img</p>'],
    ['<p>&#x3{~text~}</p>', 'c;', '<p>&amp;#x3c;</p>'],
    ['<a href="java&#x73{~text~}">x</a>', '', '<a href="java&amp;#x73">x</a>'],
    ['<a title="a&{~text~}">x</a>', 'quot;', '<a title="a&amp;quot;">x</a>'],
  ])('%s', (template, text, markup) => expect(inside(template, { text })).toBe(markup));
});

describe('an address runs nothing, however its scheme is put together', () => {
  it.each([
    ['<a href="java&Tab;script:{~text~}">x</a>', 'hit()'],
    ['<a href="java&#10;script:{~text~}">x</a>', 'hit()'],
    ['<a href="&#106;avascript&colon;{~text~}">x</a>', 'hit()'],
    ['<a href="javascript:go(\'{~text~}\')">x</a>', "');hit('"],
    ['<a href="j{~text~}">x</a>', 'avascript:hit()'],
    ['<svg><a><set attributeName="href" to="{~text~}"/></a></svg>', 'javascript:hit()'],
    ['<svg><a><animate attributeName="href" values="#a;{~text~}"/></a></svg>', 'javascript:hit()'],
    ['<svg><a><animate attributeName="href" values="{~text~}"/></a></svg>', '#a; javascript:hit()'],
    ['<svg><a><animate attributeName="xlink:href" from="{~text~}"/></a></svg>', 'data:text/html,x'],
  ])('%s', (template, text) => {
    const markup = inside(template, { text });
    expect(markup).not.toMatch(/hit|text\/html/);
  });

  it.each([
    '<svg><script>{~text~}</script></svg>',
    '<svg><style>{~text~}</style></svg>',
    '<script>{~text~}</script>',
  ])('no value stands in %s', (template) => {
    const codes = compileMould(mouldOf({ fields, template })).findings.map(({ code }) => code);
    expect(codes).toEqual(['template/no-value-here']);
  });
});

describe('an address in a style attribute simply works', () => {
  const url = (address: string) => `url(&quot;${address}&quot;)`;
  it.each([
    [`background: url('{~photo~}') center / cover`, `background: ${url('a b.svg')} center / cover`],
    ['background-image: url({~photo~})', `background-image: ${url('a b.svg')}`],
    [
      'background-image: url( "{~photo.src~}" )'.replace(/"/g, '&quot;'),
      `background-image: ${url('a b.svg')}`,
    ],
    ['background: {~photo~}', `background: ${url('a b.svg')}`],
    [`--a: url('{~photo~}'), url({~photo~})`, `--a: ${url('a b.svg')}, ${url('a b.svg')}`],
    [
      `background: url('img/{~text~}.svg')`,
      "background: url('img/x%27%29%20y.svg')".replace(/'/g, "'"),
    ],
  ])('%s', (style, written) => {
    const markup = inside(`<p style="${style}">x</p>`, { photo: 'a b.svg', text: "x') y" });
    expect(markup).toBe(`<p style="${written}">x</p>`);
  });

  it('and an address that is none writes nothing', () => {
    const markup = inside(`<p style="background: url('{~text~}')">x</p>`, {
      text: 'javascript:hit()',
    });
    expect(markup).toBe('<p style="">x</p>');
  });
});

it.each(['Foo}; } *{color:red}', '"Foo; x', "Fo'o)", 'Foo\\', 'a/*', '</style>'])(
  'the family %s of a typeface stays one name, wherever it is written',
  (family) => {
    const values = { type: { family, size: '12px' } };
    const markup = inside('<p style="font: {~type~}">x</p>', values);
    expect(markup).toMatch(/^<p style="font: 12px &quot;[^"<]*&quot;">x<\/p>$/);
    const style = 'p { font: var(--type) }';
    const cast = compileMould(mouldOf({ fields, style })).cast({ id: 'c', values });
    expect(cast.castStyle).toMatch(/--type-family: "[^"<]*";/);
  },
);
