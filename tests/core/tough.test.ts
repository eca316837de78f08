import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { composePage } from '../../src/core/compose/compose-page.ts';
import { readPageFile } from '../../src/core/compose/page-file.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { parseJson } from '../../src/core/model/json-source.ts';
import { readManifest } from '../../src/core/model/manifest.ts';
import { Refusal } from '../../src/core/problem/refusal.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { isLong, runs } from '../run/long.ts';
import { mouldOf } from '../support/mould.ts';

/** A quarter as far in each run as in a long one. */
const far = (count: number) => (isLong ? count : Math.ceil(count / 4));
const times = (text: string, count: number) => text.repeat(far(count));
const numbered = (count: number, make: (n: number) => string, joint = '') =>
  Array.from({ length: far(count) }, (_, n) => make(n)).join(joint);

/** Pastes that grow something as far as it goes; none is what somebody wrote. */
const pastes: Readonly<Record<string, string>> = {
  'ten thousand elements in each other': `${times('<div>', 10_000)}x${times('</div>', 10_000)}`,
  'fifty thousand that are never closed': `${times('<b>', 50_000)}x`,
  'three thousand rows': `<ul>${times('<li class="stop"><a href="/a">Mill</a></li>', 3000)}</ul>`,
  'ten megabytes in one element': `<pre>${times('The tram rolls on.\n', 550_000)}</pre>`,
  'a selector of a thousand parts': `<p class="a">x</p><style>${numbered(1000, (n) => `.a${n}`, ' > ')}, ${numbered(1000, (n) => `.b${n}`, ', ')} { color: red }</style>`,
  'towers of :is and :not': `<p class="a">x</p><style>${times(':is(', 400)}.a${times(')', 400)} { color: red } ${times(':is(.a, .b) ', 60)} { color: red } ${times(':not(', 200)}.a${times(')', 200)} { color: red }</style>`,
  'two thousand rules in each other': `<p class="a">x</p><style>${times('.a { ', 2000)}color: red${times('}', 2000)}</style>`,
  'sums in sums': `<p class="a">x</p><style>.a { width: ${times('calc(', 3000)}1px${times(')', 3000)} }</style>`,
  'five thousand rules': `<p class="a">x</p><style>${times('.a { color: #b3541e }\n', 5000)}</style>`,
  'lists in lists in script': `<p class="a">x</p><script>var a = ${times('[', 5000)}${times(']', 5000)};</script>`,
  'a sum of twenty thousand parts': `<p class="a">x</p><script>var a = ${times('1 + ', 20_000)}1;</script>`,
  'ten thousand attributes': `<p ${numbered(10_000, (n) => `data-a${n}="x"`, ' ')}>x</p>`,
  'an attribute of five megabytes': `<p title="${times('x', 5_000_000)}">x</p>`,
  'openings of everything': times('{~<!--<style><script>“<', 8000),
  'blanks without end': `<p class="a">x</p>${times(' ', 3_000_000)}<style>.a { color: red${times(' ', 2_000_000)}}</style>`,
};

/** Does it, or says that it was refused in words; all else is thrown on. */
function orRefused<T>(run: () => T): T | undefined {
  try {
    return run();
  } catch (error) {
    if (error instanceof Refusal && error.findings.length > 0) return undefined;
    throw error;
  }
}

it.each(Object.entries(pastes))('%s are read, looked through, and cast', (_, text) => {
  const made = orRefused(() => importSnippet([{ name: 'a.html', text }]));
  if (!made) return;
  for (const one of checkMould(made.mould)) expect(one.message).toMatch(/\S\.$|\?$/);
  findSpots(made.mould);
  const compiled = compileMould(made.mould);
  if (!compiled.isSound) return;
  const { markup } = compiled.cast({ id: 'a' });
  // Beside what was pasted there is the root, end tags that were lost, and ids that are renamed.
  expect(markup.length).toBeLessThan(3 * text.length + 1000);
});

describe('values as large as they come', () => {
  const board = mouldOf({
    fields: {
      a: { type: 'string', default: 'x' },
      rows: {
        type: 'array',
        items: { type: 'object', properties: { a: { type: 'string', default: 'r' } } },
        default: [],
      },
    },
    template: '<ul title="{~a~}"><li km-each="rows">{~rows.a~}</li></ul>',
  });
  const compiled = compileMould(board);

  it('a hundred thousand rows are cast and delivered', () => {
    const rows = Array.from({ length: 100_000 }, (_, n) => ({ a: `${n}` }));
    const cast = compiled.cast({ id: 'a', values: { rows } });
    const { html = '' } = deliver(cast, { form: 'block', runtime }).parts;
    expect(html.match(/<li/g)).toHaveLength(100_000);
  });

  it.each(['a', 'rows', 'none', 'row'])('JSON that nests twenty thousand deep as %s', (name) => {
    let [list, object]: [unknown, unknown] = [[], {}];
    for (let at = 0; at < 20_000; at += 1) [list, object] = [[list], { a: object }];
    for (const value of [list, object]) {
      const cast = compiled.cast({ id: 'a', values: { [name]: value as never } });
      expect(cast.findings.map(({ message }) => message.length < 250)).toEqual([true]);
    }
  });
});

