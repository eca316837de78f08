import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FilledForm } from '../../src/core/form/filled-form.ts';
import { problemsByPath } from '../../src/core/form/form-problems.ts';
import { fieldAt } from '../../src/core/form/place.ts';
import { isShown } from '../../src/core/form/shown-when.ts';
import type { Json } from '../../src/core/model/json-source.ts';
import { formWords } from '../../src/elements/form/form-words.ts';
import { mouldOf } from '../support/mould.ts';
import { settingsMould } from '../support/settings.ts';

const formOf = (fields: Parameters<typeof mouldOf>[0]['fields'], values = {}) =>
  new FilledForm(mouldOf({ fields: fields ?? {} }), { values, below: {} });
const settings = (values = {}) => new FilledForm(settingsMould(), { values, below: {} });

describe('the values of a form', () => {
  it('hold only what was given, and nothing once it is taken back', () => {
    const form = settings();
    form.set(['group', 'inner'], 'Sheds');
    form.set(['link', 'text'], 'All');
    expect(form.now.values).toEqual({ group: { inner: 'Sheds' }, link: { text: 'All' } });
    form.set(['group', 'inner'], undefined);
    form.set(['link'], undefined);
    expect(form.now).toEqual({ values: {}, below: {} });
  });

  it('of a looser form are written out before a part of them is changed', () => {
    const form = settings({ link: '/fares', fill: 'teal' });
    form.set(['link', 'text'], 'Fares');
    form.set(['fill', 'color'], 'red');
    expect(form.now.values).toEqual({
      link: { href: '/fares', text: 'Fares' },
      fill: { color: 'red', image: null },
    });
  });

  it('of a list begin as its rows, each with a key of its own', () => {
    const form = settings();
    form.set(['list', '1', 'name'], 'Halt');
    expect(form.now.values).toEqual({
      list: [
        { row: '1', name: 'Weir Lane', calls: ['a', 'b'] },
        { row: '2', name: 'Halt', calls: [] },
        { row: '3', name: 'Mill', calls: [] },
      ],
    });
  });

  it('of a list keep the keys of its rows, from before the first change on', () => {
    const form = settings();
    const keys = () => [0, 1, 2].map((at) => form.rowKey(['list', String(at), 'name']));
    const before = keys();
    form.set(['list', '0', 'calls', '1'], 'c');
    expect(keys()).toEqual(before);
    form.moveRow(['list'], 0, 2);
    expect(keys()).toEqual([before[1], before[2], before[0]]);
  });

  it('of rows of several shapes hold what their shape has', () => {
    const form = settings();
    expect(form.addRow(['diary'], 'sight')).toBe(1);
    form.set(['diary', '1', 'photo', 'src'], 'tram.svg');
    expect(form.now.values.diary).toEqual([
      { row: '1', is: 'work', said: 'Roof done' },
      { row: '2', is: 'sight', photo: { src: 'tram.svg' } },
    ]);
    expect(form.check.findings).toEqual([]);
  });

  it('under earlier names are found, and go on under those of today', () => {
    const fields = { heading: { type: 'string', wasNamed: ['title'] } };
    expect(formOf(fields, { title: 'Old' }).now.values).toEqual({ heading: 'Old' });
  });

  it('under a width stand beside the others, and the narrowest that matches rules', () => {
    const form = settings();
    form.set(['choice'], 'end', '480');
    expect(form.now.below).toEqual({ 480: { choice: 'end' } });
    expect(form.rulesAt(['choice'])).toEqual([
      { width: '480', value: 'end' },
      { width: '640', value: 'center' },
    ]);
    expect([
      form.complete(['choice']),
      form.complete(['choice'], '640'),
      form.complete(['choice'], '300'),
    ]).toEqual(['start', 'center', 'end']);
    form.set(['choice'], undefined, '480');
    expect(form.now.below).toEqual({});
  });
});

describe('what differs from the default', () => {
  it('is counted by setting: a list as one, a group by its members', () => {
    const form = settings();
    form.set(['group', 'inner'], 'Sheds');
    form.set(['list', '0', 'name'], 'Halt');
    form.set(['list', '2', 'name'], 'Sheds');
    form.set(['choice'], 'end', '640');
    expect(form.changedPaths()).toEqual(['choice', 'group.inner', 'list']);
    form.set(['list', '0', 'name'], 'Weir Lane');
    form.set(['list', '2', 'name'], undefined);
    expect(form.changedPaths()).toEqual(['choice', 'group.inner']);
  });

  it('is told of a row by its key, wherever it has moved', () => {
    const form = settings();
    form.moveRow(['list'], 0, 2);
    expect(form.isChanged(['list'])).toBe(true);
    expect([0, 1, 2].map((at) => form.isChanged(['list', String(at), 'name']))).toEqual([
      false,
      false,
      false,
    ]);
    form.set(['list', '2', 'name'], 'Halt');
    expect(form.isChanged(['list', '2', 'name'])).toBe(true);
    form.set(['list', '2', 'name'], undefined);
    expect(form.captionAt(['list'], 2)).toBe('Weir Lane');
  });
});

