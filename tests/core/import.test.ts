import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { quirksStyle } from '../../src/core/author/snippet/quirks.ts';
import type { Language } from '../../src/core/author/snippet/recognise.ts';
import type { SnippetPiece } from '../../src/core/author/snippet/split-piece.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { runs } from '../run/long.ts';

const cases = new URL('../cases/import/', import.meta.url);

function readCase(name: string, part: string): Record<string, string> {
  const folder = new URL(`${name}/${part}/`, cases);
  return Object.fromEntries(
    readdirSync(folder).map((file) => [file, readFileSync(new URL(file, folder), 'utf8')]),
  );
}

/** Findings that a case is meant to bring, by code. */
const seen: Readonly<Record<string, readonly string[]>> = {
  'whole-document': ['snippet/page-part', 'snippet/remote-file', 'snippet/remote-file'],
  panes: ['snippet/in-tags'],
  'panes-below-each-other': ['snippet/bare-css', 'snippet/bare-script'],
  'bare-style': ['snippet/bare-css', 'snippet/no-markup'],
  'marks-of-ours': ['snippet/binding-marks'],
};

describe('a paste becomes the mould beside it', () => {
  it.each(readdirSync(cases))('%s', (name) => {
    const pieces = Object.entries(readCase(name, 'paste')).map(([file, text]): SnippetPiece => {
      const ending = /\.(html|css|js)$/.exec(file)?.[1] as Language | undefined;
      const isPane = name === 'panes' && ending !== undefined;
      return { name: file, text, ...(isPane ? { as: ending } : {}) };
    });
    const { mould, findings } = importSnippet(pieces);
    const expected = readCase(name, 'mould');
    const { template, style, script, files } = mould;
    expect({ template, style, script }).toEqual({
      template: expected['template.html'],
      style: expected['style.css'] ?? '',
      script: expected['script.js'] ?? '',
    });
    expect(findings.map(({ code }) => code)).toEqual(seen[name] ?? []);
    for (const { name: file, text } of pieces) expect(files[`snippet/${file}`]).toBe(text);
  });

  it('reads name and version of libraries from their addresses, in order', () => {
    const { mould, dropped } = importSnippet([
      { name: 'page.html', text: readCase('whole-document', 'paste')['page.html'] as string },
    ]);
    expect(mould.manifest).toMatchObject({
      name: 'depot-clock',
      title: 'Depot clock',
      page: { class: 'dark' },
    });
    expect(mould.manifest.libraries).toEqual([
      {
        name: 'normalize',
        version: '8.0.1',
        style: 'https://styles.example/normalize/8.0.1/normalize.min.css',
      },
      {
        name: 'dial',
        version: '2.4.1',
        script: 'https://code.example/dial@2.4.1/dist/dial.min.js',
      },
    ]);
    expect(dropped.map(({ what, line }) => `${line} ${what}`)).toEqual([
      '4 <meta charset="utf-8">',
    ]);
  });
});

describe('what a piece is does not hang on what it was called', () => {
  const texts: [what: string, text: string, part: 'template' | 'style' | 'script'][] = [
    ['style with a fault', '.a { color: red;\n.b { margin: 0 }', 'style'],
    ['script with a fault', 'const a = document.querySelector(".a"\na.remove()', 'script'],
    ['script that holds markup', 'document.body.innerHTML = "<p>a</p>";', 'script'],
    ['a module', 'import { a } from "a";\na();', 'script'],
    ['an import of style', '@import url("depot.css");', 'style'],
    ['prose', 'Trams run on Sundays', 'template'],
    ['prose with a comma', 'Hello, world', 'template'],
    ['an unclosed tag', '<p>Trams', 'template'],
  ];
  it.each(texts)('%s', (_, text, part) => {
    const { mould } = importSnippet([{ name: 'a.txt', text }]);
    expect(mould[part].trim()).toBe(text);
  });
});

describe('rules for the page', () => {
  const cases: [style: string, kept: string, dropped: string[]][] = [
    ['body { margin: 0; color: red }', 'body { color: red }', ['margin:0']],
    ['body {\n  margin: 0;\n  color: red;\n}', 'body {\n  color: red;\n}', ['margin:0']],
    ['html, body { height: 100% }\np { margin: 0 }', 'p { margin: 0 }', ['height:100%']],
    [
      'body { display: grid; place-items: center; min-height: 100vh }',
      'body { display: grid; place-items: center; }',
      ['min-height:100vh'],
    ],
    [':root { --a: 1px; background: red }', ':root { --a: 1px; }', ['background:red']],
    ['html { font-size: 62.5% }', 'html { font-size: 62.5% }', []],
    ['* { margin: 0 }', '* { margin: 0 }', []],
    ['body.dark > .a { margin: 0 }', 'body.dark > .a { margin: 0 }', []],
    ['html.js body.dark { overflow: hidden }', '', ['overflow:hidden']],
    [
      '@media (width) { body { padding: 0 } p { top: 0 } }',
      '@media (width) {  p { top: 0 } }',
      ['padding:0'],
    ],
    ['body::before { margin: 0 }', 'body::before { margin: 0 }', []],
    ['body { width: 100%; float: left }', 'body { width: 100%; float: left }', []],
    ['body { width: 100vw; float: left }', 'body { float: left }', ['width:100vw']],
    ['body, html { width: 100%; display: flex }', 'body, html { width: 100%; display: flex }', []],
    ['body { width: 100%; display: flex }', 'body { display: flex }', ['width:100%']],
  ];
  it.each(cases)('%s', (style, kept, dropped) => {
    const { mould, dropped: told } = importSnippet([{ name: 'a.css', text: style }]);
    expect(mould.style.replace(/\n+/g, '\n').trim()).toBe(kept);
    expect(told.map(({ what }) => /\{ (.*) \}/.exec(what)?.[1])).toEqual(dropped);
  });

  it('are told with their line, and a background stays where a colour of text goes with it', () => {
    const text =
      '<p>a</p>\n<style>\nbody {\n background: #123; color: #fff;\n padding: 1em; height: 100vh }</style>';
    const { mould, findings, dropped } = importSnippet([{ name: 'a.html', text }]);
    expect(mould.style).toBe('body {\n background: #123; color: #fff;\n padding: 1em; }\n');
    expect(dropped).toMatchObject([
      { file: 'a.html', line: 5, why: 'a widget is as high as its content' },
    ]);
    expect(findings.map(({ code, line }) => `${code} ${line}`)).toEqual([
      'snippet/page-styles 5',
      'snippet/kept-ground 4',
    ]);
  });

  it('stay whole, or go but for custom properties, as asked', () => {
    const pieces = [{ name: 'a.css', text: 'body { --a: 1px; margin: 0; color: red }' }];
    const styleFor = (pageStyles: 'root' | 'drop') =>
      importSnippet(pieces, { pageStyles }).mould.style;
    expect(styleFor('root').trim()).toBe(pieces[0]?.text);
    expect(styleFor('drop').trim()).toBe('body { --a: 1px; }');
  });
});

