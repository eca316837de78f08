import { describe, expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { confiningPolicy, reachedBy } from '../../src/core/preview/confinement.ts';
import { changeBetween } from '../../src/core/preview/copies.ts';
import { pathOfMark } from '../../src/core/preview/mark-name.ts';
import { withMarks } from '../../src/core/preview/mark-template.ts';
import { withHead } from '../../src/core/preview/page-text.ts';
import { pastePage } from '../../src/core/preview/paste-page.ts';
import { mouldOf, someFields } from '../support/mould.ts';
import { settingsMould } from '../support/settings.ts';

describe('a marked mould', () => {
  it('says on each element what fills it, row by row, and casts the same but for that', () => {
    const template = `<ul km-class="framed: f"><li km-each="rows" title="{~rows.time~}"><a href="{~rows.to~}">{~rows.to~}</a>
<b km-each="rows.calls">{~rows.calls~}</b><i km-when="rows#first">x</i></li></ul>`;
    const mould = mouldOf({ fields: someFields, template });
    const { markup } = compileMould(withMarks(mould)).cast({ id: 'c' });
    const marks = [...markup.matchAll(/<(\w+)[^>]*? data-km-fields="([^"]*)"/g)].map(
      ([, name, all]) => `${name} ${all}`,
    );
    expect(marks).toEqual([
      'ul framed',
      'li rows.1.time rows.1',
      'a rows.1.to',
      'li rows.2.time rows.2',
      'a rows.2.to',
      'b rows.2.calls.1',
      'b rows.2.calls.2',
    ]);
    expect(markup.replace(/ data-km-fields="[^"]*"/g, '')).toBe(
      compileMould(mould).cast({ id: 'c' }).markup,
    );
    expect(pathOfMark('rows.2.calls.10')).toBe('rows.1.calls.9');
  });

  it('is sound wherever the mould is', () => {
    expect(compileMould(withMarks(settingsMould())).findings).toEqual(
      compileMould(settingsMould()).findings,
    );
  });
});

it('a policy lets through what is declared, and never a word that would end it', () => {
  const reached = reachedBy([
    {
      reaches: ['https://tiles.example/a/b', 'no address'],
      libraries: [{ name: 'x', script: 'https://lib.example/x;y.js?v=1' }],
    },
    { reaches: ['//cdn.example'], libraries: [{ name: 'own', script: 'assets/own.js' }] },
  ] as never);
  expect(reached).toEqual({
    origins: ['https://tiles.example', 'https://cdn.example'],
    files: ['https://lib.example/x;y.js?v=1'],
    modules: [],
  });
  const policy = confiningPolicy(reached);
  expect(policy).toContain(
    'img-src data: blob: https://tiles.example https://cdn.example https://lib.example/x%3By.js;',
  );
  expect(policy).toContain('frame-src https://tiles.example https://cdn.example;');
  expect(confiningPolicy({ origins: [], files: [], modules: [] })).toContain("frame-src 'none'");
});

it('a paste is a page again, with its own sheets and scripts in it and its pictures by their new names', () => {
  const page =
    '<link rel="stylesheet" href="css/a.css"><h1>x</h1><img src="pics/tram.svg"><a href="tram.svg">t</a><script src="a.js"></script>';
  const files: Readonly<Record<string, string>> = {
    'css/a.css': 'h1 { color: red }',
    'a.js': 'go("</script>")',
    'pics/tram.svg': '<svg/>',
  };
  const local = (path: string) =>
    files[path] === undefined
      ? undefined
      : { bytes: new TextEncoder().encode(files[path]), text: files[path] };
  const { mould } = importSnippet([{ name: 'page.html', text: page }], { local: local as never });
  const paste = pastePage(mould) ?? '';
  expect(paste).toContain('<style>h1 { color: red }</style>');
  expect(paste).toContain('<script>go("<\\/script>")</script>');
  expect(paste).toContain('src="assets/tram.svg"');
  expect(paste).toContain('<a href="tram.svg">');
  expect(paste).toMatch(/^<!doctype html>/);
  expect(pastePage({ files: {} })).toBeUndefined();
});

it('panes that were pasted apart stand in one page', () => {
  const pieces = [
    { name: 'a.html', text: '<p>x</p>' },
    { name: 'a.css', text: 'p { color: red }' },
    { name: 'a.js', text: 'go()' },
  ];
  const paste = pastePage(importSnippet(pieces).mould) ?? '';
  expect(paste).toMatch(
    /<p>x<\/p>\s*<style>p \{ color: red \}<\/style>\s*<script>go\(\)<\/script>\s*<\/body>/,
  );
});

it.each([
  [
    '<!doctype html><html lang="de"><head><title>t</title>',
    '<!doctype html><html lang="de"><head>+<title>t</title>',
  ],
  ['<html><body>', '<html>+<body>'],
  ['<!DOCTYPE html><p>x', '<!DOCTYPE html>+<p>x'],
  ['<header>x', '<!doctype html>+<header>x'],
])('a page has something put first in its head: %s', (page, wanted) => {
  expect(withHead(page, '+')).toBe(wanted);
});

it('a change is reported by what it takes: nothing, style, or another start', () => {
  const compiled = compileMould(settingsMould());
  const cast = (values = {}) => [compiled.cast({ id: 'c', values })];
  expect(changeBetween(cast(), cast({ text: 'Depot Gate' }))).toBe('nothing');
  expect(changeBetween(cast(), cast({ color: 'red', number: 4 }))).toBe('style');
  expect(changeBetween(cast(), cast({ text: 'x' }))).toBe('restart');
  expect(changeBetween(cast(), [...cast(), ...cast()])).toBe('restart');
});
