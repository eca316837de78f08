import { expect, it } from 'vitest';
import type { CastOptions } from '../../src/core/compile/caster.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { SlotContent } from '../../src/core/model/cast-file.ts';
import type { Slot } from '../../src/core/model/mould.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();

const hosts = `<article id="hosts"><h2 class="open">Open days</h2><p>Every <a href="#">Sunday</a></p>
<table border="1"><tr><td>10:20</table><details open><summary>More</summary>Dogs too</details></article>`;

const siteStyle = `<style>
body { font: 15px/1.5 sans-serif; color: #444; letter-spacing: .02em; --ink: purple; --accent: green }
h2 { color: teal; text-transform: uppercase } a { color: var(--accent) } table { font-size: 10px }
.dark { color: #eee }
</style>`;

/** A mould that styles all it can, and whose script touches all it finds. */
const board = (slot?: Slot) =>
  compileMould(
    mouldOf({
      ...(slot ? { slots: { notes: slot } } : {}),
      fields: { accent: { kind: 'color', default: '#b3541e' } },
      template: `<section class="open"><h2>Trams</h2><input type="radio" name="day">
<div km-slot="notes"><p class="none">Nothing yet</p></div></section>`,
      style: `:root { --ink: navy } * { box-sizing: border-box; letter-spacing: 2px }
.open { color: var(--ink); border: 3px solid var(--accent); font: italic 22px/2 serif }
.open h2, p, a, td, summary { color: red; background: yellow; margin: 9px; cursor: help }
@media all { p + p, table { outline: 1px solid } }`,
      script: `for (const one of document.querySelectorAll('h2, [name="day"]')) one.title += 'seen';
document.addEventListener('click', (event) => {
  document.querySelector('section').dataset.clicked = event.target.tagName;
});`,
    }),
  );

function blockWith(contents: readonly SlotContent[], options: CastOptions = {}, slot?: Slot) {
  const compiled = board(slot);
  const file = { id: 'outer', slots: { notes: contents } };
  const cast = compiled.cast(file, { ...options, moulds: () => compiled });
  expect(cast.findings).toEqual([]);
  return deliver(cast, { form: 'block', runtime }).parts.html ?? '';
}

type Page = Awaited<ReturnType<typeof pageOf>>;

/** All that is computed for the host's own elements but their places. */
const styleOf = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('#hosts, #hosts *')].map((one) => {
      const style = getComputedStyle(one);
      return Array.from(style)
        .filter((name) => !/size|width|height|origin/.test(name) && style.getPropertyValue(name))
        .map((name) => `${one.localName} ${name}: ${style.getPropertyValue(name)}`)
        .sort()
        .join('\n');
    }),
  );

const cases = [true, false].flatMap((sealed) =>
  [true, false].map((isBefore) => [sealed ? 'sealed' : 'scoped', isBefore] as const),
);

it.each(cases)(
  'what the host puts into a slot keeps its computed style: %s, style of the host first: %s',
  async (grade, isBefore) => {
    const bare = await styleOf(await pageOf(siteStyle + hosts));
    const inner = { mould: 'board', id: 'inner', values: { accent: '#00f' } };
    const block = blockWith([{ markup: hosts }, inner], { sealed: grade === 'sealed' });
    const page = await pageOf(isBefore ? siteStyle + block : block + siteStyle);
    expect(await styleOf(page)).toEqual(bare);
    await page.evaluate(() => document.body.classList.add('dark'));
    await page.waitForFunction(
      () =>
        getComputedStyle(document.querySelector('#hosts') as Element).color ===
        'rgb(238, 238, 238)',
    );
    expect(page.complaints).toEqual([]);
  },
);

