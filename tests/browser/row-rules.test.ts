import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { renameField } from '../../src/core/author/bind/rename-field.ts';
import { unbindField } from '../../src/core/author/bind/unbind-field.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { FilledForm } from '../../src/core/form/filled-form.ts';
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

  it('hold for a row that the form adds, whose id nobody can type', async () => {
    const paste = `<div class="kinds">
  <input type="radio" name="kind" id="oak" checked><label for="oak">Oak</label>
  <input type="radio" name="kind" id="ash"><label for="ash">Ash</label>
  <input type="radio" name="kind" id="elm"><label for="elm">Elm</label>
  <p class="kind" data-for="oak">Lives long.</p><p class="kind" data-for="ash">Bends well.</p><p class="kind" data-for="elm">Is rare.</p>
</div>
<style>.kind { display: none }
#oak:checked ~ [data-for=oak], #ash:checked ~ [data-for=ash], #elm:checked ~ [data-for=elm] { display: block }</style>`;
    const { mould } = importSnippet([{ name: 'kinds.html', text: paste }], { name: 'kinds' });
    const form = new FilledForm(bindSpots(mould, 'recommended').mould);
    const [list] = form.root.members.filter(({ row }) => row);
    const [path, shown] = [[list?.name ?? ''], list?.row?.members ?? []];
    const at = String(form.addRow(path));
    for (const { name, declared } of shown) {
      if (declared.shown !== false) form.set([...path, at, name], `New ${name}`);
    }
    form.duplicateRow(path, 0);
    const { mould: bound } = bindSpots(mould, 'recommended');
    const cast = compileMould(bound).cast({ id: 'c', values: form.now.values });
    const page = await pageOf(deliver(cast, { form: 'block', runtime }).parts.html ?? '');
    const texts = () =>
      page.$$eval('p', (some) =>
        some.flatMap((one) => (one.checkVisibility() ? one.textContent : [])),
      );
    await page.locator('label').last().click();
    const [added = '', ...others] = await texts();
    expect([/^New \w+$/.test(added), others]).toEqual([true, []]);
    await page.locator('label').nth(1).click();
    expect(await texts()).toEqual(['Lives long.']);
    const ids = await page.$$eval('input', (some) => some.map(({ id }) => id));
    expect(new Set(ids).size).toBe(5);
  });

  it('are left alone where a rule under a condition would lose to them', () => {
    const text = `<div class="t"><p id="t1" class="x">One of two</p><p id="t2" class="x">Two of two</p><p id="t3" class="x">Three</p></div><style>#t1 { order: 1 } #t2 { order: 2 } #t3 { order: 3 } #t1 { color: #a10000 } #t2 { color: #00a100 } #t3 { color: #0000a1 } @media (width < 500px) { #t2 { order: 9 } }</style>`;
    const { mould } = importSnippet([{ name: 'a.html', text }]);
    const { style } = bindSpots(mould, 'recommended').mould;
    expect(style).toContain('#t2 { order: 2 }');
    expect(
      style.match(/@km-each \w+ {\s+\[id="t{~\w+#number~}"] { color: {~\w+\.color~} }\s+}/g),
    ).toHaveLength(1);
  });

  it('are refused inside another rule', () => {
    const style = '@media (width < 9px) { @km-each rows { a { order: {~rows#number~} } } }';
    const fields = { rows: { type: 'array', items: { type: 'string' } } };
    const { findings } = compileMould(mouldOf({ fields, style }));
    expect(findings.filter(({ level }) => level === 'error').map(({ message }) => message)).toEqual(
      [
        '@km-each rows cannot be written for each row: it stands in another rule, and has to be at the top of the sheet.',
      ],
    );
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