it('refuses a paste without anything in it, and a name that cannot be one', () => {
  expect(() => importSnippet([{ name: 'a.html', text: ' \n\t' }])).toThrow('This paste is empty');
  expect(() => importSnippet([{ name: 'a.html', text: '<p>a' }], { name: '1 a' })).toThrow('"1 a"');
});

/** True when all characters of one text stand in the other in the same order. */
function isCutFrom(part: string, whole: string): boolean {
  let from = 0;
  for (const char of part) {
    const found = whole.indexOf(char, from);
    if (found < 0) return false;
    from = found + char.length;
  }
  return true;
}

describe('whatever is pasted', () => {
  const bits = fc.constantFrom(
    '<p>',
    '</p>',
    '<style>',
    '</style>',
    '<script>',
    '</script>',
    '<b class="a',
    '">',
    '<!--',
    '-->',
    'a { b: c }',
    '{',
    '}',
    'let a = 1;',
    '</body>',
    '<body>',
    '<template>',
    '\r\n',
    '\n',
    '<svg><style>',
    '<![CDATA[',
    'é',
    '\u2028',
    '{~',
    '<title>x',
    '"',
    "'",
    '  ',
    'text',
    '\0',
  );
  const pastes = fc.array(bits, { minLength: 1, maxLength: 40 }).map((some) => some.join(''));

  it.each<[name: string, text: string]>([
    ['foreign elements that are none to a browser', '<svg><style>'.repeat(5000)],
    ['calls that never end', `<script>${'f('.repeat(20_000)}</script>`],
    ['comments that never end', '/*'.repeat(20_000)],
    ['bindings that never end', '{~'.repeat(5000)],
    ['text between a thousand elements', '<p>a</p> text { x: y } '.repeat(1000)],
  ])('it is read, even with %s', (_, text) => {
    const { mould } = importSnippet([{ name: 'a.html', text }]);
    expect(compileMould(mould).name).toBe('a');
  });

  it('is cut, never printed anew: what is kept stood in the paste, in that order', () => {
    fc.assert(
      fc.property(pastes, (text) => {
        fc.pre(text.trim() !== '');
        const { mould } = importSnippet([{ name: 'a.html', text }]);
        const template = mould.template.replaceAll('{~~', '{~');
        const script = mould.script.replace(/^;/gm, '');
        const style = mould.style.replace(quirksStyle('').text.trim(), '');
        for (const kept of [template, style, script]) {
          // Only what runs on to the very end is given the end tag it lost.
          const own = kept.replace(/<\/(?:script|style|textarea|title)>|\s/gi, '');
          expect(isCutFrom(own, text)).toBe(true);
        }
        expect(mould.files['snippet/a.html']).toBe(text);
      }),
      { seed: 7, numRuns: runs(300, 1000) },
    );
  });
});

it('a page without a doctype keeps what browsers do in quirks mode', () => {
  const page = (before: string) => `${before}<html><body><h1>a</h1></body></html>`;
  const { mould, findings } = importSnippet([{ name: 'a.html', text: page('') }]);
  expect(mould.manifest.page).toEqual({ 'data-quirks': '' });
  expect(mould.style).toContain(':where(table)');
  expect(findings.map(({ code }) => code)).toContain('snippet/no-doctype');
  const plain = importSnippet([{ name: 'a.html', text: page('<!doctype html>') }]).mould;
  expect(plain.manifest.page).toBeUndefined();
  expect(plain.style).toBe('');
});

it('turns what attributes of a body say into style, before all other', () => {
  const text =
    '<!doctype html><body bgcolor="f4f8fb" text="navy" link="#c00" vlink="}"><style>p { margin: 0 }</style><p>x</p></body>';
  const { mould, findings } = importSnippet([{ name: 'page.html', text }], {});
  expect(mould.style.replace(/\n+/g, '\n').trim()).toBe(
    'body { background-color: #f4f8fb }\nbody { color: navy }\n:where(a:link) { color: #c00 }\np { margin: 0 }',
  );
  // A value that could end the declaration is left out, and that is said.
  const left = findings.filter(({ code }) => code === 'snippet/page-part');
  expect(left.map(({ message }) => message)).toEqual([expect.stringContaining('vlink="}"')]);
});