describe('undo', () => {
  it('takes back what was typed in one go as one, and goes forth again', () => {
    const form = settings();
    for (const text of ['T', 'Tr', 'Tra']) form.set(['text'], text);
    form.pause();
    form.set(['text'], 'Tram');
    form.undo();
    expect(form.now.values).toEqual({ text: 'Tra' });
    form.undo();
    expect([form.now.values, form.canGoBack]).toEqual([{}, false]);
    form.redo();
    form.redo();
    expect([form.now.values, form.canGoForth]).toEqual([{ text: 'Tram' }, false]);
  });

  it('brings back every state there was, whatever was done', () => {
    const act = fc.oneof(
      fc.record({
        path: fc.constantFrom('text', 'link.text', 'list.0.name', 'choice', 'group'),
        value: fc.oneof(fc.string(), fc.constant(null), fc.constant(undefined)),
      }),
      fc.record({
        rows: fc.constantFrom('add', 'remove', 'twice', 'move'),
        at: fc.nat(2),
        to: fc.nat(2),
      }),
    );
    fc.assert(
      fc.property(fc.array(act, { maxLength: 12 }), (acts) => {
        const form = settings();
        const states = [form.now];
        for (const one of acts) {
          form.pause();
          const count = form.rowCount(['list']);
          if ('path' in one) form.set(one.path.split('.'), one.value as Json | undefined);
          else if (count === 0 || one.rows === 'add') form.addRow(['list']);
          else if (one.rows === 'remove') form.removeRow(['list'], one.at % count);
          else if (one.rows === 'twice') form.duplicateRow(['list'], one.at % count);
          else form.moveRow(['list'], one.at % count, one.to % count);
          states.push(form.now);
          const rows = form.complete(['list']) as { row?: string }[];
          const keys = rows.flatMap((row) => row.row ?? []);
          expect(new Set(keys).size).toBe(keys.length);
        }
        for (const state of states.slice(0, -1).reverse()) {
          form.undo();
          expect(form.now).toEqual(state);
        }
      }),
      { numRuns: 60 },
    );
  });
});

it('a field with a condition is shown where that holds, in rows by the row it stands in', () => {
  const form = formOf({
    framed: { type: 'boolean', default: false },
    edge: { type: 'string', when: 'framed' },
    rows: {
      type: 'array',
      items: {
        type: 'object',
        properties: {
          kind: { enum: ['a', 'b'], default: 'a' },
          only: { type: 'string', when: 'rows.kind is b' },
          later: { type: 'string', when: 'not rows#first' },
        },
      },
      default: [{}, { kind: 'b' }],
    },
  });
  const shown = (path: string) => {
    const steps = path.split('.');
    return isShown(form.root, form.complete([]), fieldAt(form.root, steps) as never, steps);
  };
  const all = ['edge', 'rows.0.only', 'rows.1.only', 'rows.0.later', 'rows.1.later'];
  expect(all.map(shown)).toEqual([false, false, true, false, true]);
  form.set(['framed'], true);
  expect(shown('edge')).toBe(true);
});

it('problems are told by path, a wrong value shown as it was typed', () => {
  const form = settings();
  form.set(['length'], 'wide');
  form.set(['list', '1', 'calls'], 'x');
  expect([...problemsByPath(form.check.findings).keys()]).toEqual(['length']);
  expect(form.shown(fieldAt(form.root, ['length']) as never, ['length'])).toBe('wide');
  expect(form.complete(['length'])).toBe('12px');
});

it('speaks the nearest language there is, each saying all that is said', () => {
  expect(formWords('de-AT').undo).toBe('Rückgängig');
  expect(formWords('nn').undo).toBe('Undo');
  expect(Object.keys(formWords('de')).sort()).toEqual(Object.keys(formWords('en')).sort());
});

describe('members of a value', () => {
  const cases: [
    string,
    Record<string, Json>,
    Partial<Record<'template' | 'style' | 'script', string>>,
    string[],
  ][] = [
    ['a picture in style', { kind: 'image' }, { style: 'p { background: var(--it) }' }, ['src']],
    [
      'a picture and its text',
      { kind: 'image' },
      { template: '<img src="{~it~}" alt="{~it.alt~}">' },
      ['src', 'alt'],
    ],
    [
      'a family alone',
      { kind: 'typeface' },
      { style: 'p { font-family: var(--it-family) }' },
      ['family'],
    ],
    [
      'a whole typeface',
      { kind: 'typeface' },
      { style: 'p { font: var(--it) }' },
      ['family', 'size', 'weight', 'style', 'lineHeight', 'letterSpacing', 'case'],
    ],
    [
      'a link without its text',
      { kind: 'link' },
      { template: '<a href="{~it~}">x</a>' },
      ['href', 'newTab', 'rel'],
    ],
    ['a link as text', { kind: 'link' }, { template: '<b title=">">{~it~}</b>' }, ['text']],
    [
      'what a script reads',
      { kind: 'media' },
      { script: 'const { it: film } = mould.values' },
      ['src', 'type', 'poster', 'captions', 'loop', 'muted'],
    ],
    [
      'what a script may read',
      { kind: 'link' },
      { template: '{~it.text~}', script: 'show(mould.values)' },
      ['href', 'text', 'newTab', 'rel'],
    ],
    ['nothing', { kind: 'link' }, {}, ['href', 'text', 'newTab', 'rel']],
  ];
  it.each(cases)('that are shown: %s', (_, it, sources, shown) => {
    const form = new FilledForm(mouldOf({ fields: { it }, template: '<p></p>', ...sources }));
    const [field] = form.root.members;
    const names = field?.members.filter((one) => form.isShown(one, ['it', one.name]));
    expect(names?.map(({ name }) => name)).toEqual(shown);
  });
});
