import { describe, expect, it } from 'vitest';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';

/** Codes of the errors and warnings of a paste. */
function told(text: string): string[] {
  const { mould } = importSnippet([{ name: 'a.html', text }]);
  return checkMould(mould).flatMap(({ level, code }) => (level === 'note' ? [] : [code]));
}

describe('nothing is said of', () => {
  it.each([
    ['end tags that may be left out', '<ul><li>a<li>b</ul><table><tr><td>a<td>b</table><p>a<p>b'],
    ['SVG that closes itself', '<svg viewBox="0 0 1 1"><path d="M0 0"/><use href="#a"/></svg>'],
    [
      'a picture that is hidden, or named',
      '<img src="/a.png" aria-hidden="true"><img src="/b.png" title="B">',
    ],
    ['names that hints are made of', '<input placeholder="Your name here">'],
    ['curly quotes in text', '<p title="a ‘b’">“a”</p><style>p::before { content: "“" }</style>'],
    ['a link to the top', '<a href="#">a</a><a href="#top">b</a>'],
    [
      'ids that script makes',
      '<label for="made">a</label><script>mould.root.id = "made";</script>',
    ],
    ['variants of one name', '<p class="tab-1">a</p><style>.tab-2, .is-on { color: red }</style>'],
    [
      'classes that script sets',
      '<p>a</p><style>.open { color: red }</style><script>mould.root.className = "open";</script>',
    ],
    ['elements of one’s own', '<tram-car>a</tram-car><style>tram-car { color: red }</style>'],
    [
      'values for one browser, and old hacks',
      '<style>p { -webkit-line-clamp: 2; *zoom: 1; display: -ms-grid; filter: alpha(opacity=50) }</style><p>a</p>',
    ],
    [
      'values the grammar is too young for',
      '<style>p { width: calc-size(auto, size); text-wrap: pretty; margin: if(style(--a): 1px) }</style><p>a</p>',
    ],
    [
      'lengths of 0, and numbers where numbers are right',
      '<style>p { margin: 0; line-height: 1.2; flex: 1; opacity: .5; z-index: 3 }</style><p>a</p>',
    ],
    [
      'rules in rules',
      '<style>p { color: red; &:hover { color: blue } b { color: green } }</style><p>a <b>b</b></p>',
    ],
    [
      'addresses with two slashes',
      '<style>p { background: url(//a.example/b.png) } /* // */</style><p>a</p>',
    ],
    [
      'colours on a picture',
      '<style>p { color: #fff; background: #eee url(/a.png) }</style><p>a</p>',
    ],
    [
      'large text',
      '<style>p { color: #8a8a8a; background: #fff; font-size: 28px }</style><p>a</p>',
    ],
    [
      'states in their order',
      '<style>a:link { color: blue } a:visited { color: purple } a:hover { color: red }</style><a href="/a">a</a>',
    ],
    [
      'a hover that only decorates',
      '<style>.a:hover .b { color: red }</style><p class="a"><b class="b">a</b></p>',
    ],
    [
      'wide parts of what scrolls',
      '<style>.a { overflow-x: auto } .b { width: 900px }</style><p class="a"><b class="b">a</b></p>',
    ],
    [
      'widths for wide windows',
      '<style>@media (min-width: 900px) { p { width: 800px } }</style><p>a</p>',
    ],
    [
      'questions about the page',
      '<p>a</p><script>const w = document.body.clientWidth + $("body").width(); function $() { return { width() {} } }</script>',
    ],
    ['handlers of one’s own elements', '<p>a</p><script>mould.root.onclick = () => {};</script>'],
    [
      'names that are declared',
      '<p>a</p><script>let i; for (i = 0; i < 3; i++) {} function f() { var g; g = 1; } f();</script>',
    ],
    ['strict code', '<p>a</p><script type="module">const a = 1; mould.root.id = a;</script>'],
    [
      'libraries that are asked for first',
      '<p>a</p><script>if (typeof jQuery !== "undefined") jQuery("p").hide();</script>',
    ],
    [
      'plugins of one’s own',
      '<p>a</p><script src="https://c.example/jquery@4.0.0/jquery.js"></script><script>$.fn.sift = function () {}; $("p").sift();</script>',
    ],
    [
      'quotes and blanks in strings',
      '<p>a</p><script>const a = "“\u00a0”"; mould.root.title = a;</script>',
    ],
  ])('%s', (_, text) => expect(told(text)).toEqual([]));
});

describe('one thing is said of', () => {
  it.each([
    ['script/changes-page', '<p>a</p><script>window.location.hash = "a";</script>'],
    ['script/changes-page', '<p>a</p><script>history.pushState(1, "");</script>'],
    ['script/document-write', '<head><script>document.write("a");</script></head><p>a</p>'],
    ['script/no-match', '<p id="a-note">a</p><script>document.getElementById("#a-note");</script>'],
    [
      'script/no-match',
      '<p class="a-note">a</p><script>document.querySelector("#a-note");</script>',
    ],
    [
      'script/no-match',
      '<p class="departure">a</p><script>document.querySelector(".deperture b");</script>',
    ],
    ['style/no-match', '<p id="notice">a</p><style>.notice { color: red }</style>'],
    ['style/unknown-value', '<style>p { color: #12345 }</style><p>a</p>'],
    ['style/unknown-value', '<style>p { transition: opacity .3s eese }</style><p>a</p>'],
    ['style/no-unit', '<style>p { padding: 4px 20 }</style><p>a</p>'],
    ['style/unclosed', '<style>@media (width < 400px) { p { color: red }</style><p>a</p>'],
    [
      'style/hover-only',
      '<style>.a .b { display: none } .a:hover > .b { display: block }</style><p class="a"><b class="b">a</b></p>',
    ],
    [
      'style/low-contrast',
      '<style>:root { --ink: #aaa } p { color: var(--ink); background: #fff }</style><p>a</p>',
    ],
    ['markup/unclosed', '<div>\n  <div>\n    <p>a</p>\n</div>\n<p>b</p>'],
    ['markup/dead-reference', '<p id="hint">a</p><input aria-describedby="hnit" aria-label="b">'],
    ['markup/placeholder', '<a href="https://your-domain.com/a">a</a>'],
    ['library/missing', '<p>a</p><script>gsap.to("p", { x: 1 });</script>'],
    [
      'library/no-plugin',
      '<p>a</p><script src="https://c.example/jquery@4.0.0/jquery.js"></script><script>$("p").show().datepicker();</script>',
    ],
  ])('%s: %s', (code, text) => expect(told(text)).toEqual([code]));
});

it('a tag that lost its end is looked for where the indentation says', () => {
  const text = '<div>\n  <div>\n    <p>a</p>\n</div>\n<p>b</p>';
  const { mould } = importSnippet([{ name: 'a.html', text }]);
  const [found] = checkMould(mould);
  expect(found).toMatchObject({ code: 'markup/unclosed', line: 2, column: 3 });
  expect(found?.hint).toContain('before line 4');
});
