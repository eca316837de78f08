import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { composePage, type PageSetting } from '../../src/core/compose/compose-page.ts';
import { hostPage } from '../../src/core/compose/host-page.ts';
import { type PlacedCast, readPageFile } from '../../src/core/compose/page-file.ts';
import { parseJson } from '../../src/core/model/json-source.ts';
import type { Library, Mould } from '../../src/core/model/mould.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { mouldOf } from '../support/mould.ts';

const named = (name: string, mould: Mould, libraries?: readonly Library[]): Mould => ({
  ...mould,
  manifest: { ...mould.manifest, name, ...(libraries ? { libraries } : {}) },
});

const board = named(
  'board',
  mouldOf({
    fields: {
      heading: { type: 'string', title: 'Heading', default: 'Trams' },
      tint: { kind: 'color', default: '#010203' },
    },
    slots: { notes: {} },
    template: '<section><h2 id="h">{~heading~}</h2><div km-slot="notes"></div></section>',
    style: 'h2 { color: var(--tint) }',
    script: 'mould.root.title = mould.values.heading;',
  }),
);
const note = named('note', mouldOf({ template: '<p id="n">Note</p>', style: 'p { margin: 1px }' }));

function pageOf(
  casts: readonly PlacedCast[],
  setting: Partial<PageSetting> = {},
  moulds: readonly Mould[] = [board, note],
) {
  const compiled = new Map(moulds.map((one) => [one.manifest.name, compileMould(one)]));
  return composePage(
    { format: 1, casts },
    { mouldOf: (name) => compiled.get(name), runtime, ...setting },
  );
}