describe('files that were tampered with', () => {
  const any = fc.letrec<{ any: unknown }>((tie) => ({
    any: fc.oneof(
      { maxDepth: 3 },
      fc.constantFrom('', 'a', 'call-out', '../..', '/etc', 'javascript:0', '__proto__', '{~a~}'),
      fc.constantFrom(null, true, 0, -1, 1e9),
      fc.array(tie('any'), { maxLength: 4 }),
      fc.dictionary(
        fc.constantFrom(
          'format',
          'title',
          'lang',
          'moulds',
          'styles',
          'host',
          'casts',
          'mould',
          'id',
          'values',
          'slots',
          'shares',
          'place',
          'below',
          'kept',
          'markup',
          'version',
          'name',
          'fields',
          'properties',
          'type',
          'kind',
          'items',
          'default',
          'required',
          'oneOf',
          'enum',
          'when',
          'widths',
          'libraries',
          'fonts',
          'needs',
          'within',
        ),
        tie('any'),
        { maxKeys: 6 },
      ),
    ),
  })).any;
  /** A sound file with something else in one or more of its places. */
  const changed = (sound: object) =>
    fc.array(fc.tuple(fc.nat(), any), { minLength: 1, maxLength: 3 }).map((changes) => {
      const root = structuredClone(sound);
      const places: [holder: Record<string, unknown>, key: string][] = [];
      const visit = (one: unknown) => {
        if (typeof one !== 'object' || one === null) return;
        for (const [key, inner] of Object.entries(one)) {
          places.push([one as Record<string, unknown>, key]);
          visit(inner);
        }
      };
      visit(root);
      for (const [at, value] of changes) {
        const [holder, key] = places[at % places.length] ?? [];
        if (holder && key !== undefined) holder[key] = value;
      }
      return JSON.stringify(root);
    });
  const page = {
    format: 1,
    title: 'Visit',
    lang: 'en',
    moulds: ['a'],
    styles: ['site.css'],
    casts: [
      { mould: 'a', id: 'one', values: { a: 'x' }, below: { 600: { a: 'y' } } },
      { mould: 'a', id: 'two', slots: { notes: [{ markup: '<p>a</p>' }] }, kept: {} },
    ],
  };
  const manifest = {
    format: 1,
    name: 'a',
    title: 'A',
    version: '1.0.0',
    shelf: 'S',
    widths: [360, 768],
    slots: { notes: { title: 'N', max: 2 } },
    needs: { properties: ['--a'] },
    within: ['b'],
    libraries: [{ name: 'jquery', version: '4.0.0', script: 'assets/a.js', provides: 'jQuery' }],
    fields: {
      type: 'object',
      properties: {
        a: { type: 'string', title: 'A', default: 'x', when: 'b is y' },
        b: { enum: ['x', 'y'], default: 'y', below: { 600: 'x' } },
        rows: { type: 'array', items: { type: 'object', properties: { c: { kind: 'link' } } } },
      },
      required: ['a'],
    },
  };

  it('page files are composed, or what is wrong is said, and nothing is thrown', () => {
    const compiled = compileMould(mouldOf({ fields: {}, template: '<p>a</p>' }));
    let composed = 0;
    fc.assert(
      fc.property(changed(page), (text) => {
        const read = orRefused(() => readPageFile(parseJson('page.json', text)));
        const file = read?.page;
        if (!file) {
          if (read) expect(read.findings.length).toBeGreaterThan(0);
          return;
        }
        const made = orRefused(() => composePage(file, { mouldOf: () => compiled, runtime }));
        if (!made) return;
        composed += 1;
        expect(made.html.length).toBeLessThan(20 * text.length + 20_000);
      }),
      { numRuns: runs(100, 400), seed: 7 },
    );
    expect(composed).toBeGreaterThan(runs(5, 20));
  });

  it('mould.json is read and its mould compiled, or what is wrong is said', () => {
    let sound = 0;
    fc.assert(
      fc.property(changed(manifest), (text) => {
        const read = readManifest(text);
        if (!read.manifest) {
          expect(read.findings.length).toBeGreaterThan(0);
          return;
        }
        const sources = { template: '<p>{~a~}</p>', style: '', script: '', files: {} };
        const mould = { manifest: read.manifest, manifestText: text, ...sources };
        checkMould(mould);
        if (compileMould(mould).isSound) sound += 1;
      }),
      { numRuns: runs(100, 400), seed: 7 },
    );
    expect(sound).toBeGreaterThan(runs(5, 20));
  });
});
