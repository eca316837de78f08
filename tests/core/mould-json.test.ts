import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import {
  bindSpots,
  compileMould,
  forForm,
  importSnippet,
  mouldFromJson,
  mouldToJson,
  packMould,
  Refusal,
} from '../../src/core/index.ts';

import { castSchema, mouldJsonSchema } from '../../src/core/model/published-schemas.ts';

const bytes = Uint8Array.from([0, 255, 128, 10]);
const { mould: plain } = importSnippet(
  '<style>.jam { color: #933 }</style><p class="jam">Damson</p><script>jam()</script>',
);
const { mould: bound } = bindSpots(plain, 'recommended');
const mould = { ...bound, files: { ...bound.files, 'assets/jar.png': bytes } };
const there = (json: unknown) => JSON.parse(JSON.stringify(json));

describe('a mould as JSON', () => {
  it('is what its schema says, and so is a cast', () => {
    const ajv = new Ajv2020({ strict: false });
    expect(ajv.validate(mouldJsonSchema(), there(mouldToJson(mould)))).toBe(true);
    expect(ajv.validate(mouldJsonSchema(), { format: 1, files: { 'mould.json': 3 } })).toBe(false);
    expect(ajv.validate(castSchema(), { format: 1, mould: 'jam', values: { a: 1 } })).toBe(true);
    expect(ajv.validate(castSchema(), { values: 3 })).toBe(false);
  });

  it('comes back as the same mould, through any text', () => {
    const back = mouldFromJson(there(mouldToJson(mould)));
    expect(packMould(back)).toEqual(packMould(mould));
    expect(back.files['assets/jar.png']).toEqual(bytes);
    expect(compileMould(back).cast().markup).toBe(compileMould(mould).cast().markup);
  });

  it('holds texts as texts, and is hardly larger than the files', () => {
    const json = mouldToJson(mould);
    expect(json).toMatchObject({ format: 1, name: 'pasted', version: '1.0.0' });
    expect(json.files['template.html']).toBe(mould.template);
    expect(json.files['assets/jar.png']).toEqual({ base64: 'AP+ACg==' });
  });

  it('leaves out for a form what no editor has a use for', () => {
    const slim = forForm(mould);
    expect(Object.keys(slim.files)).toEqual(['assets/jar.png']);
    expect(compileMould(slim).cast().markup).toBe(compileMould(mould).cast().markup);
  });

  it.each<[what: string, json: unknown, message: string]>([
    ['a text', '{}', 'must be an object, not a string'],
    ['no format', {}, 'no format and files'],
    ['a newer format', { format: 2, files: {} }, 'has format 2'],
    ['no mould.json', { format: 1, files: {} }, 'no mould.json'],
    ['a path that leads out', { format: 1, files: { '../x': '' } }, 'leads out'],
    ['a number for a file', { format: 1, files: { 'mould.json': 3 } }, 'neither text nor base64'],
    [
      'what is no base64',
      { format: 1, files: { 'mould.json': { base64: '%' } } },
      'neither text nor base64',
    ],
    ['a broken manifest', { format: 1, files: { 'mould.json': '{' } }, 'not valid JSON'],
  ])('that is none is refused in one sentence: %s', (_, json, message) => {
    const refused = () => mouldFromJson(json);
    expect(refused).toThrow(Refusal);
    expect(refused).toThrow(message);
  });

  it('refuses with a code and data that a product can word itself', () => {
    try {
      mouldFromJson({ format: 1, files: { '../x': '' } });
      expect.unreachable();
    } catch (error) {
      expect(error).toMatchObject({ code: 'pack/path', data: { path: '../x' } });
    }
  });
});
