import { describe, expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { type LocalFiles, localPath } from '../../src/core/author/snippet/local-files.ts';

describe('an address means a file beside the snippet', () => {
  it.each([
    ['page.html', 'a.svg', 'a.svg'],
    ['page.html', './img/a.svg?x#y', 'img/a.svg'],
    ['page.html', 'a%20b.svg', 'a b.svg'],
    ['css/a.css', '../img/a.svg', 'img/a.svg'],
    ['css/a.css', 'b.svg', 'css/b.svg'],
    ['page.html', '100%.svg', '100%.svg'],
  ])('from %s, %s is %s', (from, address, path) => expect(localPath(from, address)).toBe(path));

  it.each([
    '../a.svg',
    'img/../../a.svg',
    '%2e%2e/a.svg',
    '/etc/hostname',
    '//a.example/b',
    'C:\\a',
    '\\\\host\\a',
    'https://a.example/b',
    'data:,a',
    'file:///a',
    '',
    '#a',
    '.env',
    'a/.git/config',
  ])('%j means none', (address) => expect(localPath('page.html', address)).toBeUndefined());
});

const bytes = new TextEncoder().encode('x');
const local: LocalFiles = (path) => {
  const text = {
    'own.css': 'b { margin: 0 }',
    'own.js': 'own()',
    'lib.min.js': 'lib()',
    'lib.min.css': 'i { margin: 1px }',
  }[path];
  const isThere = text !== undefined || /^(?:a|b)\.svg$/.test(path) || path === 'two/a.svg';
  return isThere ? { bytes, text } : undefined;
};
const imported = (text: string) => importSnippet([{ name: 'page.html', text }], { local }).mould;

describe('a sheet that is plainly a library', () => {
  const before = '<link rel=stylesheet href=lib.min.css>';
  const own = '<link rel=stylesheet href=own.css>';

  it('stands apart where it comes first', () => {
    const { manifest, style } = imported(`${before}${own}<p>x</p>`);
    expect(manifest.libraries).toMatchObject([{ style: 'assets/lib.min.css' }]);
    expect(style).not.toContain('1px');
  });

  it("keeps its place behind the snippet's own style, so that order decides as it did", () => {
    const { manifest, style } = imported(`${own}${before}<p>x</p>`);
    expect(manifest.libraries ?? []).toEqual([]);
    expect(style).toMatch(/b \{ margin: 0 \}\s*i \{ margin: 1px \}/);
  });
});

describe('what lies beside a page comes along', () => {
  it.each([
    ['<img src=a.svg>', '<img src=assets/a.svg>'],
    ['<img src="none.svg">', '<img src="none.svg">'],
    [
      '<img srcset="a.svg 1x, b.svg 2x, none.svg 3x">',
      '<img srcset="assets/a.svg 1x, assets/b.svg 2x, none.svg 3x">',
    ],
    [
      '<video poster="a.svg"><source src=\'b.svg\'></video>',
      '<video poster="assets/a.svg"><source src=\'assets/b.svg\'></video>',
    ],
    ['<svg><use href="a.svg#x"/></svg>', '<svg><use href="assets/a.svg#x"/></svg>'],
    ['<p style="background: url(a.svg)">', '<p style="background: url(assets/a.svg)">'],
    ['<a href="a.svg">large</a>', '<a href="assets/a.svg">large</a>'],
    ['<a href="own.html">page</a>', '<a href="own.html">page</a>'],
    ['<iframe src="a.svg"></iframe>', '<iframe src="a.svg"></iframe>'],
  ])('%s', (text, template) => expect(imported(text).template.trim()).toBe(template));

  it('its own sheets and scripts are the mould’s, libraries stay libraries', () => {
    const mould = imported(
      '<link rel="stylesheet" href="own.css" media="print"><script src="lib.min.js"></script><script src="own.js"></script><p>a',
    );
    expect(mould.style).toBe('@media print {\nb { margin: 0 }\n}\n');
    expect(mould.script).toBe('own()\n');
    expect(mould.manifest.libraries).toEqual([{ name: 'lib', script: 'assets/lib.min.js' }]);
    expect(Object.keys(mould.files).sort()).toEqual([
      'assets/lib.min.js',
      'snippet/own.css',
      'snippet/own.js',
      'snippet/page.html',
    ]);
  });

  it('files of one name stay apart, and one file comes once', () => {
    const mould = imported('<img src="a.svg"><img src="two/a.svg"><img src="./a.svg">');
    expect(mould.template.match(/assets\/[^"]+/g)).toEqual([
      'assets/a.svg',
      'assets/2-a.svg',
      'assets/a.svg',
    ]);
  });

  it('in style, wherever an address can stand but after @import', () => {
    const style =
      '@import "a.svg"; b { a: url(a.svg) url("b.svg") image-set("a.svg" 1x); c: "a.svg" }';
    expect(
      importSnippet([{ name: 'page.html', text: `<style>${style}</style>` }], { local }).mould
        .style,
    ).toBe(
      '@import "a.svg"; b { a: url(assets/a.svg) url("assets/b.svg") image-set("assets/a.svg" 1x); c: "a.svg" }\n',
    );
  });
});