it.each([false, true])(
  'a cast in a slot of its own mould keeps its own, sealed: %s',
  async (sealed) => {
    const page = await pageOf(
      blockWith(
        [
          {
            markup: '<p id="note"><b>Bring</b> boots</p><input id="days" type="radio" name="day">',
          },
          { mould: 'board', id: 'inner', values: { accent: '#00f' } },
        ],
        { sealed },
      ),
    );
    const told = (id: string) =>
      page.evaluate((cast) => {
        const root = document.querySelector(`[data-cast="${cast}"]`) as Element;
        const content = root.shadowRoot ?? root;
        const section = (
          root.matches('section') ? root : content.querySelector('section')
        ) as HTMLElement;
        const title = content.querySelector('h2')?.title;
        const edge = getComputedStyle(section).borderTopColor;
        return { title, edge, clicked: section.dataset.clicked };
      }, id);
    await page.locator('[data-cast="inner"] h2').click();
    expect(await told('outer')).toEqual({
      title: 'seen',
      edge: 'rgb(179, 84, 30)',
      clicked: 'DIV',
    });
    expect(await told('inner')).toEqual({ title: 'seen', edge: 'rgb(0, 0, 255)', clicked: 'H2' });
    await page.locator('#note b').click();
    expect((await told('outer')).clicked).toBe('DIV');
    expect(
      await page.locator('#days').evaluate((one: HTMLInputElement) => one.name + one.title),
    ).toBe('day');
  },
);

it('a slot that says so takes on the text style around it, and an empty one shows what stands in it', async () => {
  const page = await pageOf(siteStyle + blockWith([{ markup: hosts }], {}, { inherits: true }));
  const type = (selector: string) =>
    page.locator(selector).evaluate((one) => getComputedStyle(one).fontFamily);
  expect(await type('#hosts')).toBe('serif');
  const empty = await pageOf(blockWith([]));
  expect(await empty.locator('.none').evaluate((one) => getComputedStyle(one).color)).toBe(
    'rgb(255, 0, 0)',
  );
});

it('markup that leaves elements open does not take in what comes after it', async () => {
  const page = await pageOf(`${blockWith([{ markup: '<div><b>Open' }])}<p id="after">x</p>`);
  expect(await page.locator('#after').evaluate((one) => one.parentElement?.localName)).toBe('body');
});

const withSlot = (inside: string) =>
  compileMould(mouldOf({ template: `<div>${inside}</div>` })).findings.map((one) => one.message);

it.each([
  ['<p km-slot="notes"></p>', 'The slot notes cannot be in <p>'],
  ['<div km-slot="my notes"></div>', 'has an invalid name'],
  ['<b km-slot="a"></b><i km-slot="a"></i>', 'The slot a is used twice'],
])('a slot that cannot be one is reported: %s', (template, said) => {
  expect(withSlot(template)[0]).toContain(said);
});

it('what cannot stand in a slot is left out and reported', () => {
  const compiled = board({ accepts: ['call-out'], max: 1 });
  const told = (slots: Record<string, readonly SlotContent[]>) =>
    compiled.cast({ id: 'c', slots }, { moulds: () => undefined }).findings.map(({ code }) => code);
  const markup = '<p>x</p>';
  expect(told({ aside: [{ markup }] })).toEqual(['cast/no-slot']);
  expect(told({ notes: [{ mould: 'board' }] })).toEqual(['cast/not-accepted']);
  expect(told({ notes: [{ mould: 'call-out' }] })).toEqual(['cast/no-mould']);
  expect(told({ notes: [{ markup }, { markup }] })).toEqual(['cast/slot-full']);
});

it('style attributes of the mould take its own names, those in a slot keep theirs', () => {
  const { cast } = compileMould(
    mouldOf({
      template: `<div style="--gap: 3px; animation: .2s spin"><i km-slot="notes"></i></div>`,
      style: 'div { padding: var(--gap) } @keyframes spin { to { rotate: 1turn } }',
    }),
  );
  const markup = '<b style="--gap: 1px; animation-name: spin">b</b>';
  const written = cast({ id: 'c', slots: { notes: [{ markup }] } }).markup;
  expect(written).toContain('style="--gap--board: 3px; animation: .2s spin--board"');
  expect(written).toContain(markup);
});
