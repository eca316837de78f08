import { expect, it } from 'vitest';
import { type BoundCase, boundOf } from '../support/bound.ts';

/** What a script names, and what binding makes of it. */
const cases: readonly BoundCase[] = [
  [
    'a constant of time',
    '<p id="a"></p><script>const DELAY = 400; setTimeout(go, DELAY);</script>',
    { script: 'const DELAY = mould.values.delay; setTimeout(go, DELAY);' },
    ['duration delay "400ms"'],
  ],
  [
    'a variable that is only read',
    '<p id="a"></p><script>var speed = 12; move(speed);</script>',
    { script: 'var speed = mould.values.speed; move(speed);' },
    ['number speed 12 {"minimum":0}'],
  ],
  [
    'a date',
    `<p id="a"></p><script>var end = new Date('2027-05-16T10:00:00').getTime();</script>`,
    { script: 'var end = new Date(mould.values.end).getTime();' },
    ['date end "2027-05-16T10:00:00" {"format":"date-time"}'],
  ],
  [
    'a day',
    `<p id="a"></p><script>const END = '2027-05-16'; count(new Date(END));</script>`,
    { script: 'const END = mould.values.end; count(new Date(END));' },
    ['date end "2027-05-16"'],
  ],
  [
    'a list of words',
    `<p id="a"></p><script>const WORDS = ['Ash', 'Oak', 'Elm']; show(WORDS);</script>`,
    { script: 'const WORDS = mould.values.words; show(WORDS);' },
    ['list words ["Ash","Oak","Elm"]'],
  ],
  [
    'a list that is changed',
    `<p id="a"></p><script>const words = ['Ash', 'Oak', 'Elm']; words.reverse();</script>`,
    { script: 'const words = [...mould.values.words]; words.reverse();' },
    ['list words ["Ash","Oak","Elm"]'],
  ],
  [
    'rows with addresses',
    `<p id="a"></p><script>const trees = [{ name: 'Ash', page: '/ash', pic: 'ash.svg' }, { name: 'Oak', page: '/oak', pic: 'oak.svg' }]; show(trees);</script>`,
    {
      script:
        'const trees = mould.values.trees.map((one) => ({ ...one, page: one.page.href, pic: one.pic.src })); show(trees);',
    },
    [
      'list trees [{"name":"Ash","page":{"href":"/ash"},"pic":{"src":"ash.svg"}},{"name":"Oak","page":{"href":"/oak"},"pic":{"src":"oak.svg"}}]',
    ],
  ],
  [
    'rows of old',
    `<p id="a"></p><script>var words = new Array('Ash', 'Oak'); show(words);</script>`,
    { script: 'var words = mould.values.words; show(words);' },
    ['list words ["Ash","Oak"]'],
  ],
  [
    'lists in rows',
    `<p id="a"></p><script>const asked = [{ q: 'Which?', a: ['Ash', 'Oak'] }, { q: 'What?', a: ['Leaf'] }]; show(asked);</script>`,
    { script: 'const asked = mould.values.asked; show(asked);' },
    ['list asked [{"q":"Which?","a":["Ash","Oak"]},{"q":"What?","a":["Leaf"]}]'],
  ],
  [
    'options of a library',
    `<p id="a"></p><script>new Slides('.a', { loop: true, speed: 500, perView: 3, easing: 'ease', labels: { next: 'On' } });</script>`,
    {
      script: `new Slides('.a', { loop: mould.values.loop, speed: mould.values.speed, perView: mould.values.perView, easing: 'ease', labels: { next: mould.values.next } });`,
    },
    [
      'text next "On"',
      'duration speed "500ms"',
      'switch loop true',
      'number perView 3 {"minimum":1}',
    ],
  ],
  [
    'options of the platform',
    `<p id="a"></p><script>new IntersectionObserver(go, { threshold: 0.5, rootMargin: '10px' }).observe(a);</script>`,
    {},
    [],
  ],
  [
    'options with defaults',
    `<p id="a"></p><script>const options = { pause: 3000, title: 'Trams', volume: 0.4 }; go(options);</script>`,
    {
      script:
        'const options = { pause: mould.values.pause, title: mould.values.title, volume: mould.values.volume }; go(options);',
    },
    [
      'text title "Trams"',
      'duration pause "3000ms"',
      'number volume 0.4 {"minimum":0,"maximum":1}',
    ],
  ],
  [
    'a time in a timer',
    '<p id="a"></p><script>setInterval(next, 4000);</script>',
    { script: 'setInterval(next, mould.values.interval);' },
    ['duration interval "4000ms"'],
  ],
  ['a clock’s own second', '<p id="a"></p><script>setInterval(tick, 1000);</script>', {}, []],
  [
    'a colour it draws with',
    `<p id="a"></p><script>pen.fillStyle = on ? '#8c2f24' : '#b7a98a';</script>`,
    { script: 'pen.fillStyle = on ? mould.values.fillColor : mould.values.otherFillColor;' },
    ['color fillColor "#8c2f24"', 'color otherFillColor "#b7a98a"'],
  ],
  [
    'a text with a value in it',
    `<p id="a"></p><script>a.textContent = count + ' trams';</script>`,
    { script: `a.textContent = count + ' ' + mould.values.trams;` },
    ['text trams "trams"'],
  ],
  [
    'a text in a template',
    `<p id="a"></p><script>a.textContent = \`\${count} trams left\`;</script>`,
    { script: `a.textContent = \`\${count} \${mould.values.tramsLeft}\`;` },
    ['text tramsLeft "trams left"'],
  ],
  [
    'a language',
    `<p id="a"></p><script>const LOCALE = 'en-GB'; write(LOCALE);</script>`,
    { script: 'const LOCALE = mould.values.locale; write(LOCALE);' },
    ['text locale "en-GB"'],
  ],
  [
    'a film by its address',
    `<p id="a"></p><script>const FILM = 'a.webm'; player.src = FILM;</script>`,
    { script: 'const FILM = mould.values.film.src; player.src = FILM;' },
    ['media film {"src":"a.webm"}'],
  ],
  [
    'selectors, events, keys',
    `<p id="a"></p><script>const BOX = '.box', KIND = 'click', KEY = 'seen-it'; on(BOX, KIND, KEY);</script>`,
    {},
    [],
  ],
  [
    'a count of rows',
    '<ul><li>Ash tree</li><li>Oak tree</li><li>Elm tree</li></ul><script>const slides = 3; go(slides);</script>',
    {
      template: '<ul><li km-each="items">{~items~}</li></ul>',
      script: 'const slides = mould.values.items.length; go(slides);',
    },
    ['list items ["Ash tree","Oak tree","Elm tree"]'],
  ],
  [
    'a colour in style as well',
    `<p class="a">Ash</p><style>.a { color: #8c2f24 }</style><script>const INK = 'rgb(140, 47, 36)'; pen.strokeStyle = INK;</script>`,
    {
      template: '<p class="a">{~text~}</p>',
      style: '.a { color: var(--text-color) }',
      script: 'const INK = mould.values.textColor; pen.strokeStyle = INK;',
    },
    ['text text "Ash"', 'color textColor "#8c2f24"'],
  ],
];

it.each(cases)('%s', (_, paste, sources, fields) => {
  expect(boundOf(paste)).toEqual({ sources, fields });
});
