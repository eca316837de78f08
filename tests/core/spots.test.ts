import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Spot } from '../../src/core/author/spots/spot.ts';
import { kindNames } from '../../src/core/model/kinds.ts';
import { tablePlace } from '../spots/run.ts';
import {
  casesHome,
  type ExpectedField,
  type ExpectedFields,
  scoreAll,
  totalOf,
} from '../spots/score.ts';
import { spotsTable } from '../spots/table.ts';

const flat = (fields: readonly ExpectedField[]): ExpectedField[] =>
  fields.flatMap((one) => [one, ...flat(one.row ?? [])]);

const spotsOf = (text: string): Spot[] =>
  findSpots(importSnippet([{ name: 'piece.html', text }]).mould);

const all = (spots: readonly Spot[]): Spot[] =>
  spots.flatMap((one) => [one, ...all(one.items ?? [])]);

describe('the fields that a practitioner would declare', () => {
  const names = readdirSync(casesHome);

  it('are written down for at least 25 snippets', () => {
    expect(names.length).toBeGreaterThanOrEqual(25);
  });

  it.each(names)('%s: each stands where it is said to', (name) => {
    const snippet = readFileSync(`${casesHome}${name}/snippet.html`, 'utf8');
    const written: ExpectedFields = JSON.parse(
      readFileSync(`${casesHome}${name}/fields.json`, 'utf8'),
    );
    for (const { kind, at, rows, row } of flat(written.fields)) {
      expect(kindNames).toContain(kind);
      for (const place of at) {
        const [text, nth] = typeof place === 'string' ? [place, 1] : place;
        expect(snippet.split(text).length, text).toBeGreaterThan(nth);
      }
      if (kind === 'list') expect([typeof rows, Array.isArray(row)]).toEqual(['number', true]);
    }
    for (const text of written.never) expect(snippet, text).toContain(text);
  });

  it('are found, with little else, in all their places, and nothing that is never one', () => {
    const { found, right, merged, never } = totalOf(scoreAll());
    expect(found).toBeGreaterThanOrEqual(0.95);
    expect(right).toBeGreaterThanOrEqual(0.85);
    expect(merged).toBeGreaterThanOrEqual(0.95);
    expect(never).toBe(0);
  });
});

it('what the docs say of how well is what it is', () => {
  const page = readFileSync(new URL('../../docs/spots.md', import.meta.url), 'utf8');
  expect(tablePlace.exec(page)?.[0]).toBe(spotsTable(scoreAll()));
});

