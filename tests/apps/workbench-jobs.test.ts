import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { type File, type Mark, mark } from '../support/marking.ts';
import { go, pasteIn, said, withWorkbench } from '../support/workbench.ts';

const { opened } = withWorkbench();

/** A job of a site builder, done with clicks alone. */
interface Job {
  readonly paste: string;
  readonly marks: readonly Mark[];
  readonly renamed?: readonly [title: string, member: string, to: string];
  /** Labels of the panel on the widget itself, and what is typed there. */
  readonly about?: Readonly<Record<string, string>>;
  readonly below?: readonly [title: string, value: string];
  readonly has: Partial<Readonly<Record<File, readonly string[]>>>;
}

const jobs: Readonly<Record<string, Job>> = {
  'questions in questions': {
    paste: `<section class="help">
<details><summary>By train</summary>
  <details><summary>Which stop?</summary><p>Mill Lane.</p></details>
  <details><summary>How far?</summary><p>Ten minutes.</p></details>
</details>
<details><summary>By car</summary>
  <details><summary>Where to park?</summary><p>By the weir.</p></details>
</details></section>`,
    marks: [{ text: 'details', form: 'list', name: 'ways' }],
    renamed: ['Ways', 'Questions', 'asked'],
    has: { 'template.html': ['km-each="ways"', 'km-each="ways.asked"'] },
  },
  'a background that changes on scroll': {
    paste: `<div class="mood"><section data-tone="#fdf0d5"><h2>Dawn</h2></section><section data-tone="#264653"><h2>Dusk</h2></section></div>
<style>.mood { transition: background 700ms ease } .mood section { min-height: 80vh }</style>
<script>addEventListener('scroll', () => { for (const one of document.querySelectorAll('.mood section')) { if (one.getBoundingClientRect().top < innerHeight / 2) one.parentNode.style.background = one.dataset.tone } })</script>`,
    marks: [
      { text: 'section', form: 'list', name: 'parts' },
      { file: 'style.css', text: '700ms', name: 'pace' },
      {
        file: 'style.css',
        text: 'ease',
        form: 'choice',
        name: 'easing',
        options: 'linear, ease-in',
      },
    ],
    has: {
      'template.html': ['km-each="parts"', '{~parts.'],
      'style.css': ['var(--pace)', 'var(--easing)'],
    },
  },
  'a slider with its buttons elsewhere on a phone': {
    paste: `<div class="slider"><button class="prev">‹</button><button class="next">›</button></div>
<style>.slider { position: relative } .prev { position: absolute; top: 45%; left: 12px } .next { position: absolute; top: 45%; right: 12px } @media (max-width: 600px) { .prev { top: 90% } .next { top: 90% } }</style>`,
    marks: [
      { file: 'style.css', text: '45%', name: 'height' },
      { file: 'style.css', text: '45%', into: 'height' },
      { file: 'style.css', text: '90%', into: 'height:below' },
      { file: 'style.css', text: '90%', into: 'height:below' },
    ],
    has: { 'style.css': ['top: var(--height)'] },
  },
  'a box around any content, with its side, width and colours': {
    paste: `<div class="aside"><div class="inner"><p>Anything.</p></div></div>
<style>.aside { float: right; width: 240px; border: 2px solid #d9a441 } .aside--wide { width: 320px }</style>`,
    marks: [
      { text: 'div', nth: 1, form: 'slot', name: 'content' },
      { text: 'div', form: 'class', name: 'look' },
      { file: 'style.css', text: 'right', form: 'choice', name: 'side', options: 'left, none' },
      { file: 'style.css', text: '240px', name: 'width' },
      { file: 'style.css', text: 'solid', name: 'edge' },
      { file: 'style.css', text: '#d9a441', name: 'edgeColour' },
    ],
    about: { 'Moulds that the slot content accepts': 'call-out', Title: 'Box beside a text' },
    has: {
      'template.html': ['km-slot="content"', '{~look~}'],
      'style.css': ['var(--side)', 'var(--width)', 'var(--edge)', 'var(--edge-colour)'],
    },
  },
  'a picture in pieces with their shapes': {
    paste: `<div class="torn"><i style="clip-path: polygon(0 0, 50% 0, 40% 100%)"></i><i style="clip-path: polygon(52% 0, 100% 0, 100% 100%)"></i></div>
<style>.torn { position: relative; height: 300px } .torn i { position: absolute; inset: 0 } .torn i:hover { transform: translateY(-8px) scale(1.02) }</style>`,
    marks: [
      { text: 'polygon', form: 'shape', name: 'left' },
      { text: 'polygon', form: 'shape', name: 'right' },
      { file: 'style.css', text: '-8px', name: 'lift' },
      { file: 'style.css', text: '1.02', name: 'growth' },
      { file: 'style.css', text: '300px', name: 'height' },
    ],
    has: {
      'template.html': ['var(--left)', 'var(--right)'],
      'style.css': ['translateY(var(--lift))', 'scale(var(--growth))', 'var(--height)'],
    },
  },
  'a switch between two groups of the host': {
    paste: `<div class="toggle"><button class="a">Monthly</button><button class="b">Yearly</button></div>
<script>var one = '.monthly', two = '.yearly'; document.querySelector('.toggle .b').onclick = function () { document.querySelectorAll(one).forEach(function (e) { e.hidden = true }); document.querySelectorAll(two).forEach(function (e) { e.hidden = false }) }</script>`,
    marks: [
      { file: 'script.js', text: "'.monthly'", form: 'target', name: 'first' },
      { file: 'script.js', text: "'.yearly'", form: 'target', name: 'second' },
    ],
    has: { 'script.js': ['mould.values.first', 'mould.values.second'] },
  },
  'a heading with its tag, typeface, colours and alignment by width': {
    paste: `<h2 class="big"><span>Tide</span> <em>tables</em></h2><style>.big { color: #1b3a4b; background: #f2e9e4; border-bottom: 4px solid #c9ada7; text-align: left; font-family: Lora, serif; text-shadow: 0 2px 4px #22223b } .big em { color: #9a031e; text-decoration: underline }</style>`,
    marks: [
      { text: 'h2', form: 'tag', name: 'level' },
      { file: 'style.css', text: 'left', name: 'align' },
      { file: 'style.css', text: 'Lora', name: 'face' },
      { file: 'style.css', text: 'underline', name: 'line' },
      { file: 'style.css', text: '#1b3a4b', name: 'ink' },
      { file: 'style.css', text: '#f2e9e4', name: 'ground' },
      { file: 'style.css', text: '#c9ada7', name: 'edge' },
      { file: 'style.css', text: '#22223b', name: 'shade' },
      { file: 'style.css', text: '#9a031e', name: 'accent' },
    ],
    below: ['Alignment', 'center'],
    has: {
      'template.html': ['km-as="level"'],
      'style.css': [
        'align: var(--align)',
        'family: var(--face-family)',
        'var(--shade)',
        'var(--accent)',
      ],
    },
  },
  'animated buttons with links added': {
    paste: `<div class="row"><button class="glow">Book</button><button class="glow">Ask</button></div><style>.row{display:flex;gap:24px}.glow { box-shadow: 0 0 12px #e9c46a; animation: pulse 1.6s infinite } @keyframes pulse { 50% { transform: scale(1.06) } }</style>`,
    marks: [
      { text: 'button', form: 'list', name: 'buttons' },
      { file: 'style.css', text: '24px', name: 'gap' },
      { file: 'style.css', text: '12px', into: 'gap' },
    ],
    has: {
      'template.html': ['km-each="buttons"'],
      'style.css': ['gap:var(--gap)', 'calc('],
    },
  },
  'cards in their container, one of them lifted': {
    paste: `<div class="cards"><article class="card"><h3>Pond</h3><a href="/pond">More</a></article><article class="card card--lifted"><h3>Mill</h3><a href="/mill">More</a></article><article class="card"><h3>Weir</h3></article></div>
<style>.cards { display: grid; gap: 20px } .card { padding: 12px } .card--lifted { transform: translateY(-10px) }</style>`,
    marks: [{ text: 'article', form: 'list', name: 'cards' }],
    renamed: ['Cards', 'Lifted', 'raised'],
    about: { 'Belongs inside these moulds': 'card-page' },
    has: { 'template.html': ['km-each="cards"', 'cards.raised: card--lifted'] },
  },
  'an icon box with ids that have to be unique': {
    paste: `<div class="fact" aria-labelledby="fact-title"><svg viewBox="0 0 24 24" aria-hidden="true"><defs><linearGradient id="fact-fill"><stop offset="0" stop-color="#e9c46a"/></linearGradient></defs><circle cx="12" cy="12" r="9" fill="url(#fact-fill)"/></svg><h3 id="fact-title">Eleven boats</h3></div>
<style>.fact svg { width: 48px; height: 48px }</style>`,
    marks: [
      { text: 'h3', form: 'tag', name: 'level' },
      { text: '#e9c46a', name: 'glow' },
      { text: '"9"', form: 'number', name: 'radius' },
      { file: 'style.css', text: '48px', name: 'size' },
      { file: 'style.css', text: '48px', into: 'size' },
    ],
    has: {
      'template.html': ['km-as="level"', 'stop-color="{~glow~}"', 'r="{~radius~}"'],
      'style.css': ['width: var(--size); height: var(--size)'],
    },
  },
  'mixed blocks, of which there may be any number': {
    paste: `<div class="story">
  <p class="block">It rained.</p>
  <figure class="block"><img src="rain.svg" alt="Rain"><figcaption>The pond</figcaption></figure>
  <p class="block">Then it stopped.</p>
</div>`,
    marks: [{ text: '<p class="block">It', to: 'stopped.</p>', form: 'list', name: 'blocks' }],
    has: { 'template.html': ['km-each="blocks"', '{~blocks.text~}'] },
  },
};

