import { describe, expect, it } from 'vitest';
import { styleDialectOf } from '../../src/core/author/snippet/dialect.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compilersFor, loadCompilers } from '../../src/node/files/compilers.ts';

describe('the dialect of a sheet', () => {
  it.each([
    ['$brass: #d8b25f;\n.a { color: $brass }', 'scss'],
    ['.a { @include rail; }', 'scss'],
    ['.a-#{$n} { top: 0 }', 'scss'],
    ['%car { top: 0 }', 'scss'],
    ['@brass: #d8b25f;\n.a { color: @brass }', 'less'],
    ['.a { .rounded(); }\n.rounded(4px);', 'less'],
    ['.a { width: ~"calc(1px + 2px)" }', 'less'],
    ['a[href$=".pdf"] { top: 0 }', undefined],
    ['.a { & .b { top: 0 } }', undefined],
    ['@media (width > 9px) { .a { top: 0 } }', undefined],
    ['@page :first { margin: 1in; }', undefined],
    ['.a { --x: { a: b }; width: 50%; }', undefined],
    ['@property --a { syntax: "*"; inherits: false }', undefined],
    ['@font-face { font-family: a; src: url(a) }', undefined],
  ])('%s is %s', (text, dialect) => expect(styleDialectOf(text)).toBe(dialect));
});

async function styleOf(name: string, text: string): Promise<string> {
  const pieces = [{ name, text }];
  return importSnippet(pieces, { compilers: await compilersFor(pieces) }).mould.style;
}

describe('a sheet in a dialect', () => {
  it.each([
    ['a.scss', '$c: red; .a { b { color: $c } }', '.a b {\n  color: red;\n}\n'],
    ['a.less', '@c: red; .a { b { color: @c } }', '.a b {\n  color: red;\n}\n'],
    [
      'a.html',
      '<style lang="scss">$c: red; .a { color: $c }</style><p>',
      '.a {\n  color: red;\n}\n',
    ],
    ['a.txt', '$c: red;\n.a { color: $c }', '.a {\n  color: red;\n}\n'],
  ])('in %s is compiled', async (name, text, css) => expect(await styleOf(name, text)).toBe(css));

  it('loses its page furniture once it is compiled, and stays whole in the paste', async () => {
    const text = '$w: 1px; body { margin: $w; p { top: $w } }';
    expect(await styleOf('a.scss', text)).toBe('body p {\n  top: 1px;\n}\n');
    const compilers = await loadCompilers(['scss']);
    const { mould } = importSnippet([{ name: 'a.scss', text }], { compilers });
    expect(mould.files['snippet/a.scss']).toBe(text);
  });

  it.each([
    ['a.scss', '.a {\n  color: $none;\n}', 'Undefined variable', 2],
    ['a.less', '.a {\n  color: @none;\n}', 'variable @none is undefined', 2],
    ['a.html', '<p>\n<style>\n$a: 1;\n.a { color: $none }</style>', 'Undefined variable', 4],
  ])('with a fault in %s is reported at its line', async (name, text, said, line) => {
    const failed = await styleOf(name, text).catch((error) => error);
    expect(failed.findings[0]).toMatchObject({ code: 'snippet/dialect-fault', file: name, line });
    expect(failed.message).toContain(said);
  });

  it('cannot be taken without its compiler', () => {
    const pieces = [{ name: 'a.scss', text: '$a: 1; .a { top: $a }' }];
    expect(() => importSnippet(pieces)).toThrow('The package sass is needed to compile scss');
  });
});

describe('script that no browser runs is refused, with what to paste instead', () => {
  it.each([
    ['a.ts', 'const a: number = 1', 'TypeScript'],
    ['a.js', 'interface Tram { line: string }\nconst a: Tram = b', 'TypeScript'],
    ['a.js', 'const b = document.querySelector("b")!.title', 'TypeScript'],
    ['a.js', 'function go(tram: Tram) { }', 'TypeScript'],
    ['a.js', 'let a = {} as any', 'TypeScript'],
    ['a.tsx', 'const a = 1', 'JSX'],
    ['a.js', 'const App = () => <p>a</p>', 'JSX'],
    [
      'a.js',
      'import React from "react"\nfunction App() { return (\n<div className="a">b</div>) }',
      'JSX',
    ],
    ['a.html', '<p>\n<script type="text/babel">let a = <p/></script>', 'JSX'],
    ['a.html', '<p>\n<script lang="ts">let a = 1</script>', 'TypeScript'],
  ])('%s: %s', (name, text, said) => {
    expect(() => importSnippet([{ name, text }])).toThrow(said);
  });

  it('but not what stands in a script of a type of its own', () => {
    const text = '<script type="text/x-rows">one, <b>two</b>: string</script>\n';
    const { mould, findings } = importSnippet([{ name: 'a.html', text }]);
    expect(mould.template).toBe(text);
    expect(findings.map(({ code }) => code)).toEqual(['snippet/not-run']);
  });

  it.each([
    'const a = "return <p>"; f(a ? b : C)',
    'const a = { type: Tram, b',
    'const a = `<p class="b">` // as any\nlet a',
    'for (let i = 0; i <n; i++) {',
  ])('but not %s', (text) => {
    expect(importSnippet([{ name: 'a.js', text, as: 'js' }]).mould.script.trim()).toBe(text);
  });
});
