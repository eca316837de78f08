import { expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { type BoundCase, boundOf } from '../support/bound.ts';

/** What repeats, and the list that is made of it: the paste, what binding changes, and the fields. */
const cases: readonly BoundCase[] = [
  [
    'wrapped in a link in some rows',
    '<ul><li><a href="/a"><b>Ash</b> <i>two</i></a></li><li><b>Oak</b> <i>three</i></li></ul>',
    {
      template:
        '<ul><li km-each="links"><a km-shell="links.link" href="{~links.link~}"><b>{~links.name~}</b> <i>{~links.note~}</i></a></li></ul>',
    },
    [
      'list links [{"link":{"href":"/a"},"name":"Ash","note":"two"},{"link":null,"name":"Oak","note":"three"}]',
    ],
  ],
  [
    'some rows lack a part',
    '<div class="cards"><div class="card"><img src="a.svg" alt="A"><h4>Ash</h4><p>One.</p></div><div class="card"><h4>Oak</h4><p>Two.</p></div><div class="card"><img src="c.svg" alt="C"><h4>Elm</h4></div></div>',
    {
      template:
        '<div class="cards"><div km-each="cards" class="card"><img km-when="cards.picture" src="{~cards.picture~}" alt="{~cards.picture.alt~}"><h4>{~cards.heading~}</h4><p km-when="cards.text">{~cards.text~}</p></div></div>',
    },
    [
      'list cards [{"picture":{"src":"a.svg","alt":"A"},"heading":"Ash","text":"One."},{"picture":null,"heading":"Oak","text":"Two."},{"picture":{"src":"c.svg","alt":"C"},"heading":"Elm","text":""}]',
    ],
  ],
  [
    'an extra class on one',
    '<ul><li class="stop">Ash</li><li class="stop stop--ask">Oak</li><li class="stop">Elm</li></ul>',
    {
      template:
        '<ul><li km-each="stops" class="stop" km-class="stops.ask: stop--ask">{~stops.stop~}</li></ul>',
    },
    [
      'list stops [{"stop":"Ash","ask":false},{"stop":"Oak","ask":true},{"stop":"Elm","ask":false}]',
    ],
  ],
  [
    'the first is open',
    '<div><details open><summary>Why?</summary><p>So.</p></details><details><summary>How?</summary><p>Thus.</p></details></div>',
    {
      template:
        '<div><details km-each="questions" open="{~questions#first~}"><summary>{~questions.question~}</summary><p>{~questions.text~}</p></details></div>',
    },
    ['list questions [{"question":"Why?","text":"So."},{"question":"How?","text":"Thus."}]'],
  ],
  [
    'first and last by class',
    '<ol><li class="is-active">Ash</li><li>Oak</li><li class="last">Elm</li></ol>',
    {
      template:
        '<ol><li km-each="items" km-class="items#first: is-active; items#last: last">{~items~}</li></ol>',
    },
    ['list items ["Ash","Oak","Elm"]'],
  ],
  [
    'numbered ids and labels',
    '<div><p class="row"><label for="f1">Ash</label><input id="f1"></p><p class="row"><label for="f2">Oak</label><input id="f2"></p><p class="row"><label for="f3">Elm</label><input id="f3"></p></div>',
    {
      template:
        '<div><p km-each="texts" class="row"><label for="f{~texts#number~}">{~texts~}</label><input id="f{~texts#number~}"></p></div>',
    },
    ['list texts ["Ash","Oak","Elm"]'],
  ],
  [
    'tabs and panels',
    '<div class="tabs"><a href="#p-a">Ash</a><a href="#p-b">Oak</a></div><div><section class="panel" id="p-a"><p>Hard.</p></section><section class="panel" id="p-b"><p>Soft.</p></section></div>',
    {
      template:
        '<div class="tabs"><a km-each="links" href="#{~links.id~}">{~links.link~}</a></div><div><section km-each="links" class="panel" id="{~links.id~}"><p>{~links.text~}</p></section></div>',
    },
    [
      'list links [{"link":"Ash","id":"p-a","text":"Hard."},{"link":"Oak","id":"p-b","text":"Soft."}]',
    ],
  ],
  [
    'dots without words',
    '<div class="slides"><figure><img src="a.svg" alt="A"></figure><figure><img src="b.svg" alt="B"></figure></div><div class="dots"><button></button><button></button></div>',
    {
      template:
        '<div class="slides"><figure km-each="figures"><img src="{~figures~}" alt="{~figures.alt~}"></figure></div><div class="dots"><button></button><button></button></div>',
    },
    ['list figures [{"src":"a.svg","alt":"A"},{"src":"b.svg","alt":"B"}]'],
  ],
  [
    'pairs of elements',
    '<dl><dt>Wind</dt><dd>Soft</dd><dt>Rain</dt><dd>None</dd></dl>',
    {
      template:
        '<dl><template km-each="terms"><dt>{~terms.term~}</dt><dd>{~terms.description~}</dd></template></dl>',
    },
    ['list terms [{"term":"Wind","description":"Soft"},{"term":"Rain","description":"None"}]'],
  ],
  [
    'rows of a table with a head and a foot',
    '<table><thead><tr><th>Stop</th><th>Time</th></tr></thead><tbody><tr><td>Ash</td><td>10:20</td></tr><tr><td>Oak</td><td>10:26</td></tr></tbody><tfoot><tr><td colspan="2">Sundays</td></tr></tfoot></table>',
    {
      template:
        '<table><thead><tr><th>{~firstColumn~}</th><th>{~secondColumn~}</th></tr></thead><tbody><tr km-each="rows"><td>{~rows.stop~}</td><td>{~rows.time~}</td></tr></tbody><tfoot><tr><td colspan="2">{~note~}</td></tr></tfoot></table>',
    },
    [
      'text firstColumn "Stop"',
      'text secondColumn "Time"',
      'list rows [{"stop":"Ash","time":"10:20"},{"stop":"Oak","time":"10:26"}]',
      'text note "Sundays"',
    ],
  ],
  [
    'a table without tbody',
    '<table><tr><td>Ash</td><td>1</td></tr><tr><td>Oak</td><td>2</td></tr></table>',
    {
      template:
        '<table><tr km-each="rows"><td>{~rows.text~}</td><td>{~rows.cell~}</td></tr></table>',
    },
    ['list rows [{"text":"Ash","cell":"1"},{"text":"Oak","cell":"2"}]'],
  ],
  [
    'lists in lists',
    '<ul><li>Ash<ul><li>Leaf</li><li>Bark</li></ul></li><li>Oak</li></ul>',
    {
      template:
        '<ul><li km-each="items">{~items.item~}<ul km-when="items.items"><li km-each="items.items">{~items.items~}</li></ul></li></ul>',
    },
    ['list items [{"item":"Ash","items":["Leaf","Bark"]},{"item":"Oak","items":[]}]'],
  ],
  [
    'a run of equal items',
    '<div class="strip"><span>Mind the gap</span><span>Mind the gap</span><span>Mind the gap</span></div>',
    { template: '<div class="strip"><span km-each="number">{~text~}</span></div>' },
    ['number number 3 {"minimum":1,"maximum":40}', 'text text "Mind the gap"'],
  ],
  [
    'options with a prompt',
    '<select><option value="">Choose</option><option value="/a">Ash</option><option value="/b" selected>Oak</option></select>',
    {
      template:
        '<select><option value="">{~prompt~}</option><option km-each="options" selected="{~options.chosenAtFirst~}" value="{~options.link~}">{~options.link~}</option></select>',
    },
    [
      'text prompt "Choose"',
      'list options [{"link":{"href":"/a","text":"Ash"},"chosenAtFirst":false},{"link":{"href":"/b","text":"Oak"},"chosenAtFirst":true}]',
    ],
  ],
  [
    'a colour by a class of its own',
    '<ul><li class="line red">Ash</li><li class="line blue">Oak</li></ul><style>.red { color: #a00 } .blue { color: #00a }</style>',
    {
      template: '<ul><li km-each="lines" class="line">{~lines.line~}</li></ul>',
      style: '.line { color: var(--lines-color) }',
    },
    ['list lines [{"line":"Ash","color":"#a00"},{"line":"Oak","color":"#00a"}]'],
  ],
  [
    'a colour and a share in each row',
    '<div><p class="bar" style="--tint: #a00; width: 40%">Ash</p><p class="bar" style="--tint: #0a0; width: 60%">Oak</p><p class="bar" style="--tint: #00a; width: 80%">Elm</p></div>',
    {
      template:
        '<div><p km-each="bars" class="bar" style="--tint: {~bars.tint~}; width: {~bars.barWidth~}%">{~bars.bar~}</p></div>',
    },
    [
      'list bars [{"bar":"Ash","tint":"#a00","barWidth":40},{"bar":"Oak","tint":"#0a0","barWidth":60},{"bar":"Elm","tint":"#00a","barWidth":80}]',
    ],
  ],
  [
    'the same words in each row',
    '<div class="shop"><div class="good"><b>Mug</b><button>Add it</button></div><div class="good"><b>Tea</b><button>Add it</button></div><div class="good"><b>Map</b><button>Add it</button></div></div>',
    {
      template:
        '<div class="shop"><div km-each="goods" class="good"><b>{~goods~}</b><button>{~button~}</button></div></div>',
    },
    ['list goods ["Mug","Tea","Map"]', 'text button "Add it"'],
  ],
  [
    'a number that counts',
    '<ol><li><i>1</i><b>Ash</b></li><li><i>2</i><b>Oak</b></li></ol>',
    { template: '<ol><li km-each="items"><i>{~items#number~}</i><b>{~items~}</b></li></ol>' },
    ['list items ["Ash","Oak"]'],
  ],
  [
    'a picture and a title that lead to one place',
    '<ul><li><a href="/a"><img src="a.svg" alt=""></a><a href="/a">Ash</a></li><li><a href="/b"><img src="b.svg" alt=""></a><a href="/b">Oak</a></li></ul>',
    {
      template:
        '<ul><li km-each="pictures"><a href="{~pictures.link~}"><img src="{~pictures.picture~}" alt="{~pictures.picture.alt~}"></a><a href="{~pictures.link~}">{~pictures.link~}</a></li></ul>',
    },
    [
      'list pictures [{"link":{"href":"/a","text":"Ash"},"picture":{"src":"a.svg"}},{"link":{"href":"/b","text":"Oak"},"picture":{"src":"b.svg"}}]',
    ],
  ],
  [
    'text and text for screen readers',
    '<ul><li><button aria-label="Ash"><b>Ash</b><i>leaf</i></button></li><li><button aria-label="Oak"><b>Oak</b><i>nut</i></button></li></ul>',
    {
      template:
        '<ul><li km-each="items"><button aria-label="{~items.name~}"><b>{~items.name~}</b><i>{~items.note~}</i></button></li></ul>',
    },
    ['list items [{"name":"Ash","note":"leaf"},{"name":"Oak","note":"nut"}]'],
  ],
  [
    'paragraphs here, a list there',
    '<div><details><summary>Why?</summary><p>So.</p><p>And so.</p></details><details><summary>How?</summary><ul><li>Thus</li></ul></details></div>',
    {
      template:
        '<div><details km-each="questions"><summary>{~questions.question~}</summary>{~questions.text~}</details></div>',
    },
    [
      'list questions [{"question":"Why?","text":"<p>So.</p><p>And so.</p>"},{"question":"How?","text":"<ul><li>Thus</li></ul>"}]',
    ],
  ],
  [
    'unclosed items',
    '<ul>\n<li>Ash\n<li>Oak\n</ul>',
    { template: '<ul>\n<li km-each="items">{~items~}\n</ul>' },
    ['list items ["Ash","Oak"]'],
  ],
  [
    'rows with an attribute only some have',
    '<ul><li><a href="/a" download>Ash</a></li><li><a href="/b">Oak</a></li></ul>',
    {
      template:
        '<ul><li km-each="links"><a km-when="links.download" href="{~links.link~}" download>{~links.link~}</a><a km-when="not links.download" href="{~links.link~}">{~links.link~}</a></li></ul>',
    },
    [
      'list links [{"link":{"href":"/a","text":"Ash"},"download":true},{"link":{"href":"/b","text":"Oak"},"download":false}]',
    ],
  ],
  [
    'form boxes that ask for different things',
    '<form><p class="f"><label>Name</label><input name="who"></p><p class="f"><label>Day</label><input name="day"></p></form>',
    {
      template:
        '<form><p class="f"><label>{~nameLabel~}</label><input name="who"></p><p class="f"><label>{~dayLabel~}</label><input name="day"></p></form>',
    },
    ['text nameLabel "Name"', 'text dayLabel "Day"'],
  ],
  [
    'rows the script looks up one by one',
    `<div><b id="d">days</b><b id="h">hours</b><b id="m">minutes</b></div><script>d.title = document.getElementById('h').title + document.getElementById('m').title</script>`,
    {
      template:
        '<div><b id="d">{~name~}</b><b id="h">{~hoursName~}</b><b id="m">{~minutesName~}</b></div>',
    },
    ['text name "days"', 'text hoursName "hours"', 'text minutesName "minutes"'],
  ],
  [
    'rows that style speaks of one by one',
    '<div><section class="p" data-for="a"><h4>Ash</h4><p>x y</p></section><section class="p" data-for="b"><h4>Oak</h4><p>z w</p></section></div><style>[data-for=a] { color: red } [data-for=b] { color: blue }</style>',
    {
      template:
        '<div><section km-each="sections" class="p" data-for="{~sections.for~}"><h4>{~sections.heading~}</h4><p>{~sections.text~}</p></section></div>',
      style:
        '@km-each sections {\n  [data-for="{~sections.for~}"] { color: {~sections.color~} }\n}',
    },
    [
      'list sections [{"heading":"Ash","text":"x y","for":"a","color":"red"},{"heading":"Oak","text":"z w","for":"b","color":"blue"}]',
    ],
  ],
];

it.each(cases)('%s', (_, paste, sources, fields) => {
  expect(boundOf(paste)).toEqual({ sources, fields });
});

it('headings of one level are one field, in however many lists they stand', () => {
  const row = (words: string) => `<li><h3>${words}</h3><p>${words} more</p></li>`;
  const text = `<section><h2>A</h2><ul class="a">${row('x')}${row('y')}</ul><ul class="b">${row('v')}${row('w')}</ul></section>`;
  const { mould } = importSnippet([{ name: 'a.html', text }]);
  const level = findSpots(mould).find((one) => one.default === 'h3');
  const bound = bindSpots(mould, [
    ...findSpots(mould).flatMap(({ id, recommended }) => (recommended ? [{ id }] : [])),
    { id: level?.id ?? '', name: 'level' },
  ]).mould;
  expect(bound.template.match(/<h3 km-as="level"/g)).toHaveLength(2);
  expect(
    compileMould(bound)
      .cast({ id: 'c', values: { level: 'h4' } })
      .markup.match(/<h4/g),
  ).toHaveLength(4);
});
