import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { readCastFile } from '../../src/core/model/cast-file.ts';
import { type Json, type JsonObject, parseJson } from '../../src/core/model/json-source.ts';
import { readManifest } from '../../src/core/model/manifest.ts';
import { checkAgainst } from '../../src/core/model/values/check-values.ts';
import { fillValue } from '../../src/core/model/values/fill.ts';
import { checkValues, valuesSchema } from '../../src/core/model/values/mould-values.ts';
import { violationOf } from '../../src/core/model/values/violation.ts';
import { hasErrors } from '../../src/core/problem/finding.ts';
import { runs } from '../run/long.ts';
import { mouldOf, someFields } from '../support/mould.ts';

const mould = mouldOf({ fields: someFields, required: ['heading'] });

/** Another validator of JSON Schema, to compare with. */
function newAjv(): Ajv2020 {
  const formats = ['css-color', 'safe-address', 'html-text', 'safe-picture', 'svg-drawing'].map(
    (name) => [name, (text: string) => !violationOf({ type: 'string', format: name })(text)],
  );
  return new Ajv2020({
    strict: false,
    validateSchema: false,
    formats: Object.fromEntries(formats),
  });
}

describe('values are completed', () => {
  it('absent means default, member by member and row by row', () => {
    const { values, findings } = checkValues(mould, {
      more: { text: 'All trams' },
      rows: [{ to: { text: 'Weir' } }],
    });
    expect(findings).toEqual([]);
    expect(values).toMatchObject({
      heading: 'Trams',
      more: { href: '/more', text: 'All trams', newTab: false },
      rows: [{ time: '9:00', to: { href: '#', text: 'Weir' }, shade: 'red', calls: [] }],
    });
  });

  it('null means empty, in the shape that script counts on', () => {
    const { values } = checkValues(mould, { tint: null, more: null, rows: null });
    expect(values).toMatchObject({ tint: null, more: { href: null, text: null }, rows: [] });
  });

  it("keeps a row's own key", () => {
    expect(checkValues(mould, { rows: [{ row: 'r1' }] }).values.rows).toMatchObject([
      { row: 'r1' },
    ]);
  });
});

describe('a wrong value gives way to the default and is reported', () => {
  const cases: [path: string, values: JsonObject, said: string][] = [
    [
      'heading',
      { heading: [3] },
      'Heading must be text, but the value is [3]. The default is used.',
    ],
    ['heading', { heading: '' }, 'Heading must not be empty. The default is used.'],
    ['heading', { heading: null }, 'Heading must not be empty. The default is used.'],
    ['count', { count: 10 }, 'count must be at most 9'],
    ['count', { count: 1.5 }, 'count must be a whole number'],
    ['side', { side: 'top' }, 'side must be one of start, end, but the value is "top"'],
    ['tint', { tint: 'red; color: blue' }, 'tint must be a CSS colour'],
    ['tint', { tint: 'url(x)' }, 'tint must be a CSS colour'],
    ['framed', { framed: 'yes' }, 'framed must be true or false'],
    ['rows', { rows: {} }, 'rows must be a list'],
    [
      'more.href',
      { more: { href: 'javascript:alert(1)' } },
      'more: Link address must be a relative',
    ],
    ['more.href', { more: ' java\nscript:alert(1)' }, 'more: Link address must be a relative'],
    [
      'more.newTab',
      { more: { newTab: 'maybe' } },
      'Open in a new tab must be one of false, true, offsite',
    ],
    ['rows.1.time', { rows: [{}, { time: {} }] }, 'rows, row 2: time must be text'],
    ['rows.0.calls.0', { rows: [{ calls: [{}] }] }, 'rows, row 1: calls, row 1 must be text'],
  ];
  it.each(cases)('%s in %j', (path, given, said) => {
    const { values, findings } = checkValues(mould, given);
    expect(findings).toHaveLength(1);
    expect(findings[0]).toMatchObject({ level: 'error', path });
    expect(findings[0]?.message).toContain(said);
    const { values: defaults } = checkValues(mould, {});
    const read = (from: Json) =>
      path.split('.').reduce((at: Json, step) => (at as JsonObject)?.[step] ?? null, from);
    if (!/\d/.test(path)) expect(read(values)).toEqual(read(defaults));
  });

  it('a text that fills an address has to be a safe one', () => {
    const linked = compileMould(
      mouldOf({ fields: someFields, template: '<a href="{~note~}">x</a>' }),
    );
    const { markup, findings } = linked.cast({ id: 'c', values: { note: 'data:text/html,x' } });
    expect(markup).toBe('<a data-mould="board" data-cast="c">x</a>');
    expect(findings[0]?.message).toContain('note must be a relative address');
  });

  it('a value without a field is kept, with the name that was likely meant', () => {
    const { kept, findings } = checkValues(mould, { haeding: 'a', rows: [{ tiem: 'b' }] });
    expect(kept).toEqual({ haeding: 'a', 'rows.0.tiem': 'b' });
    expect(findings.map(({ level, message }) => `${level}: ${message}`)).toEqual([
      'warning: No field is called rows.0.tiem. Its value is kept in the file but not used. Did you mean time?',
      'warning: No field is called haeding. Its value is kept in the file but not used. Did you mean heading?',
    ]);
  });
});

