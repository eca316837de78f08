import { tokenTypes } from 'css-tree';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { parse } from '../../src/core/text/css-tree.ts';

const bits = [
  '(',
  ')',
  '[',
  ']',
  '{',
  '}',
  'f(',
  'url(',
  ':is(',
  '@media (',
  'a',
  ';',
  ':',
  ',',
  '"',
  '--b',
  ' ',
];
const texts = fc.array(fc.constantFrom(...bits), { maxLength: 60 }).map((some) => some.join(''));

it('a text is read as it is, whatever was read before it', { timeout: 60_000 }, () => {
  expect(tokenTypes.Function).toBeDefined();
  const read = (text: string) => JSON.stringify(parse(text, { positions: true }));
  // Read first of all, in a stream that holds nothing yet of a longer text.
  const short = fc.sample(texts, { numRuns: 300, seed: 4 });
  const alone = short.map(read);
  fc.assert(
    fc.property(
      fc.nat(short.length - 1),
      fc.constantFrom(...bits),
      fc.nat(4000),
      (at, bit, times) => {
        parse(bit.repeat(times));
        expect(read(short[at] as string)).toBe(alone[at]);
      },
    ),
    { numRuns: 400, seed: 4 },
  );
});

it('an import comes to an end, whatever was imported before', { timeout: 60_000 }, () => {
  const pages = [
    `<style>${'@media (a) { f( '.repeat(40)}</style>`,
    '<style>.a { b: f( } .c { d: e) } }</style><p style="a: (">x</p>',
    `<style>.a { width: ${'calc('.repeat(40)}</style>`,
    '<style>.a[b { c: d } ] { e: f }</style>',
    `<style>${'a { b: c } '.repeat(2000)}</style>`,
    '<style>:is(a { b: c </style>',
    '<style>@font-face { src: url( } </style><b>x</b>',
  ];
  const results = new Map<string, string>();
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...pages), { minLength: 2, maxLength: 6 }), (order) => {
      for (const text of order) {
        const { mould } = importSnippet([{ name: 'a.html', text }]);
        const { findings, isSound } = compileMould(mould);
        const said = JSON.stringify([mould.style, findings, isSound]);
        expect(results.get(text) ?? said).toBe(said);
        results.set(text, said);
      }
    }),
    { numRuns: 40, seed: 9 },
  );
});
