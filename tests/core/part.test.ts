import { describe, expect, it } from 'vitest';
import { importSnippet, Refusal } from '../../src/core/index.ts';

const page = `<style>
:root { --gold: #d9a441 }
.menu a:hover { color: var(--gold) }
.page { max-width: 900px; line-height: 1.7; font: 16px Lora }
.page > .cards { display: grid }
.card { animation: rise 1s } .card:hover::before { content: "x" }
.card.is-open p { display: block }
@keyframes rise { from { opacity: 0 } }
@keyframes spin { to { rotate: 1turn } }
.footer { animation: spin 2s }
@media (max-width: 600px) { .footer { display: none } }
</style>
<nav class="menu"><a href="/">Home</a></nav>
<main class="page" id="top"><h1>Boats</h1><section class="cards"><div class="card"><p>Gull</p></div><div class="card"><p>Tern</p></div></section></main>
<footer class="footer">Bye</footer>
<script>
const open = 'is-open';
const menu = document.querySelector('.menu');
menu.onclick = () => menu.classList.toggle('wide');
for (const card of document.querySelectorAll('.card')) card.onclick = () => card.classList.toggle(open);
function bye() { document.querySelector('.footer').hidden = true; }
</script>`;
const taken = (options: { only?: string; unused?: 'drop' }, text = page) =>
  importSnippet([{ name: 'page.html', text }], options);

describe('a part of a page', () => {
  const { mould, dropped, findings } = taken({ only: '.cards' });

  it('keeps the bare tags around it that rules go by, or that it inherits from', () => {
    expect(mould.template).toBe(
      '<main class="page" id="top">\n<section class="cards"><div class="card"><p>Gull</p></div><div class="card"><p>Tern</p></div></section>\n</main>\n',
    );
    expect(mould.style).toContain('.page { line-height: 1.7; font: 16px Lora }');
  });

  it('takes the rules that match it in any state, and what those name', () => {
    for (const rule of [
      ':root',
      '.page > .cards',
      '.card:hover::before',
      '.card.is-open p',
      '@keyframes rise',
    ])
      expect(mould.style).toContain(rule);
    for (const rule of ['.menu', '.footer', 'max-width', 'spin', '@media'])
      expect(mould.style).not.toContain(rule);
  });

  it('takes the statements that speak of it, and what those need', () => {
    expect(mould.script.trim()).toBe(
      "const open = 'is-open';\nfor (const card of document.querySelectorAll('.card')) card.onclick = () => card.classList.toggle(open);",
    );
  });

  it('lists all that it left out', () => {
    const all = dropped.map(({ what }) => what);
    expect(all).toEqual(
      expect.arrayContaining([
        '<nav>',
        '<h1>',
        '<footer>',
        '.menu a:hover',
        'max-width of .page',
        '.footer',
        '@keyframes spin',
      ]),
    );
    expect(dropped.filter(({ file }) => file === 'script.js')).toHaveLength(3);
    expect(findings.find(({ code }) => code === 'snippet/left-out')?.message).toBe(
      'Left out: 3 elements, 6 parts of the style, 3 statements of the script; among them <nav> · <h1> · <footer> · .menu a:hover.',
    );
  });

  it('may be several elements, each where it stood', () => {
    const { template } = taken({ only: '.card, nav' }).mould;
    expect(template.match(/<nav|<main|<div class="card"|<\/main>/g)).toEqual([
      '<nav',
      '<main',
      '<div class="card"',
      '<div class="card"',
      '</main>',
    ]);
  });

  it.each([
    ['.nope', 'Nothing in the paste matches .nope.'],
    ['p[', '"p[" is not a CSS selector.'],
  ])('%s is refused', (only, why) => {
    const work = () => taken({ only });
    expect(work).toThrow(Refusal);
    expect(work).toThrow(why);
  });
});

it('leaves out, when asked, rules that nothing in the piece can come to match', () => {
  const text =
    '<style>.a { color: red } .gone { color: blue } .a.later { top: 0 } .b .gone i { left: 0 }</style><p class="a">x</p><script>document.body.classList.add("later")</script>';
  expect(taken({}, text).mould.style).toContain('.gone');
  const { style } = taken({ unused: 'drop' }, text).mould;
  expect(style).toContain('.a.later');
  expect(style).not.toContain('.gone');
});
