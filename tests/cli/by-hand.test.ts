import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { folderWith, keenMould } from '../support/command.ts';

/** A job of a site builder, done with commands alone. */
interface Job {
  readonly paste: string;
  readonly imported?: readonly string[];
  readonly commands: readonly (readonly string[])[];
  /** Values for a cast, and what that has to have and must not have. */
  readonly fill: Readonly<Record<string, unknown>>;
  readonly has: readonly string[];
  readonly lacks?: readonly string[];
}

const jobs: Readonly<Record<string, Job>> = {
  'questions in questions': {
    paste: `<style>.faq details details { margin-left: 20px }</style><section class="faq">
<details><summary>Before you come</summary>
  <details><summary>Is there parking?</summary><p>Behind the mill.</p></details>
  <details><summary>May dogs come?</summary><p>On a lead.</p></details>
</details>
<details><summary>On the day</summary>
  <details><summary>Is there tea?</summary><p>From ten.</p></details>
</details></section>`,
    commands: [
      ['bind', 'job', '--mark', '.faq > details=groups:list', '--rename', 'groups.questions=asked'],
    ],
    fill: {
      groups: [{ heading: 'Afterwards', asked: [{ question: 'Lost a glove?', text: 'Ask us.' }] }],
    },
    has: ['Afterwards', 'Lost a glove?', 'Ask us.'],
    lacks: ['parking'],
  },
  'a background that changes on scroll': {
    paste: `<div class="mood"><section data-tone="#fdf0d5"><h2>Morning</h2></section><section data-tone="#264653"><h2>Night</h2></section></div>
<style>.mood { background: #fff; transition: background 600ms ease } .mood section { min-height: 80vh }</style>
<script>addEventListener('scroll', () => { const at = innerHeight / 2; for (const one of document.querySelectorAll('.mood section')) { const box = one.getBoundingClientRect(); if (box.top < at && box.bottom > at) one.parentNode.style.background = one.dataset.tone } })</script>`,
    commands: [
      [
        'bind',
        'job',
        '--mark',
        '.mood section=parts:list',
        '--mark',
        '"600ms"=pace',
        '--mark',
        '"ease"=easing:choice(linear|ease-in-out)',
      ],
      ['bind', 'job', '--rename', 'parts.tone=ground'],
    ],
    fill: { parts: [{ heading: 'Noon', ground: '#ffcc00' }], pace: '2s', easing: 'linear' },
    has: ['data-tone="#ffcc00"', 'Noon', '2s', 'linear'],
    lacks: ['Morning'],
  },
  'a slider with its buttons elsewhere on a phone': {
    paste: `<div class="slider"><button class="prev">‹</button><button class="next">›</button></div>
<style>.slider { position: relative } .prev { position: absolute; top: 45%; left: 12px } .next { position: absolute; top: 45%; right: 12px } @media (max-width: 600px) { .prev { top: 90% } .next { top: 90% } }</style>`,
    commands: [
      ['bind', 'job', '--mark', '.prev{top}=height', '--mark', '.next{top}=height'],
      [
        'bind',
        'job',
        '--mark',
        '@media (max-width: 600px) .prev{top}=height:below',
        '--mark',
        '@media (max-width: 600px) .next{top}=height:below',
      ],
    ],
    fill: { height: '30%' },
    has: ['30%', '90%', '(max-width: 600.98px)'],
  },
  'a box around any content, with its side, width and colours': {
    paste: `<div class="aside"><div class="inner"><p>Anything.</p></div></div>
<style>.aside { float: right; width: 240px; background: #fdf3d8; border: 2px solid #d9a441 } .aside--wide { width: 320px }</style>`,
    commands: [
      [
        'bind',
        'job',
        '--mark',
        '.inner=content:slot',
        '--mark',
        '.aside{float}=side:choice(left|none)',
        '--mark',
        '.aside{width}=width',
        '--mark',
        '.aside=look:class',
        '--mark',
        '"solid"=edge',
        '--mark',
        '"#d9a441"=edgeColour',
      ],
      [
        'set',
        'job',
        'slots.content.accepts=call-out',
        'fields.edge.section=Look',
        'title=Box beside a text',
      ],
      ['bind', 'job', '--move', 'edge=first'],
    ],
    fill: {
      side: 'left',
      width: '50%',
      look: 'aside--wide',
      edge: 'dotted',
      edgeColour: '#123456',
    },
    has: ['left', '50%', 'aside--wide', 'dotted', '#123456'],
  },
  'a picture in pieces with their shapes': {
    paste: `<div class="torn"><i style="clip-path: polygon(0 0, 50% 0, 40% 100%, 0 100%); background-image: url(pond.jpg)"></i><i style="clip-path: polygon(52% 0, 100% 0, 100% 100%, 42% 100%); background-image: url(pond.jpg)"></i></div>
<style>.torn { position: relative; height: 300px } .torn i { position: absolute; inset: 0; background-size: cover } .torn i:hover { transform: translateY(-8px) scale(1.02) }</style>`,
    commands: [
      [
        'bind',
        'job',
        '--mark',
        'template.html:1:44=left:shape',
        '--mark',
        '"polygon(52% 0, 100% 0, 100% 100%, 42% 100%)"=right:shape',
      ],
      [
        'bind',
        'job',
        '--mark',
        '"-8px"=lift',
        '--mark',
        '"1.02"=growth',
        '--mark',
        '.torn{height}=height',
      ],
    ],
    fill: { left: 'circle(30%)', right: 'inset(10%)', lift: '-20px', growth: 1.2, height: '40vh' },
    has: ['circle(30%)', 'inset(10%)', '-20px', '1.2', '40vh'],
  },
  'a switch between two groups of the host': {
    paste: `<div class="toggle"><button class="a">Monthly</button><button class="b">Yearly</button></div>
<script>var one = '.monthly', two = '.yearly'; document.querySelector('.toggle .b').onclick = function () { document.querySelectorAll(one).forEach(function (e) { e.hidden = true }); document.querySelectorAll(two).forEach(function (e) { e.hidden = false }) }</script>`,
    commands: [
      ['bind', 'job', '--mark', `"'.monthly'"=first:target`, '--mark', `"'.yearly'"=second:target`],
    ],
    fill: { first: '.by-month', second: '.by-year' },
    has: ['.by-month', '.by-year'],
  },
  'a heading with its tag, typeface, colours and alignment by width': {
    paste: `<h2 class="big"><span>Tide</span> <em>tables</em></h2><style>.big { color: #1b3a4b; background: #f2e9e4; border-bottom: 4px solid #c9ada7; text-align: left; font-family: Lora, serif; text-shadow: 0 2px 4px #22223b } .big em { color: #9a031e; text-decoration: underline }</style>`,
    commands: [
      [
        'bind',
        'job',
        '--mark',
        '.big=level:tag',
        '--mark',
        '.big{text-align}=align',
        '--mark',
        '.big{font-family}=face',
        '--mark',
        '.big em{text-decoration}=mark',
        '--mark',
        '.big{color}=ink',
        '--mark',
        '.big{background}=ground',
        '--mark',
        '"#c9ada7"=line',
        '--mark',
        '"#22223b"=shade',
        '--mark',
        '.big em{color}=accent',
      ],
      ['set', 'job', 'fields.align.below.600=center', 'fields.level.enum=h1,h2,h3'],
    ],
    fill: { level: 'h3', align: 'right', face: 'Georgia, serif', mark: 'none', ink: '#010203' },
    has: ['<h3 data-as="h2"', 'right', 'center', 'Georgia', '#010203'],
    lacks: ['</h2>'],
  },
  'animated buttons with links added': {
    paste: `<div class="row"><button class="glow">Book</button><button class="glow">Ask</button></div><style>.row{display:flex;gap:24px}.glow { box-shadow: 0 0 12px #e9c46a; animation: pulse 1.6s infinite } @keyframes pulse { 50% { transform: scale(1.06) } }</style>`,
    commands: [
      [
        'bind',
        'job',
        '--mark',
        '.glow=buttons:list',
        '--mark',
        '.row{gap}=gap',
        '--mark',
        '"12px"=gap',
      ],
      ['set', 'job', 'fields.buttons.maxItems=4', 'fields.gap.title=Room between'],
    ],
    fill: { buttons: ['Come in', 'Write', 'Call'], gap: '40px' },
    has: ['Come in', 'Call', '40px', 'calc('],
    lacks: ['Book'],
  },
  'cards in their container, one of them lifted': {
    paste: `<div class="cards"><article class="card"><h3>Pond</h3><a href="/pond">More</a></article><article class="card card--lifted"><h3>Mill</h3><a href="/mill">More</a></article><article class="card"><h3>Weir</h3></article></div>
<style>.cards { display: grid; gap: 20px } .card { padding: 12px } .card--lifted { transform: translateY(-10px) }</style>`,
    commands: [
      ['bind', 'job', '--mark', '.card=cards:list'],
      ['bind', 'job', '--rename', 'cards.lifted=raised', '--move', 'cards.raised=first'],
      [
        'set',
        'job',
        'within=card-page',
        'fields.cards.minItems=1',
        'fields.cards.raised.title=Raised',
      ],
    ],
    fill: { cards: [{ heading: 'Lock', raised: true }] },
    has: ['card--lifted', 'Lock'],
    lacks: ['Pond'],
  },
  'an icon box with ids that have to be unique': {
    paste: `<div class="fact" aria-labelledby="fact-title"><svg viewBox="0 0 24 24" aria-hidden="true"><defs><linearGradient id="fact-fill"><stop offset="0" stop-color="#e9c46a"/></linearGradient></defs><circle cx="12" cy="12" r="9" fill="url(#fact-fill)"/></svg><h3 id="fact-title">Eleven boats</h3></div>
<style>.fact svg { width: 48px; height: 48px } .fact { border-radius: 12px }</style>`,
    commands: [
      [
        'bind',
        'job',
        '--mark',
        '.fact h3=level:tag',
        '--mark',
        '.fact svg{width}=size',
        '--mark',
        '.fact svg{height}=size',
        '--mark',
        'stop@stop-color=glow',
        '--mark',
        '"9"=radius:number',
      ],
      ['set', 'job', 'fields.size.title=Icon size', 'fields.radius.maximum=12'],
    ],
    fill: { level: 'h2', size: '64px', glow: '#123456', radius: 5 },
    has: ['<h2 data-as="h3"', '64px', '#123456', 'r="5"', 'id="fact-title~', 'url(#fact-fill~'],
  },
  'mixed blocks, of which there may be any number': {
    paste: `<div class="story">
  <p class="block">It rained.</p>
  <figure class="block"><img src="rain.svg" alt="Rain"><figcaption>The pond</figcaption></figure>
  <p class="block">Then it stopped.</p>
</div>`,
    commands: [
      ['bind', 'job', '--mark', '.story > *=blocks:list'],
      ['set', 'job', 'fields.blocks.minItems=1'],
    ],
    fill: {
      blocks: [
        { is: 'picture', text: 'The weir', picture: { src: 'weir.svg' } },
        { is: 'text', text: 'Dry again.' },
      ],
    },
    has: ['<figcaption>The weir</figcaption>', 'weir.svg', '<p class="block">Dry again.</p>'],
    lacks: ['It rained.'],
  },
  'one section of a saved page': {
    paste: `<!doctype html><title>Boats</title><style>:root { --ink: #223344 } .menu { color: red } .page { max-width: 900px; line-height: 1.7 } .page .boats { display: grid } .boat { animation: rise 1s; color: var(--ink) } @keyframes rise { from { opacity: 0 } } @keyframes spin { to { rotate: 1turn } } @media print { .menu { display: none } }</style>
<nav class="menu">Menu</nav><main class="page"><h1>All</h1><section class="boats"><p class="boat">Gull</p><p class="boat">Tern</p></section></main>
<script>document.querySelector('.menu').onclick = () => {}; document.querySelectorAll('.boat').forEach((one) => { one.title = 'A boat' })</script>`,
    imported: ['--only', '.boats'],
    commands: [['bind', 'job', '--mark', '.boat=boats:list']],
    fill: { boats: ['Skua'] },
    has: ['Skua', 'line-height: 1.7', '@keyframes', '#223344', 'A boat'],
    lacks: ['Gull', 'Menu', 'max-width: 900px', 'spin', '.menu'],
  },
};

