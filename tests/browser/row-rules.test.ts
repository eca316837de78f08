import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { renameField } from '../../src/core/author/bind/rename-field.ts';
import { unbindField } from '../../src/core/author/bind/unbind-field.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { isJsonObject } from '../../src/core/model/json-source.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();

/** Tabs without a script: style speaks of each by its id, and moves a strip for each. */
const tabs = `<div class="boats">
  <input type="radio" name="boat" id="b1" checked><label for="b1">Gull</label>
  <input type="radio" name="boat" id="b2"><label for="b2">Tern</label>
  <input type="radio" name="boat" id="b3"><label for="b3">Skua</label>
  <div class="deck"><section id="d1"><h3>Six oars</h3><p>Built for the bay.</p></section><section id="d2"><h3>Two oars</h3><p>Built for one.</p></section><section id="d3"><h3>A sail</h3><p>Built for wind.</p></section></div>
  <i class="mark"></i>
</div>
<style>
.deck section { display: none }
.mark { position: relative; left: 0 }
#b1:checked ~ .deck #d1, #b2:checked ~ .deck #d2, #b3:checked ~ .deck #d3 { display: block }
#b1:checked ~ .mark { left: 0; color: #ff0000 }
#b2:checked ~ .mark { left: 40px; color: #008000 }
#b3:checked ~ .mark { left: 80px; color: #0000ff }
</style>`;

function bound() {
  const { mould } = importSnippet([{ name: 'boats.html', text: tabs }], { name: 'boats' });
  return { paste: mould, mould: bindSpots(mould, 'recommended').mould };
}

describe('rules that a sheet holds for each row', () => {
  it('are one for any row once the list is bound, and what they were when it is dropped', () => {
    const { paste, mould } = bound();
    expect(mould.style.match(/@km-each/g)).toHaveLength(2);
    expect(mould.style).not.toMatch(/#[bd]\d/);
    const [list = ''] = Object.keys(mould.manifest.fields.properties as object);
    const dropped = unbindField(renameField(mould, list, 'fleet').mould, 'fleet').mould;
    expect(dropped.style).toContain('#b3:checked ~ .mark { left: 80px;');
    expect(dropped.template).toBe(paste.template);
  });

  it('hold for a row that is new, in each of two casts', async () => {
    const { mould } = bound();
    const compiled = compileMould(mould);
    const [name = ''] = Object.keys(mould.manifest.fields.properties as object);
    const { [name]: rows = [] } = compiled.root.default as Record<string, object[]>;
    expect(rows).toHaveLength(3);
    const [first = {}] = rows;
    const added = Object.fromEntries(
      Object.entries(first).map(([key, value]) => [
        key,
        /^#/.test(String(value)) ? '#123456' : isJsonObject(value) ? value : `New ${value}`,
      ]),
    );
    const casts = [
      compiled.cast({ id: 'one', values: { [name]: [...rows, added] } as never }),
      compiled.cast({ id: 'two', values: { [name]: rows.slice(1) } as never }),
    ];
    const blocks = casts.map((cast) => deliver(cast, { form: 'block', runtime }).parts.html);
    const page = await pageOf(blocks.join('\n'));
    const shown = (cast: string) =>
      page.$$eval(`[data-cast="${cast}"] section`, (some) =>
        some.flatMap((one) => (one.checkVisibility() ? one.textContent : [])),
      );
    const markOf = (cast: string) =>
      page.$eval(`[data-cast="${cast}"] .mark`, (one) => {
        const { left, color } = getComputedStyle(one);
        return [left, color];
      });
    expect(await shown('one')).toEqual(['Six oarsBuilt for the bay.']);
    await page.locator('[data-cast="one"] label').nth(3).click();
    expect(await shown('one')).toEqual(['New Six oarsNew Built for the bay.']);
    expect(await markOf('one')).toEqual(['120px', 'rgb(18, 52, 86)']);
    await page.locator('[data-cast="two"] label').nth(1).click();
    expect(await shown('two')).toEqual(['A sailBuilt for wind.']);
    expect(await markOf('two')).toEqual(['40px', 'rgb(0, 0, 255)']);
  });

  it.each([
    ['"', '#x', '</style>', "' ] {"],
    ['1', '-2', 'é', '\\'],
  ])('take any text as a name: %s %s %s %s', async (...names) => {
    const rows = names.map((id) => ({ id }));
    const items = { type: 'object', properties: { id: { type: 'string' } } };
    const mould = mouldOf({
      fields: { rows: { type: 'array', items, default: rows } },
      template: '<div><p km-each="rows" data-key="{~rows.id~}">x</p></div>',
      style: '@km-each rows { [data-key="{~rows.id~}"] { order: {~rows#number~} } }',
    });
    const cast = compileMould(mould).cast({ id: 'c' });
    const page = await pageOf(deliver(cast, { form: 'block', runtime }).parts.html ?? '');
    const orders = await page.$$eval('p', (some) => some.map((one) => getComputedStyle(one).order));
    expect(orders).toEqual(['1', '2', '3', '4']);
  });

  it.each([
    ['@km-each row { }', 'row is not a list field'],
    ['@km-each rows { [id="{~rows.no~}"] { } }', '{~rows.no~} is no value of its rows'],
    [
      '@km-each rows { a { content: {~rows.id~} } }',
      '{~rows.id~} is text, which only stands in quotes',
    ],
    ['@km-each rows { [id="{~rows.on~}"] { } }', '{~rows.on~} is no text for a name'],
  ])('%s is refused in words', (style, why) => {
    const properties = { id: { type: 'string' }, on: { type: 'boolean' } };
    const items = { type: 'object', properties };
    const { findings } = compileMould(
      mouldOf({ fields: { rows: { type: 'array', items } }, style }),
    );
    const said = findings.filter(({ code }) => code === 'style/row-rules');
    expect(
      said.map(({ message, line }) => [message.split(': ').slice(1).join(': '), line]),
    ).toEqual([[`${why}.`, 1]]);
  });
});
