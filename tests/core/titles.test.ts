import { describe, expect, it } from 'vitest';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Spot } from '../../src/core/author/spots/spot.ts';

/** What recommended fields are called in a form, those of rows set in. */
const titlesOf = (spots: readonly Spot[]): string[] =>
  spots
    .filter(({ recommended }) => recommended)
    .flatMap(({ title, items = [] }) => [title, ...titlesOf(items).map((one) => `  ${one}`)]);

const titlesIn = (text: string): string[] =>
  titlesOf(findSpots(importSnippet([{ name: 'a.html', text }]).mould));

/** A paste, and what a person who fills in its form would call the fields. */
const pastes: readonly (readonly [name: string, paste: string, titles: readonly string[]])[] = [
  [
    'texts by where they stand',
    '<section><p>Since 1931</p><h2>The swing bridge</h2><p>It opens for every boat that is taller than a swan.</p><a class="btn" href="/visit">Come and see</a><small>Closed when it is windy.</small></section>',
    ['Small heading', 'Heading', 'Introduction', 'Button', 'Small print'],
  ],
  [
    'what an author wrote for people, before what code is called',
    '<div><!-- NEWSLETTER --><section class="strip"><h2>Write to us</h2></section><nav class="stops" aria-label="Chapters"><a class="stop" href="#a" data-tip="How moss drinks">1</a><a class="stop" href="#b" data-tip="How peat burns">2</a><a class="stop" href="#c" data-tip="How dams hold">3</a></nav></div>',
    ['Heading', 'Stops label', 'Chapters', '  Stop link', '  Tip'],
  ],
  [
    'what is thin as a line, and what style adds to a button',
    '<div class="w"><h2>Locks</h2><ul><li class="o">Upper</li><li class="o">Middle</li><li class="o">Lower</li></ul><div class="r"></div><button class="b">Go</button></div><style>.r { width: 4px; background: #a04000 } .o::after { content: "*"; color: #305070 } .b::before { content: "Now" }</style>',
    ['Heading', 'Locks', '  Lock', 'Button', 'Button text', 'Line colour', 'Text colour'],
  ],
  [
    'prices and links of plans',
    '<div class="plans"><div class="plan"><h3>Day</h3><b>€9</b><ul><li>One boat</li><li>One oar</li></ul><a href="/d">Take it</a></div><div class="plan"><h3>Year</h3><b>€90</b><ul><li>All boats</li><li>Two oars</li><li>A hook</li></ul><a href="/y">Take it</a></div></div>',
    ['Plans', '  Plan name', '  Price', '  Features', '    Feature', '  Plan link'],
  ],
  [
    'people, by a picture that says their name',
    '<div class="grid"><div class="box"><img src="a.jpg" alt="Ida Moss"><h4>Ida Moss</h4><span>Steers</span></div><div class="box"><img src="b.jpg" alt="Per Lund"><h4>Per Lund</h4><span>Rows</span></div><div class="box"><img src="c.jpg" alt="Una Vale"><h4>Una Vale</h4><span>Bails</span></div></div>',
    ['People', '  Person picture', '  Person name', '  Role'],
  ],
  [
    'questions and answers',
    '<div class="x"><details><summary>Is it deep?</summary><p>Up to the knee.</p></details><details><summary>Is it cold?</summary><p>Yes.</p></details></div>',
    ['Questions', '  Question', '  Answer'],
  ],
  [
    'questions in groups',
    '<div class="x"><details><summary>The lake</summary><details><summary>Is it deep?</summary><p>Up to the knee.</p></details><details><summary>Is it cold?</summary><p>Yes.</p></details></details><details><summary>The boats</summary><details><summary>Do they leak?</summary><p>A little.</p></details></details></div>',
    ['Groups', '  Group title', '  Questions', '    Question', '    Answer'],
  ],
  [
    'opening times in Dutch',
    '<ul class="uren"><li><b>Maandag</b><span>9:00 – 17:00</span></li><li><b>Dinsdag</b><span>9:00 – 17:00</span></li><li><b>Zondag</b><span>gesloten</span></li></ul>',
    ['Opening times', '  Day', '  Hours'],
  ],
  [
    'a table by its headings',
    '<table><tr><th>Boat</th><th>Length</th></tr><tr><td>Gull</td><td>4 m</td></tr><tr><td>Tern</td><td>6 m</td></tr><tr><td>Skua</td><td>7 m</td></tr></table>',
    ['Boat column', 'Length column', 'Boats', '  Boat', '  Length'],
  ],
  [
    'a list under its heading',
    '<div><h3>Ingredients</h3><ul><li>Flour, two cups</li><li>Salt, a spoon</li><li>Water, some</li></ul></div>',
    ['Heading', 'Ingredients', '  Ingredient'],
  ],
  [
    'two headings that are of lists',
    '<div><h3>Zutaten</h3><ul><li>Mehl, zwei Tassen</li><li>Salz, etwas</li><li>Wasser, viel</li></ul><h3>Und so</h3><ol><li>Das Mehl sieben und salzen</li><li>Das Wasser langsam zugeben</li><li>Alles gut kneten und ruhen lassen</li></ol></div>',
    ['Points heading', 'Points', '  Point', 'Steps heading', 'Steps', '  Step'],
  ],
  [
    'the words around another',
    '<div class="x"><h2>Oars</h2><div>Colour: <span id="chosen">Cream</span></div><p>Do not be late.</p></div><script>document.getElementById("chosen").textContent = location.hash</script>',
    ['Heading', 'Chosen label', 'Closing line'],
  ],
  [
    'what a dialog says',
    '<div class="x" role="dialog"><p>Wet paint</p><p>Please do not sit on the benches by the pond today.</p><button>All right</button></div>',
    ['Message', 'Button'],
  ],
  [
    'pictures of two moments',
    '<div class="x"><img src="/p/mill-before.jpg" alt="A roof with holes"><img src="/p/mill-after.jpg" alt="A roof"></div>',
    ['Picture before', 'Picture after'],
  ],
  [
    'a logo leads home',
    '<div class="x"><a href="/"><img src="/p/gull.svg" alt="Gull"></a><p>Boats by the hour.</p></div>',
    ['Link', 'Logo', 'Closing line'],
  ],
  [
    'Microdata',
    '<article itemscope itemtype="https://schema.org/Event"><h2 itemprop="name">Regatta</h2><p itemprop="description">Eleven boats and a goose.</p></article>',
    ['Event name', 'Description'],
  ],
  [
    'names in German',
    '<div class="kasten"><h3 class="kasten__titel">Wir und die Schafe</h3><p class="kasten__vorspann">Das ist nicht immer leicht, und wir sind zu zweit.</p><a class="kasten__knopf" href="/a">Mehr</a></div>',
    ['Heading', 'Introduction', 'Button'],
  ],
  [
    'boxes of a form',
    '<form action="/send"><label for="m">Where to?</label><input id="m" type="email" placeholder="you@mill.example"><button>Send it</button></form>',
    ['Form address', 'E-mail label', 'E-mail hint', 'Button'],
  ],
  [
    'icons, and logos of those who help',
    '<div class="row"><a href="/a"><img src="a.svg" alt="Mill"></a><a href="/b"><img src="b.svg" alt="Weir"></a><a href="/c"><img src="c.svg" alt="Lock"></a></div>',
    ['Logos', '  Logo link', '  Logo'],
  ],
];