describe('any JSON as values', () => {
  const { root } = compileMould(mould);
  const names = fc.constantFrom(...Object.keys(someFields), '__proto__', 'constructor', 'row');
  const json = fc.letrec<{ any: Json }>((tie) => ({
    any: fc.oneof(
      { maxDepth: 4 },
      fc.constantFrom<Json[]>(
        '',
        'red',
        '</style>',
        '"\'&<',
        'javascript:x',
        0,
        -1,
        1e99,
        true,
        null,
      ),
      fc.array(tie('any'), { maxLength: 3 }) as fc.Arbitrary<Json>,
      fc.dictionary(names, tie('any'), { maxKeys: 4 }) as fc.Arbitrary<Json>,
    ),
  })).any;
  const values = fc.dictionary(names, json) as fc.Arbitrary<JsonObject>;
  const validate = new Ajv2020({
    strict: false,
    formats: { 'css-color': true, 'safe-address': true },
  }).compile(valuesSchema(mould));

  it('never throws, and what comes out is complete and right', () => {
    fc.assert(
      fc.property(values, (given) => {
        const { values: settled } = checkAgainst(root, given);
        expect(checkAgainst(root, settled).findings).toEqual([]);
        expect(validate(settled), JSON.stringify(validate.errors)).toBe(true);
      }),
      { seed: 11, numRuns: runs(120, 400) },
    );
  });

  it('is refused by the published schema only where a problem is reported, and the other way', () => {
    const published = newAjv().compile(valuesSchema(mould));
    fc.assert(
      fc.property(values, (given) => {
        // What is taken in a looser form is reported, where it is of an older version.
        const problems = checkAgainst(root, given, { isOlder: true }).findings;
        const isLoose = problems.some(({ code }) => code === 'value/converted');
        if (isLoose) return;
        expect(published(given)).toBe(!hasErrors(problems));
      }),
      { seed: 12, numRuns: runs(120, 400) },
    );
  });
});

describe('the check of a plain schema', () => {
  const limit = fc.integer({ min: -1, max: 4 });
  const schemas = fc.record(
    {
      type: fc.constantFrom('string', 'number', 'integer', 'boolean', 'array', 'object'),
      minimum: limit,
      maximum: limit,
      minLength: limit,
      maxLength: limit,
      minItems: limit,
      maxItems: limit,
      exclusiveMinimum: limit,
      multipleOf: fc.constantFrom(1, 2, 0.5),
      uniqueItems: fc.boolean(),
      pattern: fc.constantFrom('^a', 'b$', '^.?$'),
      format: fc.constantFrom('css-color', 'safe-address'),
      enum: fc.array(fc.oneof(fc.constantFrom('a', '\u{1F68B}b', true), fc.integer()), {
        minLength: 1,
      }),
    },
    { requiredKeys: [] },
  ) as fc.Arbitrary<JsonObject>;
  const given = fc.oneof(
    ...[fc.string({ maxLength: 5, unit: 'binary' }), fc.constantFrom('a', '\u{1F68B}b', true)],
    ...[fc.integer({ min: -2, max: 5 }), fc.double({ noNaN: true, noDefaultInfinity: true })],
    ...[fc.array(fc.integer(), { maxLength: 5 }), fc.constant({})],
  ) as fc.Arbitrary<Json>;

  it('says what the validator of JSON Schema says', () => {
    const ajv = newAjv();
    fc.assert(
      fc.property(schemas, given, (schema, value) => {
        expect(violationOf(schema)(value) === undefined).toBe(ajv.compile(schema)(value));
      }),
      { seed: 13, numRuns: runs(300, 1000) },
    );
  });
});