describe('a page', () => {
  it('has the style and code of each mould once, and each further cast is its own markup', () => {
    const lengths = [1, 11, 21].map((count) => {
      const casts = Array.from({ length: count }, (_, at) => ({
        mould: 'board',
        id: `b${at + 10}`,
      }));
      const { html, findings } = pageOf(casts);
      expect(findings).toEqual([]);
      expect(html.match(/\.mould\("board"/g)).toHaveLength(1);
      expect(html.match(/color: var\(--tint/g)).toHaveLength(1);
      return html.length;
    });
    const [one = 0, eleven = 0, more = 0] = lengths;
    const own = compileMould(board).cast({ id: 'b10' }).markup.length;
    expect(more - eleven).toBe(eleven - one);
    expect((eleven - one) / 10 / own).toBeLessThan(1.6);
  });

  it('gives each cast an id that is there once, keeps those given, and tells of two alike', () => {
    const casts = [{ mould: 'note' }, { mould: 'note' }, { mould: 'note', id: 'mine' }];
    const inner = { mould: 'board', slots: { notes: [{ mould: 'note' }, { mould: 'note' }] } };
    const { html } = pageOf([...casts, inner]);
    const ids = [...html.matchAll(/ data-cast="([^"]+)"/g)].map(([, id]) => id);
    expect(ids).toHaveLength(6);
    expect(new Set(ids).size).toBe(6);
    expect(ids).toContain('mine');
    const { findings } = pageOf([
      { mould: 'note', id: 'a' },
      { mould: 'board', slots: { notes: [{ mould: 'note', id: 'a' }] } },
    ]);
    expect(findings.map(({ message }) => message)).toEqual([
      'Two casts on one page have the id a: casts.0 and casts.1.slots.notes.0.',
    ]);
  });

  it('puts casts where they say, and all else of a host stays byte for byte', () => {
    const host = `<!DOCTYPE html><html class=a lang="en"><head><title>Old</title></head>
<body><div  data-casts='one'>  kept </div><p data-casts="two"></p><!-- end -->\n</body></html>`;
    const setting = { host: hostPage(host) };
    const casts = [
      { mould: 'note', place: 'two' },
      { mould: 'note' },
      { mould: 'note', place: 'x' },
    ];
    const { html, findings } = pageOf(casts, setting);
    const stripped = html
      .replace(/<p data-mould[\s\S]*?<\/p>\n/g, '')
      .replace(/<style>[\s\S]*?<\/style>\n/g, '')
      .replace(/<script>[\s\S]*?<\/script>\n/g, '');
    expect(stripped).toBe(host);
    expect(html).toMatch(/ kept <p data-mould="note"/);
    expect(html).toMatch(/<p data-casts="two"><p data-mould="note"/);
    expect(html).toMatch(/<!-- end -->\n<p data-mould[\s\S]*<script>[\s\S]*<\/script>\n<\/body>/);
    expect(html).toMatch(/<style>[\s\S]*<\/style>\n<\/head>/);
    expect(findings.map(({ code }) => code)).toEqual(['page/no-place']);
    const told = composePage(
      { format: 1, title: 'A < B', lang: 'de', dir: 'rtl', casts: [] },
      { mouldOf: () => undefined, runtime, ...setting },
    );
    expect(told.html).toContain('<title>A &lt; B</title>');
    expect(told.html).toContain('<html dir="rtl" class=a lang="de">');
  });

  it('names the libraries of each mould in order, held to their digests', () => {
    const at = (name: string): Library => ({ name, script: `https://cdn.example/${name}.js` });
    const held = { ...at('rails'), integrity: 'sha384-AAAA' };
    const moulds = [
      named('board', board, [at('plugin'), at('late')]),
      named('note', note, [
        held,
        at('plugin'),
        { name: 'sheet', style: 'https://cdn.example/s.css' },
      ]),
    ];
    const { html } = pageOf(
      [{ mould: 'board' }, { mould: 'note' }, { mould: 'board' }],
      {},
      moulds,
    );
    const listed = [...html.matchAll(/"needs":(\[\[.*?\]\])/g)].map(([, needs = '']) =>
      JSON.parse(needs),
    );
    const file = (name: string) => `https://cdn.example/${name}.js`;
    expect(listed).toEqual([
      [[file('plugin')], [file('late')]],
      [[file('rails'), 'sha384-AAAA'], [file('plugin')]],
    ]);
    expect(html.indexOf('cdn.example/s.css')).toBeLessThan(html.indexOf('</head>'));
  });

  it('fills casts from a shared file, with their own values on top', () => {
    const casts = [{ mould: 'board', shares: 'a.json', values: { tint: '#040506' } }];
    const { html, shares } = pageOf(casts, { sharedOf: () => ({ heading: 'Shared' }) });
    expect(html).toContain('>Shared</h2>');
    expect(html).toContain('--tint--board: #040506');
    expect(shares).toEqual(['a.json']);
    const missing = pageOf(casts, { sharedOf: () => undefined });
    expect(missing.findings.map(({ code }) => code)).toEqual(['page/no-file']);
  });

  it('tells where what is wrong stands, and in which cast', () => {
    const text =
      '{ "format": 1, "casts": [\n { "mould": "board", "id": "b", "values": {\n "tint": "no" } },\n { "mould": "none" } ] }';
    const source = parseJson('home.json', text);
    const { page } = readPageFile(source);
    const compiled = compileMould(board);
    const { findings } = composePage(page as never, {
      mouldOf: (name) => (name === 'board' ? compiled : undefined),
      runtime,
      placeOf: source.placeOf,
    });
    const told = findings.map(({ code, file, line, cast, path }) => ({
      code,
      file,
      line,
      cast,
      path,
    }));
    expect(told).toEqual([
      { code: 'value/wrong', file: 'home.json', line: 3, cast: 'b', path: 'tint' },
      { code: 'page/no-mould', file: 'home.json', line: 4, cast: 'none', path: undefined },
    ]);
  });

  it('is the same bytes for the same page, with a file for each thing that pages share', () => {
    const texts: string[] = [];
    const share: PageSetting['share'] = ({ name, kind, text }) => {
      texts.push(text);
      return `${name}.${kind}`;
    };
    const casts = [{ mould: 'board' }, { mould: 'board', values: { tint: '#040506' } }];
    const once = pageOf(casts, { share });
    expect(pageOf(casts, { share })).toEqual(once);
    expect(once.html).toContain('<link rel="stylesheet" href="board.css">');
    expect(once.html).toContain(
      '<script src="casts.js"></script>\n<script src="board.js"></script>',
    );
    expect(once.html).not.toContain('.mould("board"');
    expect(once.html).toContain('--tint--board: #040506');
    expect(texts.join('')).toContain('.mould("board"');
  });
});

it.each([
  ['[]', 'This file must be a JSON object.'],
  ['{ "casts": [] }', 'format must be 1.'],
  ['{ "format": 1 }', 'casts is missing: the list of what stands on the page.'],
  ['{ "format": 1, "casts": {} }', 'casts must be a list.'],
  ['{ "format": 1, "dir": "up", "casts": [] }', 'dir must be ltr, rtl or auto.'],
  ['{ "format": 1, "casts": [{}] }', 'casts.0.mould must name a mould.'],
  ['{ "format": 1, "casts": [{ "mould": "a", "look": 1 }] }', 'casts.0.look must be own or host.'],
  [
    '{ "format": 1, "casts": [{ "mould": "a", "values": 1 }] }',
    'casts.0.values must be an object.',
  ],
  [
    '{ "format": 1, "casts": [], "cast": 1 }',
    'The page file has an unknown key, cast. Did you mean casts?',
  ],
])('of a page file %s it is said what is wrong with it', (text, message) => {
  const { findings } = readPageFile(parseJson('page.json', text));
  expect(findings.map((one) => one.message)).toEqual([message]);
});
