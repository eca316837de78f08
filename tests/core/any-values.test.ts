import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { readMarkup } from '../../src/core/compile/template/markup.ts';
import { type Field, fieldsBelow } from '../../src/core/model/field.ts';
import type { Json, JsonObject } from '../../src/core/model/json-source.ts';
import { kindNames } from '../../src/core/model/kinds.ts';
import { valueAt } from '../../src/core/model/values/steps.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { payloads } from '../support/attacks.ts';
import { demo } from '../support/command.ts';
import { everyKind, everyPlace, everyStyle, filledWith } from '../support/every-kind.ts';
import { mouldOf } from '../support/mould.ts';

const compiled = compileMould(
  mouldOf({ fields: everyKind, template: everyPlace, style: everyStyle }),
);

/** Elements around the places of values; not what a rich text, an icon or a list brings. */
function shapeOf(markup: string): string {
  const { elements, openAtEnd, breaksOff } = readMarkup(markup);
  const isOwn = (one: (typeof elements)[number]): boolean => {
    for (let at = one.parent; at; at = at.parent) {
      const id = at.valueOf('id') ?? '';
      if (
        at.valueOf('class') === 'rich' ||
        id.startsWith('i-') ||
        /^(?:button|span|ul)$/.test(at.name)
      )
        return false;
    }
    return !/^(?:br|h3)$/.test(one.name) && one.valueOf('class') !== 'shell';
  };
  const names = elements.filter(isOwn).map(({ name }) => name.replace('h2', 'h3'));
  return `${names.filter((name) => name !== 'h3').join(' ')} ${openAtEnd.length} ${breaksOff}`;
}

const usual = shapeOf(compiled.cast({ id: 'c' }).markup);

describe('any JSON as values', () => {
  const names = fc.constantFrom(
    ...Object.keys(everyKind),
    '__proto__',
    'constructor',
    'src',
    'href',
    'svg',
    'text',
  );
  const json = fc.letrec<{ any: Json }>((tie) => ({
    any: fc.oneof(
      { maxDepth: 4 },
      fc.constantFrom<Json[]>(...payloads, 0, -1, 1e99, true, null),
      fc.array(tie('any'), { maxLength: 3 }) as fc.Arbitrary<Json>,
      fc.dictionary(names, tie('any'), { maxKeys: 5 }) as fc.Arbitrary<Json>,
    ),
  })).any;
  const given = fc.dictionary(names, json) as fc.Arbitrary<JsonObject>;

  it('never throws out of a cast, and never changes the markup around its place', () => {
    fc.assert(
      fc.property(given, given, (values, below) => {
        const cast = compiled.cast({ id: 'c', values, below, kept: below });
        expect(shapeOf(cast.markup)).toBe(usual);
        for (const css of [cast.castStyle, cast.mouldStyle]) {
          expect(css).not.toMatch(/<\/style/i);
          // Within a string nothing begins a comment (CSS Syntax 3, 4.3.5).
          expect(css.replace(/"(?:[^"\\]|\\.)*"/g, '""')).not.toMatch(/\/\*(?!.*\*\/)/);
        }
      }),
      { seed: 21, numRuns: 300 },
    );
  });

  it.each(payloads)('%j in every field', (payload) => {
    expect(shapeOf(compiled.cast({ id: 'c', values: filledWith(payload) }).markup)).toBe(usual);
  });

  it('gives the same bytes for the same values, in whatever order they were written', () => {
    const values = { text: 'a', color: 'red', link: '/x' };
    const reversed = Object.fromEntries(Object.entries(values).reverse());
    const one = compiled.cast({ id: 'c', values });
    const other = compiled.cast({ id: 'c', values: reversed });
    expect([other.markup, other.castStyle]).toEqual([one.markup, one.castStyle]);
  });
});

describe('the moulds of the demo', async () => {
  const moulds = await Promise.all(
    ['notice-rail', 'call-out', 'depot-sounds', 'fare-switch', 'diary'].map(
      async (name) => (await readMould(`${demo}moulds/${name}`)).mould,
    ),
  );

  it('use every kind', () => {
    const used = moulds.flatMap((mould) => {
      const { root, findings } = compileMould(mould);
      expect(findings).toEqual([]);
      return [root, ...fieldsBelow(root)].map(({ kindName, row }) => (row ? 'list' : kindName));
    });
    // A row has the path of its list, and so is not among the fields below it.
    expect(kindNames.filter((name) => !used.includes(name) && name !== 'group')).toEqual([]);
  });

  it.each(moulds)('$manifest.name can be filled wrongly in every field', (mould) => {
    const { root, cast } = compileMould(mould);
    const wrong = (field: Field, value: Json): JsonObject => {
      const steps = field.path.split('.');
      return steps.reduceRight<Json>((inner, step) => ({ [step]: inner }), value) as JsonObject;
    };
    for (const field of fieldsBelow(root)) {
      if (field.path.split('.').some((_, at, all) => fieldAt(root, all.slice(0, at))?.row))
        continue;
      for (const value of [[[]], { nothing: 1 }, '</script><b>']) {
        const { markup, values, findings } = cast({ id: 'c', values: wrong(field, value) });
        const isRefused = findings.some(
          ({ code, path }) => code === 'value/wrong' && path === field.path,
        );
        const steps = field.path.split('.');
        if (isRefused && field.kindName !== 'duration') {
          expect(valueAt(values, steps) || null).toEqual(valueAt(root.default, steps) || null);
        }
        expect(readMarkup(markup).openAtEnd).toEqual([]);
      }
    }
  });
});

function fieldAt(root: Field, steps: readonly string[]): Field | undefined {
  let field: Field | undefined = root;
  for (const step of steps) field = field?.members.find(({ name }) => name === step);
  return field;
}
