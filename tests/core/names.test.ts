import { describe, expect, it } from 'vitest';
import { libraryOf } from '../../src/core/author/library/library.ts';
import { kebabName, titleFrom } from '../../src/core/author/snippet/name.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { attributePlace } from '../../src/core/compile/template/attribute-place.ts';
import { type Element, readMarkup } from '../../src/core/compile/template/markup.ts';
import { isReference, resolvePath } from '../../src/core/model/path.ts';
import { isSafeAddress } from '../../src/core/model/safe-address.ts';
import { mouldOf, someFields } from '../support/mould.ts';

describe('names of moulds', () => {
  it.each([
    ['Sunday Board', 'sunday-board'],
    ['stopList', 'stop-list'],
    ['  été à Brindle!', 'ete-a-brindle'],
    ['2 trams', 'trams'],
    ['—', 'snippet'],
    ['a'.repeat(99), 'a'.repeat(60)],
  ])('%s is %s', (words, name) => expect(kebabName(words)).toBe(name));

  it('make titles', () => expect(titleFrom('sunday-board_2')).toBe('Sunday board 2'));
});

describe('a library is known by its address', () => {
  it.each([
    ['https://c.example/npm/dial@3.1.0/dist/dial.min.js', 'dial', '3.1.0'],
    ['https://c.example/ajax/libs/dial/3.1.0/dial.js', 'dial', '3.1.0'],
    ['https://code.example/dial-3.1.min.js?x=1', 'dial', '3.1'],
    ['https://c.example/dial.bundle.min.js', 'dial', undefined],
    ['vendor/dial.slim.js', 'dial', undefined],
    ['https://c.example/dial', 'dial', undefined],
    ['https://c.example/', 'https://c.example/', undefined],
  ])('%s', (script, name, version) => {
    expect(libraryOf(script, 'script')).toEqual({ name, ...(version ? { version } : {}), script });
  });
});

describe('an address is safe', () => {
  it.each([
    '',
    '/a',
    '?a',
    '#a',
    'a:b'.slice(0, 1),
    '//a.example',
    'HTTPS://a',
    'mailto:a@b',
    'tel:1',
  ])('as %j', (address) => expect(isSafeAddress(address)).toBe(true));
  it.each([
    'javascript:a',
    'JAVASCRIPT:a',
    '\tjava\nscript:a',
    '\u0000 javascript:a',
    'data:text/html,a',
    'vbscript:a',
    'blob:a',
    'file:///a',
    'intent:a',
    'a:b',
  ])('not as %j', (address) => expect(isSafeAddress(address)).toBe(false));
});

describe('what an attribute is to a browser', () => {
  it.each([
    ['<a href="">', 'address'],
    ['<svg><a xlink:href=""/></svg>', 'address'],
    ['<svg><animate to=""/></svg>', 'address'],
    ['<form action="">', 'address'],
    ['<button formaction="">', 'address'],
    ['<video poster="">', 'picture'],
    ['<img src="">', 'picture'],
    ['<iframe src="">', 'address'],
    ['<img srcset="">', 'candidates'],
    ['<p class="">', 'class'],
    ['<option value="">', 'option'],
    ['<a ping="">', 'addresses'],
    ['<p onclick="">', 'handler'],
    ['<p OnWheel="">', 'handler'],
    ['<iframe srcdoc="">', 'markup'],
    ['<p style="">', 'style'],
    ['<script src="">', 'code'],
    ['<base href="">', 'code'],
    ['<link href="">', 'code'],
    ['<object data="">', 'code'],
    ['<meta content="">', 'code'],
    ['<details open="">', 'boolean'],
    ['<p hidden="">', 'boolean'],
    ['<p aria-expanded="">', 'enumerated'],
    ['<p draggable="">', 'enumerated'],
    ['<p title="">', 'plain'],
    ['<p data-src="">', 'plain'],
    ['<input to="">', 'plain'],
    ['<svg open=""/>', 'plain'],
  ])('%s is %s', (html, place) => {
    const element = readMarkup(html).elements.at(-1) as Element;
    expect(attributePlace(element, element.attributes[0]?.name ?? '')).toBe(place);
  });
});

describe('a path', () => {
  const { root } = compileMould(mouldOf({ fields: someFields }));
  const found = (path: string, loops: readonly string[]): string => {
    const end = resolvePath(root, path, loops);
    if (!isReference(end)) return end.what;
    return `${end.field.path} from ${end.loop} by ${end.steps.join('.')}${end.fact ? ` #${end.fact}` : ''}`;
  };
  it.each<[path: string, loops: string[], end: string]>([
    ['heading', [], 'heading from 0 by heading'],
    ['more.text', [], 'more.text from 0 by more.text'],
    ['rows', [], 'rows from 0 by rows'],
    ['rows', ['rows'], 'rows from 1 by '],
    ['rows.to.text', ['rows'], 'rows.to.text from 1 by to.text'],
    ['rows.calls', ['rows'], 'rows.calls from 1 by calls'],
    ['rows.calls', ['rows', 'rows.calls'], 'rows.calls from 2 by '],
    ['rows.time', ['rows', 'rows.calls'], 'rows.time from 1 by time'],
    ['rows.calls#last', ['rows', 'rows.calls'], 'rows.calls from 2 by  #last'],
    ['count#number', ['count'], 'count from 1 by  #number'],
    ['count', ['count'], 'count from 0 by count'],
    ['rows.time', [], 'outside-list'],
    ['rows.calls', [], 'outside-list'],
    ['rows#first', [], 'outside-list'],
    ['heading#first', [], 'outside-list'],
    ['heading.size', [], 'unknown-field'],
    ['toString', [], 'unknown-field'],
    ['more.', [], 'bad-path'],
    ['rows#middle', ['rows'], 'bad-path'],
    ['', [], 'bad-path'],
  ])('%s in loops %j: %s', (path, loops, end) => expect(found(path, loops)).toBe(end));
});
