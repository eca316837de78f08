import { expect, it } from 'vitest';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Spot } from '../../src/core/author/spots/spot.ts';

/** What recommended fields are called in code and in the form, those of rows set in. */
const namesOf = (spots: readonly Spot[]): string[] =>
  spots
    .filter(({ recommended }) => recommended)
    .flatMap(({ field, title, items = [] }) => [
      `${field}: ${title}`,
      ...namesOf(items).map((one) => `  ${one}`),
    ]);

/** A paste, and what its fields are called. */
const cases: readonly (readonly [name: string, paste: string, names: readonly string[]])[] = [
  [
    'parts of a block',
    '<div class="fare"><h3 class="fare__title">Day</h3><p class="fare__desc">All lines</p><a class="fare__cta" href="/b">Book</a></div>',
    ['title: Heading', 'description: Description', 'button: Button'],
  ],
  [
    'short forms',
    '<div class="box"><p class="hd">Day</p><p class="txt">All lines</p><p class="num">No. 7</p></div>',
    ['heading: Heading', 'text: Text', 'number: Number'],
  ],
  [
    'camel and snake',
    '<div class="board"><p class="nextTram">10:20</p><p class="last_tram">16:40</p></div>',
    ['nextTram: Next tram time', 'lastTram: Last tram time'],
  ],
  [
    'a name before a name',
    '<div class="cta"><a class="btn-main" href="/a">Go</a><a class="btn-quiet" href="/b">See</a></div>',
    ['mainButton: Main button', 'quietButton: Quiet button'],
  ],
  [
    'classes of looks and states',
    '<div class="box"><p class="is-open text-center">Open now</p></div>',
    ['text: Text'],
  ],
  [
    'two of one name',
    '<div class="box"><p>First of all</p><p class="b">Trams at noon</p><h3>Then</h3><p>Trams at night</p></div>',
    [
      'text: Small heading',
      'tramsNoonText: Second small heading',
      'heading: Heading',
      'tramsNightText: Closing line',
    ],
  ],
  [
    'many of one name',
    '<div class="box"><h2>1 x</h2><h2>2 x</h2><span>3 x</span><h2>4 x</h2></div>',
    [
      'heading: Heading',
      'otherHeading: Second heading',
      'text: Text',
      'thirdHeading: Third heading',
    ],
  ],
  [
    'words of a label',
    '<form><label for="a">Your name</label><input id="a"><label for="b">Day of visit</label><input id="b"></form>',
    ['yourNameLabel: Label', 'dayOfVisitLabel: Second label'],
  ],
  [
    'headings of a table',
    '<table><tr><th>Stop</th><th>First tram</th></tr><tr><td>Ash</td><td>10:20</td></tr><tr><td>Oak</td><td>10:26</td></tr></table>',
    [
      'firstColumn: Stop column',
      'secondColumn: First tram column',
      'rows: Stops',
      '  stop: Stop',
      '  firstTram: First tram',
    ],
  ],
  [
    'in German',
    '<section class="fahrt"><h3 class="fahrt__ziel">Steinbruch</h3><p class="fahrt__hinweis">hält überall</p></section>',
    ['ziel: Heading', 'hinweis: Hinweis'],
  ],
  [
    'members of a field and another field',
    '<div class="a"><i class="icon icon-bell"></i><p class="icon-label">Ring it</p></div>',
    ['icon: Icon', 'text: Icon label'],
  ],
  [
    'plural of rows',
    '<div class="shelf"><p class="leaf">Ash</p><p class="leaf">Oak</p><p class="leaf">Elm</p></div>',
    ['leaves: Leaves', '  leaves: Leaf'],
  ],
  [
    'rows by what they hold',
    '<div><figure><img src="a.svg" alt="A"></figure><figure><img src="b.svg" alt="B"></figure></div>',
    ['figures: Pictures', '  figures: Picture'],
  ],
  [
    'rows by what they are said to be',
    '<ol aria-label="Next departures"><li>Ash</li><li>Oak</li></ol>',
    ['listLabel: Label', 'departures: Next departures', '  departures: Next departure'],
  ],
  [
    'what style speaks of',
    '<div class="card"><b class="card__price">x</b></div><style>.card { background: #111; color: #eee; border: 1px solid #222 } .card__price { color: #333 } .card:hover { border-color: #444 } .card__price--low { color: #555 }</style>',
    [
      'look: Look',
      'background: Background colour',
      'textColor: Text colour',
      'borderColor: Line colour',
      'priceColor: Price colour',
    ],
  ],
  [
    'what script speaks of',
    '<p id="a"></p><script>const MAX_TRAMS = 4; const showDelay = 300; const opts = { showArrows: true };</script>',
    ['maxTrams: Max trams', 'showDelay: Show delay', 'showArrows: Show arrows'],
  ],
];

it.each(cases)('%s', (_, text, names) => {
  const { mould } = importSnippet([{ name: 'piece.html', text }]);
  expect(namesOf(findSpots(mould))).toEqual(names);
});