describe('by hand, on the command line', () => {
  it.each(Object.entries(jobs))(
    '%s',
    async (_, { paste, imported = [], commands, fill, has, lacks = [] }) => {
      const folder = folderWith({ 'job.html': paste, 'fill.json': JSON.stringify(fill) });
      expect(
        await keenMould(folder, ['import', 'job.html', '--name', 'job', ...imported]),
      ).toMatchObject({ status: 0 });
      const sources = ['template.html', 'style.css', 'script.js'];
      const read = () =>
        sources.map((name) => {
          try {
            return readFileSync(join(folder, 'job', name), 'utf8');
          } catch {
            return '';
          }
        });
      const before = read();
      for (const words of commands) {
        const ran = await keenMould(folder, words);
        expect(ran, ran.stderr).toMatchObject({ status: 0 });
      }
      const checked = await keenMould(folder, ['check', 'job', '--json']);
      const { moulds } = JSON.parse(checked.stdout);
      expect(moulds[0].findings.filter((one: { level: string }) => one.level === 'error')).toEqual(
        [],
      );
      const cast = await keenMould(folder, ['cast', 'job', '--fill', 'fill.json']);
      expect(cast, cast.stderr).toMatchObject({ status: 0 });
      for (const text of has) expect(cast.stdout).toContain(text);
      for (const text of lacks) expect(cast.stdout).not.toContain(text);
      const { fields, slots = {} } = JSON.parse(
        readFileSync(join(folder, 'job', 'mould.json'), 'utf8'),
      );
      const all = [
        ...Object.keys(fields.properties),
        ...Object.keys(slots).map((name) => `slots.${name}`),
      ];
      const drops = all.flatMap((name) => ['--drop', name]);
      const dropped = await keenMould(folder, ['bind', 'job', ...drops]);
      expect(dropped, dropped.stderr).toMatchObject({ status: 0 });
      expect(read()).toEqual(before);
    },
  );
});