describe('PATH=VALUE', () => {
  const { root } = compileMould(mould);
  const fill = (path: string, typed: string, values: JsonObject = {}) =>
    fillValue(root, values, path, typed);

  it.each<[path: string, typed: string, values: JsonObject]>([
    ['heading', '3', { heading: '3' }],
    ['count', '3', { count: 3 }],
    ['framed', 'false', { framed: false }],
    ['tint', '', { tint: null }],
    ['heading', '', { heading: '' }],
    ['more', '/a', { more: '/a' }],
    ['more.text', 'A', { more: { text: 'A' } }],
    ['rows', '[{"time":"8:00"}]', { rows: [{ time: '8:00' }] }],
  ])('%s=%s', (path, typed, values) => {
    expect(fill(path, typed)).toEqual({ values, finding: undefined });
  });

  it('goes into the default rows where no list was given, and adds one at the end', () => {
    const { values } = fill('rows.1.time', '8:00');
    expect(values.rows).toMatchObject([
      { time: '10:20' },
      { time: '8:00', calls: ['Weir', 'Mill'] },
    ]);
    expect((fill('rows.2.time', '8:00').values.rows as Json[])[2]).toEqual({ time: '8:00' });
  });

  it.each([
    ['headign', 'a', 'No field is called headign. Did you mean heading?'],
    ['rows.0.tme', 'a', 'No field is called rows.0.tme. Did you mean rows.time?'],
    ['rows.time', 'a', 'No field is called rows.time.'],
    ['rows.9.time', 'a', 'rows are counted from 0'],
    ['count', 'many', 'must be a number, but is "many"'],
    ['rows', '[', 'must be a list'],
  ])('%s=%s is refused', (path, typed, said) => {
    const { values, finding } = fill(path, typed, { note: 'n' });
    expect(finding?.message).toContain(said);
    expect(values).toEqual({ note: 'n' });
  });
});

describe('files of JSON', () => {
  const cases: [text: string, at: string, said: string][] = [
    ['', '1:1', 'the file is empty'],
    ['{\n  "a": 1,\n}', '3:1', 'a property name in double quotes is expected'],
    ['{ a: 1 }', '1:3', 'this word is not valid in JSON'],
    ['[1, 2', '1:6', 'a closing bracket is expected'],
    ['{ "a" 1 }', '1:7', 'a colon is expected'],
    ['// x\n{}', '1:1', 'comments are not allowed'],
  ];
  it.each(cases)('%j is reported at %s', (text, at, said) => {
    const [problem] = parseJson('a.json', text).findings;
    expect(`${problem?.line}:${problem?.column}`).toBe(at);
    expect(problem?.message).toContain(said);
  });

  it.each<[text: string, code: string, at: string]>([
    ['[]', 'cast/wrong', '1:1'],
    ['{ "format": 2 }', 'json/newer-format', '1:13'],
    ['{ "format": 1, "id": "a b" }', 'cast/bad-id', '1:22'],
    ['{ "format": 1, "values": [] }', 'cast/wrong', '1:26'],
    ['{ "format": 1, "place": "side" }', 'cast/not-yet', '1:25'],
    ['{ "format": 1, "below": [] }', 'cast/wrong', '1:25'],
  ])('the cast %s gets %s', (text, code, at) => {
    const [problem] = readCastFile(parseJson('a.json', text)).findings;
    expect(`${problem?.code} ${problem?.line}:${problem?.column}`).toBe(`${code} ${at}`);
  });

  it('a file without format is values by themselves', () => {
    expect(readCastFile(parseJson('a.json', '{ "id": "x" }')).cast).toEqual({
      values: { id: 'x' },
    });
  });
});