describe('a spot', () => {
  it.each([
    ['a text', '<h2>Trams today</h2>', ['text heading "Trams today"']],
    [
      'a link with its text',
      '<p class="more"><a href="/t">All trams</a></p>',
      ['link link {"href":"/t","text":"All trams"}'],
    ],
    [
      'a link that opens a new tab',
      '<div><a href="https://tides.example" target="_blank" rel="noopener nofollow">Tides</a></div>',
      ['link link {"href":"https://tides.example","text":"Tides","newTab":true,"rel":"nofollow"}'],
    ],
    [
      'words with markup between',
      '<p>By <b>sand</b> alone</p>',
      ['richtext text "By <b>sand</b> alone"'],
    ],
    [
      'a picture',
      '<p><img src="a.svg" alt="Tram 7"></p>',
      ['image picture {"src":"a.svg","alt":"Tram 7"}'],
    ],
    [
      'an icon of an icon font',
      '<p><i class="icon icon-bell"></i></p>',
      ['icon icon {"class":"icon icon-bell"}'],
    ],
    [
      'a button made of an input',
      '<form><input type="submit" value="Send it"></form>',
      ['text button "Send it"'],
    ],
    ['a placeholder', '<p><input placeholder="Ada Wren"></p>', ['text boxPlaceholder "Ada Wren"']],
    [
      'a time people and machines read',
      '<p><time datetime="10:00">10:00</time></p>',
      ['text time "10:00"'],
    ],
    ['a number in data', '<p data-goal="12000"></p>', ['number goal 12000']],
    ['a share in inline style', '<div><i style="width: 70%"></i></div>', ['number noteWidth 70']],
    [
      'paragraphs that belong together',
      '<div class="say"><p>One.</p><p>Two.</p></div>',
      ['richtext text "<p>One.</p><p>Two.</p>"'],
    ],
  ])('is %s', (_, text, expected) => {
    const told = spotsOf(text)
      .filter((one) => one.recommended)
      .map((one) => `${one.kind} ${one.field} ${JSON.stringify(one.default)}`);
    expect(told).toEqual(expected);
  });

  it.each([
    [
      'a text that the script writes',
      '<b id="now">12:00</b><script>document.getElementById("now").textContent = time()</script>',
    ],
    ['a mere mark', '<button>&times;</button>'],
    ['a link to a part of the piece', '<a href="#more"></a><p id="more"></p>'],
    [
      'a structural value',
      '<p></p><style>p { width: 100%; flex: 1 1 0; inset: 0; z-index: 3 }</style>',
    ],
    [
      'a selector or an event',
      '<p></p><script>const BOX = ".box"; const KIND = "click"; on(BOX, KIND);</script>',
    ],
    ['a variable that changes', '<p></p><script>let shown = 0; shown += 1;</script>'],
    ['what a field fills', '<p>{~~heading~}</p>'],
  ])('is not %s', (_, text) => {
    expect(spotsOf(text).filter((one) => one.recommended)).toEqual([]);
  });

  it.each([
    ['Sold out', 'box.textContent = "Sold out";', 'text'],
    ['left', 'box.textContent = count + " left";', 'text'],
    ['trams left', `box.textContent = \`\${count} trams left\`;`, 'text'],
    ['Sold out', 'box.innerHTML = "Sold out";', 'richtext'],
    ['trams left', `box.innerHTML = \`<b>\${count}</b> trams left\`;`, 'richtext'],
    ['Sold out', `const SAY = "Sold out"; box.innerHTML = \`<b>\${SAY}</b>\`;`, 'text'],
    ['Tram 7', `const ALT = "Tram 7"; box.innerHTML = \`<i title="\${ALT}">x</i>\`;`, 'text'],
  ])('is what a script shows: %j in %s', (value, script, kind) => {
    const [spot, ...more] = spotsOf(`<p id="b"></p><script>${script}</script>`);
    expect(more).toEqual([]);
    expect(spot).toMatchObject({ kind, default: value });
  });

  it.each<[string, string, boolean]>([
    ['a width', '.a { width: 200px }', true],
    [
      'a width that is set again below a width of the page',
      '.a { width: 200px } @media print { .a { width: 90px } }',
      false,
    ],
    ['a width that a later rule sets', '.a { width: 200px } .a { width: 300px }', false],
    ['a width whose half is a margin', '.a { width: 200px; margin-left: -100px }', false],
    ['a width whose half is a place', '.a { width: 3rem; left: calc(50% - 1.5rem) }', false],
    ['a width beside another margin', '.a { width: 200px; margin-left: -20px }', true],
    ['a colour that hovering changes', '.a { color: #123456 } .a:hover { color: #654321 }', true],
    [
      'a colour that a query changes',
      '.a { color: #123456 } @media (orientation: portrait) { .a { color: #654321 } }',
      false,
    ],
  ])('is only recommended where it rules all that its title says: %s', (_, style, isSure) => {
    const text = `<div class="a"><p>Some words</p></div><style>${style}</style>`;
    const found = spotsOf(text).filter(({ default: value }) =>
      /200px|3rem|#123456/.test(String(value)),
    );
    expect(found.map(({ recommended }) => recommended).includes(true)).toBe(isSure);
  });

  it('is what a button says before the script lets it say something else', () => {
    const spots = spotsOf(
      '<button id="b">Show more</button><script>const b = document.getElementById("b"); b.onclick = () => { b.textContent = all ? "That is all" : "Still more"; };</script>',
    );
    expect(spots.map((one) => one.default)).toEqual(['Show more', 'That is all', 'Still more']);
  });

  it('is called without what stands before all class names', () => {
    const spots = spotsOf(
      '<div class="wx-shelf"><h2 class="wx-shelf__h">In the shed</h2><p class="wx-note">Mind the step</p></div><style>.wx-shelf { --wx-accent: #a0400f }</style>',
    ).filter(({ recommended }) => recommended);
    expect(spots.map(({ field }) => field)).toEqual(['heading', 'note', 'accent']);
  });

  it('says what a media query makes of a size', () => {
    const [gap] = spotsOf(
      '<div class="a"><p class="b">x y</p><p class="b">z y</p><p class="b">w y</p></div><style>.a { gap: 8px } @media (max-width: 600px) { .a { gap: 4px } }</style>',
    ).filter(({ kind }) => kind === 'length');
    expect([gap?.default, gap?.declares]).toEqual(['8px', { below: { 601: '4px' } }]);
  });

  it('is one colour in style, script and a drawing, however it is written', () => {
    const spots = spotsOf(
      '<div class="a"><svg viewBox="0 0 900 9"><text fill="#8C2F24">x y</text></svg></div><style>.a { color: rgb(140 47 36) }</style><script>const INK = "#8c2f24"; draw(INK);</script>',
    ).filter(({ kind }) => kind === 'color');
    expect(spots.map(({ places }) => places.map(({ file }) => file))).toEqual([
      ['template.html', 'style.css', 'script.js'],
    ]);
  });

  it('is one list of questions though one answer is a paragraph and another a list', () => {
    const [list, ...more] = spotsOf(
      '<section><details><summary>Is it far?</summary><p>No.</p></details><details><summary>Which bus?</summary><ul><li>Line 14</li><li>Line 2</li></ul></details></section>',
    );
    expect(more).toEqual([]);
    expect(list?.items?.map(({ kind, field }) => [kind, field])).toEqual([
      ['text', 'question'],
      ['richtext', 'text'],
    ]);
  });

  it('is two where columns hold something else, whatever their class', () => {
    const spots = spotsOf(
      '<div class="foot"><div class="col"><img src="a.svg" alt="Crest"><p>Run by volunteers.</p></div><div class="col"><h5>Visit</h5><ul><li><a href="/a">A place</a></li><li><a href="/b">Bills</a></li></ul></div><div class="col"><h5>Help</h5><ul><li><a href="/c">Care</a></li><li><a href="/d">Dine</a></li></ul></div></div>',
    ).filter(({ recommended }) => recommended);
    expect(spots.map(({ kind }) => kind)).toEqual(['image', 'text', 'list']);
  });

  it('is a number of rows where the script counts them', () => {
    const [list] = spotsOf(
      '<ul><li>One a</li><li>Two a</li><li>Three</li></ul><script>const total = 3; go(total);</script>',
    );
    expect(list?.places.map(({ source }) => source).at(-1)).toBe('3');
  });

  it('has a name of its own wherever it stands', () => {
    for (const name of readdirSync(casesHome)) {
      const spots = spotsOf(readFileSync(`${casesHome}${name}/snippet.html`, 'utf8'));
      const check = (some: readonly Spot[]) => {
        const names = some.map(({ field }) => field);
        expect(new Set(names).size).toBe(names.length);
        for (const one of names) expect(one).toMatch(/^[a-z][A-Za-z0-9]*$/);
        for (const one of some) check(one.items ?? []);
      };
      check(spots);
    }
  });

  it('stands where it says, with the source it says', () => {
    const { mould } = importSnippet([
      { name: 'voices.html', text: readFileSync(`${casesHome}voices/snippet.html`, 'utf8') },
    ]);
    const texts = {
      'template.html': mould.template,
      'style.css': mould.style,
      'script.js': mould.script,
    };
    const places = all(findSpots(mould)).flatMap((one) => one.places);
    expect(places.length).toBeGreaterThanOrEqual(20);
    for (const { file, line, column, source } of places) {
      const lines = texts[file as keyof typeof texts].split('\n').slice(line - 1);
      expect(
        lines
          .join('\n')
          .slice(column - 1)
          .startsWith(source),
      ).toBe(true);
    }
  });
});
