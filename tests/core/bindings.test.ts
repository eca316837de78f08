import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { markupOf, mouldOf, someFields } from '../support/mould.ts';

/** What stands inside the root, which is a section. */
const inner = (template: string, values: JsonObject = {}, fields = someFields): string =>
  markupOf(fields, `<section>${template}</section>`, values).replace(
    /^<section[^>]*>|<\/section>$/g,
    '',
  );

describe('elements that change their name, come and go, or get classes', () => {
  it.each<[template: string, values: JsonObject, written: string]>([
    ['<h2 km-as="rank">x</h2>', {}, '<h2>x</h2>'],
    ['<h2 km-as="rank">x</h2>', { rank: 'h3' }, '<h3 data-as="h2">x</h3>'],
    ['<h4 km-as="rank" class="t">x</h4>', { rank: 'div' }, '<div data-as="h4" class="t">x</div>'],
    ['<a km-shell="more" href="{~more~}"><b>x</b></a>', {}, '<a href="/more"><b>x</b></a>'],
    ['<a km-shell="more" href="{~more~}"><b>x</b></a>', { more: null }, '<b>x</b>'],
    ['<p km-class="framed: is-framed">x</p>', {}, '<p class="is-framed">x</p>'],
    ['<p km-class="framed: is-framed">x</p>', { framed: false }, '<p>x</p>'],
    [
      '<p class="card {~side~}" km-class="not note: a b; side is end: md:c">x</p>',
      { side: 'end' },
      '<p class="card end a b md:c">x</p>',
    ],
    [
      '<i km-each="rows" km-class="rows#first: one; rows#last: two" id="r-{~rows.row~}"></i>',
      { rows: [{ row: 'k 7' }, {}, {}] },
      '<i class="one" id="r-k-7~c"></i><i id="r-2~c"></i><i class="two" id="r-3~c"></i>',
    ],
    [
      '<template km-each="rows">{~rows.time~}<template km-when="not rows#last">, </template></template>',
      {},
      '10:20, 11:00',
    ],
  ])('%s with %j', (template, values, written) => {
    expect(inner(template, values).replace(/ style="[^"]*"/g, '')).toBe(written);
  });

  it("rules for the author's name hold for every name it may have, with the same weight", () => {
    const template = '<section><h2 km-as="rank">x</h2><h3>y</h3></section>';
    const mould = mouldOf({ fields: someFields, template, style: 'h2 { color: red }' });
    const { mouldStyle } = compileMould(mould).cast();
    expect(mouldStyle).toContain(':is(h2:not(:where([data-as])), :where([data-as="h2"]))');
    const plain = compileMould({ ...mould, template: '<h2>x</h2>' }).cast();
    expect(plain.mouldStyle).not.toContain('data-as');
  });
});

describe('rows of several shapes', () => {
  const fields: JsonObject = {
    diary: {
      type: 'array',
      items: {
        oneOf: [
          {
            title: 'Note',
            properties: { is: { const: 'note' }, text: { type: 'string', default: 'n' } },
          },
          {
            title: 'Picture',
            properties: {
              is: { const: 'picture' },
              photo: { kind: 'image' },
              text: { type: 'string' },
            },
          },
        ],
      },
      default: [{ is: 'note' }, { is: 'picture', photo: 'car.svg', text: 'Car 7' }],
    },
  };
  const template =
    '<template km-each="diary"><p km-when="diary.is is note">{~diary.text~}</p><img km-when="diary.is is picture" src="{~diary.photo~}" alt="{~diary.text~}"></template>';

  it('are each written by what they have', () => {
    expect(inner(template, {}, fields)).toBe('<p>n</p><img src="car.svg" alt="Car 7">');
  });

  it('keep what another shape has aside, and refuse a shape that is none', () => {
    const { cast } = compileMould(mouldOf({ fields, template }));
    const { kept, findings } = cast({
      values: { diary: [{ is: 'note', photo: 'x.svg' }, { is: 'film' }] },
    });
    expect(kept).toEqual({ 'diary.0.photo': 'x.svg' });
    expect(findings.map(({ code, path }) => `${code} ${path}`)).toEqual([
      'value/no-field diary.0.photo',
      'value/wrong diary.1.is',
    ]);
  });
});

describe('values under a width', () => {
  const fields: JsonObject = {
    align: {
      enum: ['start', 'center', 'end'],
      default: 'start',
      below: { '640': 'center', '400': 'end' },
    },
    gap: { kind: 'length', default: '8px', below: {} },
    type: { kind: 'typeface', default: { size: 20 }, below: { '640': { size: 16 } } },
  };
  const style = 'p { text-align: var(--align); gap: var(--gap); font: var(--type) }';
  const compiled = compileMould(mouldOf({ fields, style }));

  it('stand in one media query a width, the widest first', () => {
    const { mouldStyle, castStyle } = compiled.cast({ id: 'c' });
    const queries = mouldStyle.slice(mouldStyle.indexOf('@media')).replace(/\s+/g, ' ');
    expect(queries).toMatch(
      /^@media \(max-width: 639\.98px\) \{ [^{]+\{ --align: center; --type-family: initial; --type-size: 16px;.*@media \(max-width: 399\.98px\) \{ [^{]+\{ --align: end \} \} \} \}$/,
    );
    expect(castStyle).toBe('');
  });

  it('are written for a cast that says otherwise, with those its base value would hide', () => {
    const { castStyle } = compiled.cast({ id: 'c', values: { align: 'end' } });
    expect(castStyle.replace(/\s+/g, ' ')).toMatch(
      /\{ --align: end \}.*639\.98px\) \{ [^{]+\{ --align: center \} \} @media \(max-width: 399\.98px\)/,
    );
    const other = compiled.cast({ id: 'c', below: { '500': { gap: 4 } } });
    expect(other.castStyle.replace(/\s+/g, ' ')).toMatch(/499\.98px\) \{ [^{]+\{ --gap: 4px \}/);
  });

  it.each<[below: JsonObject, code: string, path: string]>([
    [{ '640': { gap: 'wide' } }, 'value/wrong', 'below.640.gap'],
    [{ '640': { gpa: 1 } }, 'value/no-field', 'below.640.gpa'],
    [{ wide: { gap: 1 } }, 'value/no-field', 'below.wide'],
  ])('%j is reported', (below, code, path) => {
    const { findings, kept } = compiled.cast({ id: 'c', below });
    expect(findings).toMatchObject([{ code, path }]);
    if (code === 'value/no-field') expect(kept).toHaveProperty([path]);
  });
});

describe('values of an earlier version', () => {
  const fields: JsonObject = {
    heading: { type: 'string', title: 'Heading', wasNamed: 'title' },
    look: {
      type: 'object',
      properties: { tint: { kind: 'color', default: 'red', wasNamed: ['accent', 'colours.main'] } },
    },
    trams: {
      type: 'array',
      wasNamed: ['rows'],
      items: {
        type: 'object',
        properties: { to: { kind: 'link', wasNamed: ['rows.where'] }, line: { type: 'string' } },
      },
    },
  };
  const template = '<p title="{~heading~}">{~look.tint~}</p>';
  const { cast } = compileMould(mouldOf({ fields, template }));

  it('land under the names of today, in rows too, and that is reported', () => {
    const old = {
      title: 'T',
      colours: { main: 'blue' },
      rows: [{ where: '/a' }, { where: 'Mill Lane' }],
    };
    const { values, findings, kept } = cast({ version: '0.9.0', values: old });
    expect(values).toMatchObject({
      heading: 'T',
      look: { tint: 'blue' },
      trams: [{ to: { href: '/a' } }, { to: { text: 'Mill Lane' } }],
    });
    expect(kept).toEqual({});
    expect(findings.map(({ code, path }) => `${code} ${path ?? ''}`.trim())).toEqual([
      'cast/older',
      'value/moved heading',
      'value/moved look.tint',
      'value/moved trams',
      'value/moved trams.to',
      'value/converted trams.0.to',
      'value/converted trams.1.to',
    ]);
  });

  it('stay where they are if today has a value, or a field, of that name', () => {
    const { values, kept } = cast({ values: { title: 'old', heading: 'new' } });
    expect(values).toMatchObject({ heading: 'new' });
    expect(kept).toEqual({ title: 'old' });
  });

  it('that were kept aside are put back when their field is there again', () => {
    const { values, kept, findings } = cast({
      values: { trams: [{ line: 'A' }] },
      kept: { 'trams.0.to': '/a', 'trams.4.to': '/b', gone: 1, title: 'T' },
    });
    expect(values).toMatchObject({ heading: 'T', trams: [{ to: { href: '/a' } }] });
    expect(kept).toEqual({ 'trams.4.to': '/b', gone: 1 });
    expect(findings.filter(({ code }) => code === 'value/put-back')).toHaveLength(2);
  });

  it('that are wrong say where the field is bound', () => {
    const { findings } = cast({ values: { heading: [] } });
    expect(findings[0]?.hint).toBe('Correct heading, which is bound in template.html, line 1.');
  });
});