describe('a field is called what a person would call it', () => {
  it.each(pastes)('%s', (_, paste, titles) => {
    expect(titlesIn(paste)).toEqual(titles);
  });
});

describe('a colour is called by what it does', () => {
  it.each([
    [
      'a warm one that recurs is the accent of a cool one',
      '.title { color: #12406b; border-color: #12406b } .lead { background: #12406b } .note { color: #e4572e } .button { background: #e4572e; border-color: #e4572e }',
      ['Main colour', 'Accent colour'],
    ],
    [
      'what all stands on, and the text on it',
      '.box { background: #f4efe6; color: #2a2a2a } .note { color: #2a2a2a }',
      ['Background colour', 'Text colour'],
    ],
    [
      'the ends of a gradient',
      '.title { background: linear-gradient(90deg, #a1d2e3, #f6e5c4) }',
      ['Heading background start colour', 'Heading background end colour'],
    ],
    [
      'one that runs downwards',
      '.title { background: linear-gradient(#a1d2e3, #f6e5c4) }',
      ['Heading background top colour', 'Heading background bottom colour'],
    ],
    [
      'a custom property is called what the author calls it',
      ':root { --sale: #c0392b } .title { color: var(--sale) }',
      ['Sale colour'],
    ],
    [
      'white is the background of one thing and the text of another',
      '.box { background: #fff } .title { color: #fff; background: #345678 }',
      ['Background colour'],
    ],
  ])('%s', (_, style, titles) => {
    const paste = `<div class="box"><p class="title">One of all.</p><p class="lead">Two of all.</p><p class="note">Three of all.</p><p class="button">Four of all.</p></div><style>${style}</style>`;
    const found = findSpots(importSnippet([{ name: 'a.html', text: paste }]).mould);
    const colors = found.filter(({ kind, recommended }) => kind === 'color' && recommended);
    expect(colors.map(({ title }) => title).slice(0, titles.length)).toEqual(titles);
  });

  it('has no title that another has beside it', () => {
    const style = '.a { color: #a10000 } .b { color: #00a100 } .c { color: #0000a1 }';
    const text = `<p class="a">x y</p><p class="b">x z</p><p class="c">y z</p><style>${style}</style>`;
    const titles = titlesIn(text);
    expect(new Set(titles).size).toBe(titles.length);
  });
});
