import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { unbindField } from '../../src/core/author/bind/unbind-field.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { isSamePage } from '../../src/core/author/ties/same-page.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';

const card = (name: string, more = '', open = '<div class="card">', close = '</div>') =>
  `${open}<h4>${name} tree</h4><p>About ${name}, in some words.</p>${more}${close}`;
const inBox = (...cards: readonly string[]) => `<div class="box">${cards.join('\n')}</div>`;

/** Siblings that people would call rows, whatever sets them apart. */
const cases: readonly (readonly [differ: string, paste: string, rows: number])[] = [
  [
    'in a class for each side',
    inBox(
      card('Ash', '', '<div class="card left">'),
      card('Oak', '', '<div class="card right">'),
      card('Elm', '', '<div class="card left">'),
    ),
    3,
  ],
  [
    'by a badge that one has',
    inBox(card('Ash'), card('Oak', '<b class="badge">New</b>'), card('Elm')),
    3,
  ],
  [
    'by a picture that one lacks',
    inBox(
      card('Ash', '<img src="a.png" alt="a">'),
      card('Oak'),
      card('Elm', '<img src="c.png" alt="c">'),
    ),
    3,
  ],
  [
    'by a link around one',
    inBox(
      card('Ash'),
      card('Oak', '', '<div class="card"><a href="/oak">', '</a></div>'),
      card('Elm'),
    ),
    3,
  ],
  [
    'in inline style',
    inBox(
      card('Ash', '', '<div class="card" style="width: 72%">'),
      card('Oak', '', '<div class="card" style="width: 20%; animation-delay: .2s">'),
      card('Elm', '', '<div class="card" style="width: 45%; animation-delay: .4s">'),
    ),
    3,
  ],
  [
    'in numbered ids and what leads to them',
    inBox(
      card('Ash', '<a href="#t1">Up</a>', '<div class="card" id="t1">'),
      card('Oak', '<a href="#t2">Up</a>', '<div class="card" id="t2">'),
      card('Elm', '<a href="#t3">Up</a>', '<div class="card" id="t3">'),
    ),
    3,
  ],
  [
    'in what a click does',
    `${inBox(
      card('Ash', '<button onclick="show(1)">Show it</button>'),
      card('Oak', '<button onclick="show(2)">Show it</button>'),
      card('Elm', '<button onclick="show(3)">Show it</button>'),
    )}<script>function show(n) { document.title = n }</script>`,
    3,
  ],
  [
    'by a state that the first begins in',
    inBox(card('Ash', '', '<div class="card is-open">'), card('Oak'), card('Elm')),
    3,
  ],
  [
    'by a state in another language, which the script moves on',
    `${inBox(card('Ash', '', '<div class="card actief">'), card('Oak'), card('Elm'))}<script>document.querySelector(".actief").classList.remove("actief")</script>`,
    3,
  ],
  [
    'in the number that a system gave each picture',
    inBox(
      card('Ash', '<img class="wp-image-31" src="a.png" alt="a">'),
      card('Oak', '<img class="wp-image-47" src="b.png" alt="b">'),
      card('Elm', '<img class="wp-image-52" src="c.png" alt="c">'),
    ),
    3,
  ],
  [
    'by a caption that is empty in one, read as a text',
    `${inBox(
      card('Ash', '', '<div class="card" data-note="The oldest of them.">'),
      card('Oak', '', '<div class="card" data-note="It has owls.">'),
      card('Elm', '', '<div class="card" data-note="">'),
    )}<p id="n"></p><script>document.querySelectorAll(".card").forEach((c) => { c.onclick = () => { document.getElementById("n").textContent = c.dataset.note } })</script>`,
    3,
  ],
  [
    'in nothing but their words, two elements a row',
    '<dl><dt>Ash</dt><dd>Tall, and grey.</dd><dt>Oak</dt><dd>Wide, and old.</dd><dt>Elm</dt><dd>Gone.</dd></dl>',
    3,
  ],
  [
    'in rows of a table that take two lines each',
    '<table><tr class="a"><th>Ash</th><td>12 m</td></tr><tr class="b"><td colspan="2">Grey bark, late leaves.</td></tr><tr class="a"><th>Oak</th><td>20 m</td></tr><tr class="b"><td colspan="2">Acorns, and owls.</td></tr></table>',
    2,
  ],
  [
    'as often as a strip says them, for a loop without an end',
    '<div class="strip"><span>Ash</span><span>Oak</span><span>Elm</span><span aria-hidden="true">Ash</span><span aria-hidden="true">Oak</span><span aria-hidden="true">Elm</span></div>',
    3,
  ],
  [
    'as tabs and panels in two places',
    '<div class="tabs"><a href="#p1" class="on">Ash</a><a href="#p2">Oak</a><a href="#p3">Elm</a></div><div><section id="p1"><h4>Ash tree</h4><p>Grey.</p></section><section id="p2"><h4>Oak tree</h4><p>Old.</p></section><section id="p3"><h4>Elm tree</h4><p>Gone.</p></section></div>',
    3,
  ],
];

describe('siblings are one list though they differ', () => {
  it.each(cases)('%s', (_, paste, count) => {
    const { mould } = importSnippet([{ name: 'a.html', text: paste }]);
    const bound = bindSpots(mould, 'recommended');
    expect(bound.findings).toEqual([]);
    const { properties = {} } = bound.mould.manifest.fields as { properties?: object };
    const lists = Object.values(properties).filter(({ type }) => type === 'array');
    expect(lists.map((list) => list.default.length)).toEqual([count]);
    const compiled = compileMould(bound.mould);
    const before = compileMould(mould).cast({ id: 'c' }).markup;
    const after = compiled.cast({ id: 'c' }).markup;
    const { style } = bound.mould;
    expect(
      isSamePage({ before, after, style, script: mould.script, template: mould.template }),
    ).toBe(true);
    // One row more is written as the others are.
    const [[name = ''] = []] = Object.entries(properties).filter(([, one]) => one.type === 'array');
    const rows = lists[0].default;
    const more = compiled.cast({ id: 'c', values: { [name]: [...rows, rows[0]] } });
    expect(more.findings).toEqual([]);
    expect(more.markup.length).toBeGreaterThan(after.length);
    const back = Object.keys(properties).reduce(
      (one, field) => unbindField(one, field).mould,
      bound.mould,
    );
    expect([back.template, back.style, back.script]).toEqual([
      mould.template,
      mould.style,
      mould.script,
    ]);
  });
});
