import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { checkMould, fixMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { Refusal } from '../../src/core/problem/refusal.ts';
import { nestingOfMarkup, nestingOfStyle, nestingOfValue } from '../../src/core/text/nesting.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { mouldOf } from '../support/mould.ts';

const nest = (open: string, close: string, depth: number) =>
  open.repeat(depth) + close.repeat(depth);

/** Takes a paste the whole way; throws what is no refusal. */
function through(text: string): void {
  const { mould } = importSnippet([{ name: 'a.html', text }]);
  checkMould(mould);
  fixMould(mould);
  findSpots(mould);
  const compiled = compileMould(bindSpots(mould, 'recommended').mould);
  if (compiled.isSound) deliver(compiled.cast({ id: 'c' }), { form: 'block', runtime });
}

describe('what nests too deep', () => {
  it.each([
    ['elements', nest('<div>', '</div>', 501)],
    ['elements that are never closed', '<b>'.repeat(20_000)],
    ['a drawing', `<svg>${nest('<g>', '</g>', 900)}</svg>`],
    ['lists', nest('<ul><li>', '</li></ul>', 501)],
    ['rules', `<style>${nest('a{', '}', 101)}</style>`],
    ['brackets of a value', `<style>a { width: ${nest('calc(', ')', 5000)} }</style>`],
    ['brackets of a selector', `<style>${nest(':is(', ')', 101)} { color: red }</style>`],
  ])('is refused in words on import: %s', (_, text) => {
    expect(() => importSnippet([{ name: 'a.html', text }])).toThrow(Refusal);
    expect(() => importSnippet([{ name: 'a.html', text }])).toThrow(
      /inside each other, but at most/,
    );
  });

  it('is an error of a mould, which then is neither cast nor bound', () => {
    const mould = mouldOf({
      template: nest('<i>', '</i>', 20_000),
      style: nest('a{', '}', 20_000),
    });
    const codes = ['mould/too-deep', 'mould/too-deep'];
    expect(checkMould(mould).map(({ code }) => code)).toEqual(codes);
    expect(fixMould(mould).mould).toBe(mould);
    expect(compileMould(mould).findings.map(({ code }) => code)).toEqual(codes);
    expect(() => compileMould(mould).cast()).toThrow(Refusal);
    expect(() => bindSpots(mould, 'recommended')).toThrow(Refusal);
    expect(() => findSpots(mould)).toThrow(Refusal);
  });

  it('is refused of fields', () => {
    let fields: JsonObject = { type: 'string' };
    for (let depth = 0; depth < 60; depth += 1)
      fields = { type: 'object', properties: { a: fields } };
    expect(checkMould(mouldOf({ fields })).map(({ code }) => code)).toContain('mould/too-deep');
  });

  it.each([
    ['richtext', nest('<em>', '</em>', 201)],
    ['richtext', nest('<ul><li>', '</li></ul>', 20_000)],
    ['markup', '<div>'.repeat(20_000)],
    ['icon', `<svg xmlns="http://www.w3.org/2000/svg">${nest('<g>', '</g>', 5000)}</svg>`],
  ])('is a wrong value of the kind %s', (kind, value) => {
    const mould = mouldOf({ fields: { it: { kind } }, template: '<div>{~it~}</div>' });
    const { findings, markup } = compileMould(mould).cast({ id: 'c', values: { it: value } });
    expect(findings.map(({ code }) => code)).toEqual(['value/wrong']);
    expect(markup).not.toContain('<em>');
  });
});

it.each([
  ['elements', nest('<div>', '</div>', 499)],
  ['lists', nest('<ul><li>', '</li></ul>', 240)],
  ['a drawing', `<svg>${nest('<g>', '</g>', 480)}</svg>`],
  ['rules', `<style>${nest('.a{', '}', 99)}</style>`],
  ['media queries', `<style>${nest('@media all{', '}', 99)}</style>`],
  ['selectors', `<style>${nest(':is(', ')', 98)}{color:red}</style>`],
  ['calculations', `<p style="width:${nest('calc(', ')', 90)}">x</p>`],
  ['calls', `<script>${nest('a(', ')', 900)}</script>`],
  ['a long sum', `<script>a.innerHTML = ${Array(9000).fill('"<b>"').join('+')}</script>`],
  ['a long chain', `<script>a${'.b()'.repeat(9000)}</script>`],
  ['a handler', `<p onclick="${nest('a(', ')', 900)}">x</p>`],
  ['JSON', `<script type="application/json">${nest('[', ']', 20_000)}</script>`],
])('what nests as deep as it may goes the whole way: %s', (_, text) => through(text));

it('is counted as a parser would', () => {
  const markup = (text: string) => nestingOfMarkup(text, 0);
  expect(markup('<div><p>a<p>b<br><img></div><div></div>')).toBe(1);
  expect(markup('<svg><path/><g><path/></g></svg><!-- <b><b><b> -->')).toBe(2);
  expect(markup('<script>"<b><i><u>"</script><i></i>')).toBe(1);
  expect(nestingOfMarkup('<div>'.repeat(9), 500)).toBe(0);
  expect(nestingOfStyle('a { b: "{{{{"; c: url(x) } /* (((( */')).toBe(2);
  expect(nestingOfStyle('}}} a { ( } b {')).toBe(2);
  expect(nestingOfValue([{ a: [1] }, 2])).toBe(3);
});
