import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { markupOf, mouldOf, someFields } from '../support/mould.ts';

/** Template in, markup out, without the attributes every root carries. */
function written(template: string, values: JsonObject = {}, style = ''): string {
  return markupOf(someFields, template, values, style).replace(
    ' data-mould="board" data-cast="c"',
    '',
  );
}

describe('a binding writes the value for where it stands', () => {
  const cases: [name: string, template: string, values: JsonObject, markup: string][] = [
    ['text', '<p>{~heading~}</p>', { heading: 'A & B' }, '<p>A &amp; B</p>'],
    ['text with blanks inside the marks', '<p>{~ heading ~}</p>', {}, '<p>Trams</p>'],
    ['part of an attribute', '<p class="a {~side~}">x</p>', {}, '<p class="a start">x</p>'],
    [
      'single quotes',
      "<p title='{~heading~}'>x</p>",
      { heading: `'"` },
      "<p title='&#39;&quot;'>x</p>",
    ],
    ['an empty attribute is left out', '<p title="{~note~}" id="a">x</p>', {}, '<p id="a~c">x</p>'],
    ['an empty part leaves the rest', '<p class="a {~note~}">x</p>', {}, '<p class="a ">x</p>'],
    [
      'a plain opening mark',
      '<p title="{~~">{~~heading~}</p>',
      {},
      '<p title="{~">{~heading~}</p>',
    ],
    ['a number', '<p>{~count~}</p>', { count: 0 }, '<p>0</p>'],
    ['a null is empty', '<p>{~heading~}{~count~}</p>', { heading: null, count: null }, '<p></p>'],
    ['a member', '<p>{~group.size~} {~more.text~}</p>', {}, '<p>large More</p>'],
    [
      'a boolean attribute, on',
      '<ol reversed="{~framed~}"><li>x</ol>',
      {},
      '<ol reversed=""><li>x</ol>',
    ],
    [
      'a boolean attribute, off',
      '<ol reversed="{~framed~}"><li>x</ol>',
      { framed: false },
      '<ol><li>x</ol>',
    ],
    [
      'ARIA says false by the word',
      '<p aria-busy="{~framed~}">x</p>',
      { framed: false },
      '<p aria-busy="false">x</p>',
    ],
    [
      'a colour in a style attribute',
      '<p style="color: {~tint~}">x</p>',
      {},
      '<p style="color: #123456">x</p>',
    ],
    [
      'a number in style has its unit',
      '<p style="width: {~count~}">x</p>',
      {},
      '<p style="width: 3px">x</p>',
    ],
    [
      'the same field twice',
      '<p>{~heading~}<b>{~heading~}</b></p>',
      {},
      '<p>Trams<b>Trams</b></p>',
    ],
    ['a comment is left alone', '<p><!-- {~heading~} -->x</p>', {}, '<p><!-- {~heading~} -->x</p>'],
    [
      'an SVG attribute keeps its letters',
      '<svg viewBox="0 0 {~count~} 9"/>',
      {},
      '<svg viewBox="0 0 3 9"/>',
    ],
    [
      'a text area',
      '<textarea>{~heading~}</textarea>',
      { heading: '</textarea>' },
      '<textarea>&lt;/textarea&gt;</textarea>',
    ],
  ];
  it.each(cases)('%s', (_, template, values, markup) => {
    expect(written(template, values)).toBe(markup);
  });
});

describe('a link fills an <a>', () => {
  const link = '<a target="_self" rel="me" href="{~more~}">{~more~}</a>';
  const cases: [name: string, more: JsonObject | string, markup: string][] = [
    ['its address and text', {}, '<a href="/more" target="_self" rel="me">More</a>'],
    ['a bare address', '/b', '<a href="/b" target="_self" rel="me">More</a>'],
    [
      'in a new tab',
      { newTab: true },
      '<a href="/more" target="_blank" rel="me noopener">More</a>',
    ],
    ['offsite, within', { newTab: 'offsite' }, '<a href="/more" target="_self" rel="me">More</a>'],
    [
      'offsite, elsewhere',
      { href: 'https://a.example', newTab: 'offsite' },
      '<a href="https://a.example" target="_blank" rel="me noopener">More</a>',
    ],
    [
      'its own relation',
      { rel: 'nofollow' },
      '<a href="/more" target="_self" rel="me nofollow">More</a>',
    ],
    ['no address', { href: '' }, '<a target="_self" rel="me">More</a>'],
  ];
  it.each(cases)('%s', (_, more, markup) => {
    expect(written(link, { more })).toBe(markup);
  });

  it('leaves target and rel to an author who binds them', () => {
    const own = '<a href="{~more~}" rel="{~side~}">x</a>';
    expect(written(own, { more: { newTab: true } })).toBe('<a href="/more" rel="start">x</a>');
  });
});

