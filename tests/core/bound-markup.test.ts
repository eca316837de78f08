import { expect, it } from 'vitest';
import { type BoundCase, boundOf } from '../support/bound.ts';

/** What stands in markup: the paste, what binding changes, and the fields. */
const cases: readonly BoundCase[] = [
  [
    'a heading in parts that cannot be one text',
    '<h2>Ride <span id="x" data-n="1">slow</span> trams</h2>',
    {
      template:
        '<h2>{~heading~} <span id="x" data-n="{~n~}">{~slowHeading~}</span> {~tramsHeading~}</h2>',
    },
    ['text heading "Ride"', 'number n 1', 'text slowHeading "slow"', 'text tramsHeading "trams"'],
  ],
  [
    'a marked word in a heading',
    '<h2>Take the <span class="mark">slow</span> line</h2><style>.mark { color: #a00 }</style>',
    { template: '<h2>{~heading~}</h2>', style: '.mark { color: var(--mark-color) }' },
    [
      'richtext heading "Take the <span class=\\"mark\\">slow</span> line" {"classes":["mark"]}',
      'color markColor "#a00"',
    ],
  ],
  [
    'a label set apart by style',
    '<p class="to">Quarry End <small class="line">Valley line</small></p><style>.line { display: block }</style>',
    { template: '<p class="to">{~text~} <small class="line">{~line~}</small></p>' },
    ['text text "Quarry End"', 'text line "Valley line"'],
  ],
  [
    'a telephone number',
    '<p>Ring <a href="tel:01632960217">01632 960217</a></p>',
    { template: '<p>{~text~} <a href="{~telephone~}">{~telephone~}</a></p>' },
    ['text text "Ring"', 'link telephone {"href":"tel:01632960217","text":"01632 960217"}'],
  ],
  [
    'a link around a picture and one in words',
    '<div class="a"><a href="/a"><img src="a.svg" alt="A"></a><h3><a href="/a">Ash</a></h3></div>',
    {
      template:
        '<div class="a"><a href="{~link~}"><img src="{~picture~}" alt="{~picture.alt~}"></a><h3><a href="{~link~}">{~link~}</a></h3></div>',
    },
    ['link link {"href":"/a","text":"Ash"}', 'image picture {"src":"a.svg","alt":"A"}'],
  ],
  [
    'a picture twice',
    '<div class="a"><img src="a.svg" alt="Ash"><img src="a.svg" alt=""></div>',
    {
      template:
        '<div class="a"><img src="{~picture~}" alt="{~picture.alt~}"><img src="{~picture~}" alt=""></div>',
    },
    ['image picture {"src":"a.svg","alt":"Ash"}'],
  ],
  [
    'a picture in several sizes',
    '<p><img src="a.jpg" srcset="a.jpg 1x, b.jpg 2x" alt="Ash"></p>',
    {
      template:
        '<p><img src="{~picture~}" srcset="{~picture~} 1x, {~picture2x~} 2x" alt="{~picture.alt~}"></p>',
    },
    ['image picture {"src":"a.jpg","alt":"Ash"}', 'image picture2x {"src":"b.jpg"}'],
  ],
  [
    'a picture as data',
    '<p><img src="data:image/png;base64,iVBORw0KGgo=" alt="Ash"></p>',
    { template: '<p><img src="{~picture~}" alt="{~picture.alt~}"></p>' },
    ['image picture {"src":"data:image/png;base64,iVBORw0KGgo=","alt":"Ash"}'],
  ],
  [
    'a film',
    '<video poster="a.jpg" loop muted><source src="a.webm" type="video/webm">No film here.</video>',
    {
      template:
        '<video poster="{~film.poster~}" loop="{~film.loop~}" muted="{~film.muted~}"><source src="{~film~}" type="{~film.type~}">{~filmFallback~}</video>',
    },
    [
      'media film {"src":"a.webm","type":"video/webm","poster":"a.jpg","loop":true,"muted":true}',
      'text filmFallback "No film here."',
    ],
  ],
  [
    'a drawing with a label',
    '<p><svg viewBox="0 0 24 24" aria-label="Bell"><path d="M1 1h9"/></svg></p>',
    { template: '<p>{~icon~}</p>' },
    [
      'icon icon {"svg":"<svg viewBox=\\"0 0 24 24\\"><path d=\\"M1 1h9\\"/></svg>","label":"Bell"}',
    ],
  ],
  [
    'words in a drawing',
    '<svg viewBox="0 0 99 9"><text fill="#8c2f24" x="1">Quarry End</text></svg>',
    {
      template: '<svg viewBox="0 0 99 9"><text fill="{~labelColor~}" x="1">{~label~}</text></svg>',
    },
    ['text label "Quarry End"', 'color labelColor "#8c2f24"'],
  ],
  [
    'a bar and what it stands at',
    '<p><progress max="100" value="40"></progress></p>',
    { template: '<p><progress max="100" value="{~value~}"></progress></p>' },
    ['number value 40 {"minimum":0,"maximum":100}'],
  ],
  [
    'boxes and what they ask',
    '<form action="https://a.example/send"><label for="who">Your name</label><input id="who" placeholder="Ada"><input type="submit" value="Send"></form>',
    {
      template:
        '<form action="{~sentTo~}"><label for="who">{~yourNameLabel~}</label><input id="who" placeholder="{~whoPlaceholder~}"><input type="submit" value="{~button~}"></form>',
    },
    [
      'link sentTo {"href":"https://a.example/send"}',
      'text yourNameLabel "Your name"',
      'text whoPlaceholder "Ada"',
      'text button "Send"',
    ],
  ],
  [
    'a page in a frame',
    '<div><iframe src="https://maps.example/a" title="Map"></iframe></div>',
    { template: '<div><iframe src="{~frameAddress~}" title="{~frameHint~}"></iframe></div>' },
    ['link frameAddress {"href":"https://maps.example/a"}', 'text frameHint "Map"'],
  ],
  [
    'a custom element',
    '<p>See</p><tram-badge number="7" built="1911">Closed car</tram-badge>',
    {
      template:
        '<p>{~text~}</p><tram-badge number="{~number~}" built="{~built~}">{~tramBadge~}</tram-badge>',
    },
    ['text text "See"', 'number number 7', 'number built 1911', 'text tramBadge "Closed car"'],
  ],
  [
    'settings in data',
    '<div class="a" data-speed="40" data-pause="2500" data-label="Trams today" data-toggle="menu"><p>x y</p></div>',
    {
      template:
        '<div class="a" data-speed="{~speed~}" data-pause="{~pause~}" data-label="{~label~}" data-toggle="menu"><p>{~text~}</p></div>',
    },
    [
      'number speed 40 {"minimum":0}',
      'text label "Trams today"',
      'text text "x y"',
      'number pause 2500 {"minimum":0,"description":"In ms."}',
    ],
  ],
  [
    'a day people and machines read',
    '<p>On <time datetime="2027-05-16">16 May</time></p>',
    { template: '<p>{~text~} <time datetime="{~date~}">{~time~}</time></p>' },
    ['text text "On"', 'date date "2027-05-16"', 'text time "16 May"'],
  ],
  [
    'a sum of money',
    '<p class="a"><b>£9.50</b><del>£11</del></p>',
    { template: '<p class="a"><b>{~price~}</b><del>{~oldPrice~}</del></p>' },
    ['text price "£9.50"', 'text oldPrice "£11"'],
  ],
  [
    'inline style',
    `<div style="background-image: url('a.jpg'); border: 1px solid #8c2f24">x y</div>`,
    {
      template:
        '<div style="background-image: {~picture~}; border: 1px solid var(--border-color)">{~text~}</div>',
    },
    ['image picture {"src":"a.jpg"}', 'text text "x y"', 'color borderColor "#8c2f24"'],
  ],
  [
    'paragraphs that belong together',
    '<div class="say"><p>One.</p><p>Two.</p></div>',
    { template: '<div class="say">{~text~}</div>' },
    ['richtext text "<p>One.</p><p>Two.</p>"'],
  ],
  [
    'markup of old',
    '<table><tr><td bgcolor="#eeeeee"><font color="red">Depot news</font></td></tr></table>',
    {
      template:
        '<table><tr><td bgcolor="{~background~}"><font color="{~textColor~}">{~text~}</font></td></tr></table>',
    },
    ['text text "Depot news"', 'color background "#eeeeee"', 'color textColor "red"'],
  ],
  [
    'what the script writes over',
    `<p id="a">12:00</p><p>Open now</p><script>document.getElementById('a').textContent = now();</script>`,
    { template: '<p id="a">12:00</p><p>{~text~}</p>' },
    ['text text "Open now"'],
  ],
  [
    'what the script says again',
    `<button id="b">Send</button><script>const b = document.getElementById('b'); b.onclick = () => { b.textContent = 'Sending …'; b.textContent = 'Send'; };</script>`,
    {
      template: '<button id="b">{~button~}</button>',
      script: `const b = document.getElementById('b'); b.onclick = () => { b.textContent = mould.values.sending; b.textContent = mould.values.button; };`,
    },
    ['text button "Send"', 'text sending "Sending …"'],
  ],
  [
    'lines before they are set',
    '<pre>First line\nSecond line</pre>',
    { template: '<pre>{~pre~}</pre>' },
    ['multiline pre "First line\\nSecond line"'],
  ],
  ['words that would be a binding', '<p>Write {~~name~} there</p>', {}, []],
];

it.each(cases)('%s', (_, paste, sources, fields) => {
  expect(boundOf(paste)).toEqual({ sources, fields });
});