/** The code of a file once it is shown; an empty one has a line of nothing. */
async function codeOf(page: Page, file: File): Promise<string> {
  await page.locator('.code .pick select').first().selectOption(file);
  const shown = page.getByRole('textbox', { name: `${file} of the mould` });
  await shown.waitFor();
  return (await shown.locator('.cm-line').allTextContents()).join('\n');
}

describe('by hand, in the workbench', () => {
  it.each(Object.entries(jobs))('%s', async (_, { paste, marks, renamed, about, below, has }) => {
    const page = await opened();
    await pasteIn(page, paste);
    await go(page, 'Fields');
    await page.getByText('Select a place in the code yourself').click();
    const files = [...new Set(marks.map(({ file = 'template.html' }) => file))];
    const before = new Map<File, string>();
    for (const file of files) before.set(file, await codeOf(page, file));
    for (const one of marks) await mark(page, one);

    const fields = page.locator('.fields').first();
    const open = (title: string) => fields.locator('.name', { hasText: title }).first().click();
    if (renamed) {
      const [title, member, to] = renamed;
      await open(title);
      await page.locator('.members .name', { hasText: member }).first().click();
      const name = page.locator('.members .details').getByLabel('Name in code').first();
      await name.fill(to);
      await name.press('Enter');
      await expect.poll(() => said(page)).toContain(to);
    }
    if (below) {
      await open(below[0]);
      const line = fields.getByLabel('Default below 600 px');
      await line.fill(below[1]);
      await line.press('Enter');
    }
    if (about) await page.getByText('The widget itself').click();
    for (const [label, value] of Object.entries(about ?? {})) {
      const line = page.locator('.about').getByLabel(label, { exact: true });
      await line.fill(value);
      await line.press('Enter');
      await expect.poll(() => line.inputValue()).toBe(value);
    }
    for (const [file, texts] of Object.entries(has))
      for (const text of texts) await expect.poll(() => codeOf(page, file as File)).toContain(text);

    const removing = page.getByRole('button', { name: /^Remove .* restore the original code$/ });
    for (let left = await removing.count(); left > 0; left = await removing.count())
      await removing.first().click();
    for (const [file, text] of before) await expect.poll(() => codeOf(page, file)).toBe(text);
    expect(page.complaints).toEqual([]);
  });
});