describe('km-each and km-when', () => {
  const cases: [name: string, template: string, values: JsonObject, markup: string][] = [
    [
      'a row each, with the white space before it',
      '<ul>\n  <li km-each="rows">{~rows.time~}</li>\n</ul>',
      {},
      '<ul>\n  <li>10:20</li>\n  <li>11:00</li>\n</ul>',
    ],
    ['no rows', '<ul>\n  <li km-each="rows">x</li>\n</ul>', { rows: [] }, '<ul>\n</ul>'],
    [
      'row facts',
      '<p><b km-each="rows">{~rows#number~}/{~rows#count~}<i km-when="not rows#last">,</i></b></p>',
      {},
      '<p><b>1/2<i>,</i></b><b>2/2</b></p>',
    ],
    [
      'rows in rows',
      '<p><b km-each="rows">{~rows.time~}<i km-each="rows.calls">{~rows.calls~}</i></b></p>',
      {},
      '<p><b>10:20</b><b>11:00<i>Weir</i><i>Mill</i></b></p>',
    ],
    [
      'a link in a row',
      '<p><a km-each="rows" href="{~rows.to~}">{~rows.to~}</a></p>',
      {},
      '<p><a href="#">Mill</a><a href="/mill">Mill</a></p>',
    ],
    [
      'so many copies',
      '<p><i km-each="count">{~count#number~}</i></p>',
      {},
      '<p><i>1</i><i>2</i><i>3</i></p>',
    ],
    [
      'a template has no wrapper',
      '<p><template km-each="rows"><b>{~rows.time~}</b></template></p>',
      {},
      '<p><b>10:20</b><b>11:00</b></p>',
    ],
    [
      'both: the condition is asked for each row',
      '<p><b km-each="rows" km-when="rows.calls">{~rows.time~}</b></p>',
      {},
      '<p><b>11:00</b></p>',
    ],
    [
      'an end tag that is implied',
      '<ul><li km-each="rows">{~rows.time~}<li>last</ul>',
      {},
      '<ul><li>10:20<li>11:00<li>last</ul>',
    ],
    ['not empty', '<p><b km-when="note">x</b></p>', { note: 'y' }, '<p><b>x</b></p>'],
    ['empty', '<p><b km-when="note">x</b></p>', {}, '<p></p>'],
    ['zero is not empty', '<p><b km-when="count">x</b></p>', { count: 0 }, '<p><b>x</b></p>'],
    [
      'a link without address is empty',
      '<p><b km-when="more">x</b></p>',
      { more: { href: '' } },
      '<p></p>',
    ],
    ['not', '<p><b km-when="not framed">x</b></p>', { framed: false }, '<p><b>x</b></p>'],
    ['is', '<p><b km-when="side is end">x</b></p>', { side: 'end' }, '<p><b>x</b></p>'],
    ['is not', '<p><b km-when="side is not end">x</b></p>', { side: 'end' }, '<p></p>'],
  ];
  it.each(cases)('%s', (_, template, values, markup) => {
    expect(written(template, values)).toBe(markup);
  });

  it("sets a row's style fields on its own element, after what the author wrote there", () => {
    const template = '<p><b km-each="rows" style="margin: 0">x</b></p>';
    const values = { rows: [{ shade: 'blue' }, { shade: null }] };
    expect(written(template, values, 'b { color: var(--rows-shade) }')).toBe(
      '<p><b style="margin: 0; --rows-shade: blue">x</b><b style="margin: 0; --rows-shade: initial">x</b></p>',
    );
  });
});

