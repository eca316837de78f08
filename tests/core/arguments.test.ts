import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as library from '../../src/core/index.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { mouldOf } from '../support/mould.ts';

const { Refusal } = library;
const mould = mouldOf({ files: { 'assets/a.bin': new Uint8Array([1, 2]) } });

const calls: Readonly<Record<string, (given: never) => unknown>> = {
  compileMould: (given) => library.compileMould(given).cast(),
  checkMould: (given) => library.checkMould(given),
  fixMould: (given) => library.fixMould(given),
  findSpots: (given) => library.findSpots(given),
  bindSpots: (given) => library.bindSpots(given, 'recommended'),
  findNeeds: (given) => library.findNeeds(given),
  packMould: (given) => library.packMould(given),
  checkValues: (given) => library.checkValues(given, {}),
  valuesSchema: (given) => library.valuesSchema(given),
};

describe('a public call that is given no mould says so', () => {
  it.each(Object.entries(calls))('%s', (_, call) => {
    fc.assert(
      fc.property(fc.anything(), (given) => {
        expect(() => call(given as never)).toThrow(Refusal);
      }),
      {
        numRuns: 50,
        seed: 2,
        examples: [[undefined], [null], ['<p>'], [{}], [[]], [{ template: 'x' }]],
      },
    );
  });

  it.each(Object.entries(calls))('%s, of a mould that went through JSON', (_, call) => {
    const given = JSON.parse(JSON.stringify(mould)) as never;
    expect(() => call(given)).toThrow(
      'The mould has an object for the file assets/a.bin, not text or a Uint8Array. JSON does not keep bytes.',
    );
    expect(() => call(mould as never)).not.toThrow();
  });
});

it.each<[name: string, call: () => unknown, said: string]>([
  [
    'no pieces',
    () => library.importSnippet(undefined as never),
    'The pieces are nothing, not a list',
  ],
  [
    'a number for pieces',
    () => library.importSnippet(3 as never),
    'The pieces are a number, not a list',
  ],
  ['a piece without text', () => library.importSnippet([{ name: 'a' }] as never), 'entry 1 is not'],
  ['no pack', () => library.unpackMould('zip' as never), 'it is not bytes'],
  [
    'no cast',
    () => library.deliver(undefined as never, { form: 'block', runtime }),
    'The casts must be what cast() gives',
  ],
  [
    'a cast that was copied',
    () => library.deliver({ id: 'a' } as never, { form: 'block', runtime }),
    'entry 1 is not',
  ],
  ['no options', () => library.deliver([], undefined as never), 'The options must be an object'],
  [
    'an unknown form',
    () => library.deliver([], { form: 'pdf', runtime } as never),
    'The form must be one of block',
  ],
  [
    'text for a cast',
    () => library.compileMould(mould).cast('x' as never),
    'The cast must be an object',
  ],
  [
    'a list of values',
    () => library.checkValues(mould, [] as never),
    'The values must be an object',
  ],
])('%s: refused in one sentence', (_, call, said) => {
  expect(call).toThrow(Refusal);
  expect(call).toThrow(said);
});

it('markup that is not closed is taken, and told of', () => {
  const fields = { own: { kind: 'markup' } } as const;
  const compiled = library.compileMould(mouldOf({ fields, template: '<div>{~own~}</div>' }));
  const told = (own: string) =>
    compiled.cast({ id: 'c', values: { own } }).findings.map(({ code }) => code);
  for (const own of [
    '<b>x',
    'x</div>',
    '<p><i>x</p>',
    '<!-- x',
    '<a href="x',
    '</body>',
    '<table><div>x</table>',
  ]) {
    expect([own, told(own)]).toEqual([own, ['value/loose-markup']]);
  }
  for (const own of [
    'x',
    '<p>x',
    '<ul><li>a<li>b</ul>',
    '<br>',
    'a < b & c',
    '<b>x</b>',
    '<svg><path/></svg>',
  ]) {
    expect([own, told(own)]).toEqual([own, []]);
  }
});

it('a title ends no comment of the delivered code', () => {
  for (const title of ['a --- b', '-->', '--->', '*/ x', '<!--', 'a--', '>-', '--!>']) {
    const manifest = { ...mould.manifest, title };
    const cast = library.compileMould({ ...mould, manifest }).cast({ id: 'c' });
    const { html = '' } = library.deliver(cast, { form: 'block', runtime }).parts;
    const [comment = ''] = /^<!--[\s\S]*?-->/.exec(html) ?? [];
    expect(comment.slice(4, -3)).not.toMatch(/--|^-?>|-$|<!--|\*\//);
    expect(comment).toContain('board 1.0.0');
  }
});