describe('a declaration that is wrong is reported by its place in mould.json', () => {
  const cases: [fields: JsonObject, code: string, said: string][] = [
    [{ a: { kind: 'colour' } }, 'field/unknown-kind', 'Did you mean color?'],
    [{ a: {} }, 'field/no-kind', 'neither a kind nor a type'],
    [{ a: { type: 'string', titel: 'A' } }, 'field/unknown-keyword', 'Did you mean title?'],
    [{ a: { type: 'string', below: { wide: 'x' } } }, 'field/wrong', 'widths in px'],
    [{ a: { kind: 'richtext', below: {} } }, 'field/below', 'is not a CSS value'],
    [{ a: { kind: 'color', below: { 640: 'blurple' } } }, 'field/bad-default', 'must be a CSS'],
    [{ a: { type: 'string', wasNamed: [3] } }, 'field/wrong', 'wasNamed is not a list of paths'],
    [{ a: { type: 'string', when: 'b is on' } }, 'field/bad-condition', '"b is on"'],
    [{ a: { type: 'string', section: 3 } }, 'field/wrong', 'section is not a string'],
    [
      { a: { type: 'array', caption: 'tme', items: { type: 'string' } } },
      'field/bad-caption',
      'not a field of its rows',
    ],
    [
      { a: { type: 'array', items: { type: 'object', properties: { row: { type: 'string' } } } } },
      'field/bad-name',
      '"row"',
    ],
    [
      { a: { type: 'array', items: { oneOf: [{ properties: {} }] } } },
      'field/wrong',
      'fix the same property to a const',
    ],
    [{ a: { kind: 'color', default: 'blurple' } }, 'field/bad-default', 'must be a CSS colour'],
    [{ a: { type: 'number', unit: 'p x' } }, 'field/wrong', 'not a CSS unit'],
    [{ a: { type: 'string', pattern: '(' } }, 'field/wrong', 'invalid regular expression'],
    [{ a: { type: 'string', minLength: 'x' } }, 'field/wrong', 'minLength'],
    [{ a: { kind: 'choice' } }, 'field/wrong', 'it has no choices'],
    [{ a: { type: 'array' } }, 'field/wrong', 'does not define a row'],
    [{ '1a': { type: 'string' } }, 'field/bad-name', '"1a"'],
    [{ a: { type: 'string', property: 'accent' } }, 'field/wrong', 'custom property name'],
    [
      { aB: { type: 'string' }, a: { type: 'object', properties: { b: { type: 'string' } } } },
      'field/same-property',
      '--a-b',
    ],
  ];
  it.each(cases)('%j', (fields, code, said) => {
    const { findings } = compileMould(mouldOf({ fields }));
    const found = findings.find((one) => one.code === code);
    expect(found?.message).toContain(said);
    expect(found?.file).toBe('mould.json');
    expect(found?.line).toBeGreaterThan(1);
  });

  it('a choice used in style has to be a CSS value', () => {
    const fields = { side: { enum: ['a', 'b; color: red'], default: 'a' } };
    const style = 'p { float: var(--side) }';
    expect(compileMould(mouldOf({ fields, style })).findings[0]?.code).toBe('field/not-css');
    expect(compileMould(mouldOf({ fields })).findings).toEqual([]);
  });

  it.each<[text: string, said: string]>([
    ['{ "format": 1, "name": "a b", "version": "1.0.0", "fields": {} }', 'name must start with'],
    ['{ "format": 1, "name": "a", "version": "1", "fields": {} }', 'must be a version'],
    ['{ "format": 1, "name": "a", "version": "1.0.0" }', 'has no fields'],
    ['{ "format": 3 }', 'This file has format 3'],
    ['[]', 'must be an object'],
  ])('the manifest %s', (text, said) => {
    const { manifest, findings } = readManifest(text);
    expect(manifest).toBeUndefined();
    expect(findings[0]?.message).toContain(said);
  });

  it('a key of the manifest that means nothing is reported', () => {
    const text =
      '{ "format": 1, "name": "a", "version": "1.0.0", "fields": {}, "titel": "", "needs": {} }';
    const told = readManifest(text).findings.map(({ code, message }) => `${code} ${message}`);
    expect(told).toEqual([expect.stringMatching(/^mould\/unknown-key .*title/)]);
  });
});