describe('the root of a cast', () => {
  const carried = 'data-mould="board" data-cast="c"';
  it('is the single top-level element', () => {
    expect(markupOf(someFields, '<!-- a -->\n<p class="a">x</p>\n')).toContain(
      `<p ${carried} class`,
    );
  });
  it.each([
    ['there are two', '<p>a</p><p>b</p>', ''],
    ['text stands beside it', 'a <p>b</p>', ''],
    ['it is repeated', '<p km-each="rows">a</p>', ''],
    ['body has a box', '<p>a</p>', 'body { padding: 1em }'],
  ])('is a wrapper where %s', (_, template, style) => {
    expect(markupOf(someFields, template, {}, style)).toMatch(`<div ${carried}>\n`);
  });
  it('is a wrapper with the attributes that the page had, so that rules for them hold', () => {
    const mould = mouldOf({ template: '<p>a</p>', style: 'body.dark p { color: red }' });
    const page = { class: 'dark', 'data-a': '"' };
    const cast = compileMould({ ...mould, manifest: { ...mould.manifest, page } }).cast({
      id: 'c',
    });
    expect(cast.markup).toBe(`<div ${carried} class="dark" data-a="&quot;">\n<p>a</p>\n</div>`);
    expect(cast.mouldStyle).toContain('&:not(html).dark p {');
  });
  it('needs no wrapper for custom properties of the page', () => {
    expect(markupOf(someFields, '<p>a</p>', {}, ':root { --a: 1px }')).toContain(`<p ${carried}>`);
  });
});

describe('nothing of the host falls into a cast', () => {
  it.each([
    ['<div><p>a', '<div><p>a</p></div>', ['never-closed']],
    ['<ul><li>a<li>b', '<ul><li>a<li>b</li></ul>', ['never-closed']],
    ['<p>a', '<p>a</p>', []],
    ['<p>a<div>b</div>', '<div data-mould="board" data-cast="c">\n<p>a<div>b</div>\n</div>', []],
    ['<p><b>a', '<p><b>a</b></p>', ['never-closed']],
    ['<p><textarea>a', '<p><textarea>a</textarea></p>', ['never-closed']],
    ['<p><br>', '<p><br></p>', []],
    ['<svg><g/>', '<svg><g/></svg>', ['never-closed']],
    ['<table><tr><td>a', '<table><tr><td>a</td></tr></table>', ['never-closed']],
    // An end tag of nothing would end the cast's root, or what the host has around it.
    ['<nav></div><p>a</p></nav>', '<nav><p>a</p></nav>', []],
    ['<nav><p>a</p></NAV ></section>', '<nav><p>a</p></NAV >', []],
    ['<ul><li>a</b></a></li></ul>', '<ul><li>a</li></ul>', []],
    ['<div><b>a<i>b</b>c</i></div>', '<div><b>a<i>b</b>c</i></div>', []],
    ['<div><h2>a</h3></h2></div>', '<div><h2>a</h3></div>', []],
    ['<div>a</p></br></div>', '<div>a</p></br></div>', []],
    [
      '<div><!-- </div> --><p title="</div>">a</p></div>',
      '<div><!-- </div> --><p title="</div>">a</p></div>',
      [],
    ],
  ])('%s is cast as %s', (template, markup, codes) => {
    const { findings, cast } = compileMould(mouldOf({ template }));
    expect(findings.map(({ code }) => code)).toEqual(codes.map((code) => `template/${code}`));
    const written = cast({ id: 'c' }).markup.replace(/ data-look="\w+"/, '');
    expect(written.replace(/^(<\w+) data-mould="board" data-cast="c"(?=>(?!\n))/, '$1')).toBe(
      markup,
    );
  });

  it.each<[template: string, values: JsonObject, markup: string]>([
    ['<p>a<ul><li km-each="rows">{~rows.time~}', {}, '<p>a<ul><li>10:20</li><li>11:00</li></ul>'],
    ['<p>a<ul><li km-each="rows">b', { rows: [] }, '<p>a<ul></ul>'],
    ['<p>a</p><div km-when="note">b', {}, '<p>a</p>'],
    ['<p>a</p><div km-when="framed"><b>b', {}, '<p>a</p><div><b>b</b></div>'],
    ['<p>a</p><template km-when="framed"><b>b', {}, '<p>a</p><b>b</b>'],
    [
      '<p>a</p><textarea km-each="count">b',
      { count: 2 },
      '<p>a</p><textarea>b</textarea><textarea>b</textarea>',
    ],
  ])('%s with %j: an end tag comes and goes with its element', (template, values, markup) => {
    const written = markupOf(someFields, template, values);
    expect(written.replace(/^<div [^>]*>\n|\n<\/div>$/g, '')).toBe(markup);
  });

  it.each(['<p class="a', '<p>a</', '<p>a<!-- b', '<p>a<'])('%s is refused', (template) => {
    const { findings, isSound } = compileMould(mouldOf({ template }));
    expect(findings.map(({ code }) => code)).toContain('template/breaks-off');
    expect(isSound).toBe(false);
  });
});

