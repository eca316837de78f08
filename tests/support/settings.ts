import type { Frame, Locator, Page } from 'playwright-core';
import { expect } from 'vitest';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { mouldOf } from './mould.ts';

const tram =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 4"><rect width="8" height="4"/></svg>';

/** A field of every kind that has a control, each with a default that can be seen. */
const settingsFields: JsonObject = {
  text: { type: 'string', title: 'Heading', default: 'Depot Gate', description: 'Stands above.' },
  multiline: { kind: 'multiline', title: 'Lines', default: 'One\nTwo' },
  richtext: { kind: 'richtext', title: 'Words', default: '<p>Mind the <em>step</em></p>' },
  number: {
    type: 'number',
    title: 'Edge',
    minimum: 0,
    maximum: 10,
    unit: 'px',
    default: 2,
    section: 'Look',
  },
  switch: { type: 'boolean', title: 'Framed', default: false, section: 'Look' },
  choice: {
    enum: ['start', 'center', 'end'],
    title: 'Align',
    default: 'start',
    below: { 640: 'center' },
    section: 'Look',
  },
  color: { kind: 'color', title: 'Ink', default: '#b3541e', section: 'Look' },
  length: { kind: 'length', title: 'Room', default: '12px', section: 'Look' },
  duration: { kind: 'duration', title: 'Speed', default: '0.4s', section: 'Look' },
  typeface: {
    kind: 'typeface',
    title: 'Type',
    default: { family: 'serif', size: '18px' },
    section: 'Look',
  },
  fill: { kind: 'fill', title: 'Ground', default: { color: '#fff7e8' }, section: 'Look' },
  shape: { kind: 'shape', title: 'Cut', default: 'inset(0px)', section: 'Look' },
  date: { kind: 'date', title: 'Day', default: '2026-06-07' },
  image: { kind: 'image', title: 'Photo', default: { src: 'assets/tram.svg', alt: 'Tram 7' } },
  link: { kind: 'link', title: 'More', default: { href: '/timetable', text: 'Timetable' } },
  icon: { kind: 'icon', title: 'Badge', default: { class: 'bell' } },
  media: { kind: 'media', title: 'Bell', default: { src: 'assets/bell.mp3' } },
  markup: { kind: 'markup', title: 'Own', default: '<b>ours</b>' },
  target: { kind: 'target', title: 'Reach', default: '.fares' },
  group: {
    type: 'object',
    title: 'Place',
    properties: { inner: { type: 'string', title: 'Inner', default: 'Mill' } },
  },
  list: {
    type: 'array',
    title: 'Stops',
    caption: 'list.name',
    minItems: 1,
    maxItems: 5,
    section: 'Rows',
    items: {
      type: 'object',
      title: 'Stop',
      properties: {
        name: { type: 'string', title: 'Name', default: 'New' },
        calls: { type: 'array', title: 'Calls', items: { type: 'string' } },
      },
    },
    default: [{ name: 'Weir Lane', calls: ['a', 'b'] }, { name: 'Quarry End' }, { name: 'Mill' }],
  },
  note: { type: 'null', description: 'Only what differs is kept.', section: 'Rows' },
  diary: {
    type: 'array',
    title: 'Diary',
    section: 'Rows',
    items: {
      oneOf: [
        {
          title: 'Work',
          properties: { is: { const: 'work' }, said: { type: 'string', title: 'Said' } },
        },
        {
          title: 'Sight',
          properties: { is: { const: 'sight' }, photo: { kind: 'image', title: 'Photo' } },
        },
      ],
    },
    default: [{ is: 'work', said: 'Roof done' }],
  },
  hint: { type: 'string', title: 'Hint', default: 'Ring', when: 'switch' },
};

/** A mould in which a frame shows the value of each. */
export function settingsMould(): Mould {
  return mouldOf({
    fields: settingsFields,
    template: `<section class="piece" km-class="switch: framed" data-target="{~target~}">
  <h2>{~text~}</h2><pre>{~multiline~}</pre><div class="rich">{~richtext~}</div><time>{~date~}</time>
  <img src="{~image~}" alt="{~image.alt~}"><a href="{~link~}">{~link~}</a><span class="icon">{~icon~}</span>
  <audio src="{~media~}"></audio><div class="own">{~markup~}</div><em class="place">{~group.inner~}</em>
  <ul><li km-each="list">{~list.name~}<b km-each="list.calls">{~list.calls~}</b></li></ul>
  <i km-each="diary">{~diary.said~}</i>
</section>`,
    style: `.piece { color: var(--color); text-align: var(--choice); padding-left: var(--length); background: var(--fill); border: var(--number) solid; }
.piece.framed { outline: 1px solid }
h2 { font: var(--typeface); transition: opacity var(--duration); clip-path: var(--shape); }`,
    files: { 'assets/tram.svg': tram, 'assets/bell.mp3': 'ding' },
  });
}

/** What to ask of a page, as functions that can be handed to it. */
export const styleOf = (name: string, selector = '.piece') =>
  new Function(
    `return getComputedStyle(document.querySelector('${selector}')).getPropertyValue('${name}')`,
  ) as () => unknown;
export const read = (code: string) => new Function(`return ${code}`) as () => unknown;
export const textOf = (selector: string) =>
  read(`document.querySelector('${selector}')?.textContent`);

/** Opens all that is folded in a form. */
export async function unfold(form: Locator): Promise<void> {
  const folded = form.locator('.section-title [aria-expanded=false]');
  await form.locator('.section-title').first().waitFor();
  while ((await folded.count()) > 0) await folded.first().click();
}

/** The frames in which casts run, within those that hold the policy. */
export function castFrames(page: Page): Frame[] {
  return page.frames().filter((one) => one.parentFrame()?.parentFrame());
}

/** Has all frames of a preview stand side by side, at life size. */
export async function lifeSize(page: Page): Promise<void> {
  await page.locator('km-preview').evaluate((one) => {
    const preview = one as HTMLElement & { settings: object };
    preview.settings = { ...preview.settings, zoom: 1 };
  });
}

/** Waits until each of the three frames shows what is asked of it. */
export async function inEveryFrame(
  page: Page,
  read: () => unknown,
  wanted: unknown,
): Promise<void> {
  const all = () =>
    Promise.all(castFrames(page).map((frame) => frame.evaluate(read).catch(() => '')));
  await expect.poll(all).toEqual([wanted, wanted, wanted]);
}
