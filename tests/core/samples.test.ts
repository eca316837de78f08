import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { mouldSchema, pageSchema } from '../../src/core/model/published-schemas.ts';
import { sampleNames, sampleOf } from '../../src/core/model/samples.ts';
import { valuesSchema, valuesTypes } from '../../src/core/model/values/mould-values.ts';
import { inLanguage, languagesOf } from '../../src/core/model/words.ts';
import { mouldOf, someFields } from '../support/mould.ts';

const mould = mouldOf({ fields: someFields, required: ['heading'] });

describe('samples', () => {
  const { root, cast } = compileMould(mould);

  it.each(['default', 'long', 'bare'])('%s is there unwritten, and right', (name) => {
    const sample = sampleOf(mould, root, name);
    expect(cast(sample?.cast).findings).toEqual([]);
  });

  it('long has each text three times as long, and many rows', () => {
    const { values } = sampleOf(mould, root, 'long')?.cast ?? {};
    expect(String(values?.heading).length).toBeGreaterThan('Trams'.length * 3);
    expect(values?.rows).toHaveLength(8);
    expect(String(values?.heading)).toMatch(/\w{20}/);
  });

  it('bare has of content only what is required, and looks the same', () => {
    const { values } = sampleOf(mould, root, 'bare')?.cast ?? {};
    expect(values).toMatchObject({
      heading: 'Trams',
      note: null,
      more: null,
      rows: [],
      tint: '#123456',
    });
  });

  it("a mould's own takes the place of one that is made", () => {
    const files = {
      'samples/long.json': '{"heading":"L"}',
      'samples/busy.json': '{"format":1,"values":{}}',
    };
    expect(sampleNames({ files })).toEqual(['default', 'long', 'bare', 'busy']);
    expect(sampleOf({ files }, root, 'long')?.cast).toEqual({ values: { heading: 'L' } });
    expect(sampleOf({ files }, root, 'none')).toBeUndefined();
  });
});

describe('words in other languages', () => {
  const words = {
    title: 'Tafel',
    fields: {
      heading: { title: 'Überschrift' },
      side: { choices: { start: 'links' } },
      'rows.time': { title: 'Zeit', description: 'Stunde und Minute' },
    },
  };
  const spoken = { ...mould, files: { 'words/de.json': JSON.stringify(words) } };

  it('take the place of titles and help, by the nearest language', () => {
    const { properties } = valuesSchema(spoken, 'de-AT') as { properties: JsonObject };
    expect(properties.heading).toMatchObject({ title: 'Überschrift' });
    expect(properties.side).toMatchObject({
      oneOf: [{ const: 'start', title: 'links' }, { const: 'end' }, { const: null }],
    });
    expect(JSON.stringify(properties.rows)).toContain(
      '"title":"Zeit","description":"Stunde und Minute"',
    );
    expect(inLanguage(spoken, 'fr')).toBe(spoken);
    expect(languagesOf(spoken)).toEqual(['de']);
  });

  it('are told where they speak of no field', () => {
    const files = { 'words/de.json': '{\n "fields": { "haeding": { "titel": "x" } }\n}' };
    const { findings } = compileMould({ ...mould, files });
    expect(findings.map(({ code, message, line }) => [code, message, line])).toEqual([
      ['words/wrong', 'No field is called haeding. Did you mean heading?', 2],
      ['words/wrong', 'titel is not used here. Did you mean title?', 2],
    ]);
  });
});

describe('what other tools are given', () => {
  const ajv = () =>
    new Ajv2020({
      strict: false,
      logger: false,
      formats: { 'safe-address': true, 'css-color': true },
    });

  it('the schema of mould.json takes what is right and refuses what is not', () => {
    const validate = ajv().compile(mouldSchema());
    expect(validate(mould.manifest), JSON.stringify(validate.errors)).toBe(true);
    const with_ = (field: JsonObject) => ({
      ...mould.manifest,
      fields: { properties: { a: field } },
    });
    expect(validate(with_({ kind: 'colour' }))).toBe(false);
    expect(validate(with_({ kind: 'color', below: { wide: 'red' } }))).toBe(false);
    expect(validate(with_({ kind: 'color', below: { '640': 'red' }, when: 'not b' }))).toBe(true);
  });

  it('the schema of a page takes casts in slots', () => {
    const validate = ajv().compile(pageSchema());
    const casts = [
      { mould: 'board', slots: { notes: [{ markup: '<p>' }, { mould: 'call-out' }] } },
    ];
    expect(validate({ format: 1, casts }), JSON.stringify(validate.errors)).toBe(true);
    expect(validate({ format: 1, casts: [{ slots: { notes: [{}] } }] })).toBe(false);
  });

  it('types of values are written out', () => {
    const types = valuesTypes(mould);
    expect(types).toMatch(
      /^\/\*\* Values of a cast of board, version 1.0.0. \*\/\nexport interface BoardValues \{\n/,
    );
    expect(types).toContain('  heading?: string;\n');
    expect(types).toContain('  side?: "start" | "end" | null;\n');
    expect(types).toContain(
      '  more?: string | {\n    /** Link address */\n    href?: string | null;',
    );
    expect(types).toContain('  rows?: readonly ({\n');
  });
});