describe('a template that is wrong is reported at its line and column', () => {
  const cases: [template: string, code: string, at: string, said: string][] = [
    ['<p>\n  {~haeding~}</p>', 'unknown-field', '2:3', 'Did you mean heading?'],
    ['<p>{~head ing~}</p>', 'bad-path', '1:4', '"head ing"'],
    ['<p>{~rows.time~}</p>', 'outside-list', '1:4', 'belongs to a row of rows'],
    ['<p>{~heading</p>', 'unclosed', '1:4', 'never ends'],
    ['<p title="{~heading">x</p>', 'unclosed', '1:11', 'never ends'],
    ['<p>{~rows~}</p>', 'no-text', '1:4', 'a list'],
    ['<p>{~group~}</p>', 'no-text', '1:4', 'a group'],
    ['<p>{~framed~}</p>', 'no-text', '1:4', 'a switch'],
    ['<p style="color: {~heading~}">x</p>', 'no-text', '1:18', 'a text'],
    ['<p km-each="heading">x</p>', 'not-a-list', '1:13', 'a text'],
    ['<b km-each="rows"><i km-each="rows">x</i></b>', 'same-loop', '1:31', 'inside another'],
    ['<p km-when="a or b">x</p>', 'bad-condition', '1:13', 'a or b'],
    ['<p km-evry="rows">x</p>', 'unknown-binding', '1:4', 'km-evry'],
    ['<p onclick="{~heading~}">x</p>', 'no-value-here', '1:13', 'event-handler'],
    ['<p title={~heading~}>x</p>', 'no-value-here', '1:10', 'without quotes'],
    ['<p {~heading~}>x</p>', 'no-value-here', '1:4', 'the tag of <p>'],
    ['<iframe srcdoc="{~heading~}"></iframe>', 'no-value-here', '1:17', 'srcdoc'],
    ['<a ping="{~heading~}">x</a>', 'no-value-here', '1:10', 'list of addresses'],
    ['<table>{~heading~}</table>', 'no-value-here', '1:8', '<table>'],
    ['<p>{~page~}</p>', 'no-value-here', '1:4', 'as host markup'],
    ['<svg>{~page~}</svg>', 'no-text', '1:6', 'markup'],
    ['<h2 km-as="heading">x</h2>', 'as', '1:12', 'is not a choice of element names'],
    ['<h2 km-as="side">x</h2>', 'as', '1:12', 'may be "start"'],
    ['<p><span km-as="rank">x</span></p>', 'as', '1:17', 'may be h2, which browsers do not'],
    ['<p km-as="rank">x', 'as', '1:11', 'end tag'],
    ['<ul><li km-shell="note"><p>x</p><li>y</ul>', 'shell', '1:5', '<li>'],
    ['<p km-class="note is-on">x</p>', 'bad-class', '1:14', 'note is-on'],
    ['<p km-class="noet: on">x</p>', 'unknown-field', '1:14', 'Did you mean note?'],
    ['<p class="{~wide~}">x</p>', 'below', '1:11', 'can differ by viewport width'],
    ['<p>{~rows.row~}</p>', 'outside-list', '1:4', 'belongs to a row of rows'],
    ['<script src="{~heading~}"></script>', 'no-value-here', '1:14', 'loads code'],
    ['<style>p { color: {~tint~} }</style>', 'no-value-here', '1:19', '<style>'],
    ['<table><b km-when="note"><tr><td>x</b></table>', 'moved', '1:8', 'move <b>'],
  ];
  it.each(cases)('%s → %s', (template, code, at, said) => {
    const { findings, isSound, cast } = compileMould(mouldOf({ fields: someFields, template }));
    const [first] = findings;
    expect({ code: first?.code, at: `${first?.line}:${first?.column}` }).toEqual({
      code: `template/${code}`,
      at,
    });
    expect(first?.message).toContain(said);
    expect(isSound).toBe(false);
    expect(() => cast()).toThrow(first?.message);
  });

  it('reports a broken loop once, not again for what is inside', () => {
    const template = '<p km-each="row">{~rows.time~}</p>';
    expect(compileMould(mouldOf({ fields: someFields, template })).findings).toHaveLength(1);
  });
});
