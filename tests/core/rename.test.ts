import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { renameField } from '../../src/core/author/bind/rename-field.ts';
import { unbindField } from '../../src/core/author/bind/unbind-field.ts';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { readTies } from '../../src/core/author/ties/ties.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { sampleOf } from '../../src/core/model/samples.ts';
import { mouldOf } from '../support/mould.ts';

const board = mouldOf({
  fields: {
    tone: { enum: ['quiet', 'tone', 'loud'], default: 'quiet' },
    note: { type: 'string', default: 'Note', when: 'tone is tone' },
    look: { type: 'object', when: 'not tone', properties: { tint: { kind: 'color' } } },
    tones: { type: 'array', items: { kind: 'color' }, default: ['red'] },
  },
  template: `<div class="tone" km-class="tone: is-on; tone is tone: tone--tone; note: x" km-when="tone is not tone" data-tone="{~tone~}">
<p km-each="tones" style="color: var(--tones)">{~tones#number~} {~ tone ~} tone</p></div>`,
  style: '.tone { color: var(--look-tint); outline: var(--tone); --tone-of: red }',
  script: 'const { note, tone, look: l } = mould.values; let t = mould.values.tone + tone;',
});

it('a field is renamed wherever it is spoken of, and nowhere else', () => {
  const { mould, findings } = renameField(board, 'tone', 'voice');
  expect(findings).toEqual([]);
  expect(
    mould.template,
  ).toBe(`<div class="tone" km-class="voice: is-on; voice is tone: tone--tone; note: x" km-when="voice is not tone" data-tone="{~voice~}">
<p km-each="tones" style="color: var(--tones)">{~tones#number~} {~ voice ~} tone</p></div>`);
  expect(mould.style).toBe(board.style.replace('var(--tone)', 'var(--voice)'));
  expect(mould.script).toBe(
    'const { note, voice: tone, look: l } = mould.values; let t = mould.values.voice + tone;',
  );
  const fields = (mould.manifest.fields as { properties: Record<string, object> }).properties;
  expect(Object.keys(fields)).toEqual(['voice', 'note', 'look', 'tones']);
  expect(fields).toMatchObject({
    voice: { wasNamed: ['tone'] },
    note: { when: 'voice is tone' },
    look: { when: 'not voice' },
  });
  expect(JSON.parse(mould.manifestText)).toEqual(mould.manifest);
});

it('a group takes its members with it in style, and casts keep what they had', () => {
  const { mould } = renameField(board, 'look', 'dress-up');
  expect(mould.style).toContain('var(--dress-up-tint)');
  expect(mould.script).toContain("{ note, tone, 'dress-up': l }");
  const cast = compileMould(mould).cast({ values: { look: { tint: 'blue' }, tone: 'loud' } });
  expect(cast.findings.filter(({ level }) => level === 'error')).toEqual([]);
  expect(cast.values).toMatchObject({ 'dress-up': { tint: 'blue' } });
  const back = renameField(mould, 'dress-up', 'look').mould;
  expect([back.template, back.style]).toEqual([board.template, board.style]);
});

it('samples and words speak of it by its new name', () => {
  const files = {
    'samples/loud.json':
      '{ "format": 1, "values": { "note": "note" }, "below": { "600": { "note": "x" } } }',
    'words/de.json': '{ "fields": { "note": { "title": "note" }, "look.tint": {} } }',
  };
  const { mould } = renameField({ ...board, files }, 'note', 'line');
  expect(mould.files['samples/loud.json']).toBe(
    '{ "format": 1, "values": { "line": "note" }, "below": { "600": { "line": "x" } } }',
  );
  expect(mould.files['words/de.json']).toBe(
    '{ "fields": { "line": { "title": "note" }, "look.tint": {} } }',
  );
  expect(sampleOf(mould, compileMould(mould).root, 'loud')?.findings).toEqual([]);
});

describe('after binding', () => {
  const paste = `<div class="stops"><h2>Stops</h2><ul><li style="--c: #010203">Mill</li><li style="--c: #a0b0c0">Weir</li></ul></div>
<style>.stops { color: #1f4437; background: #f4efe3 } li { color: var(--c) }</style>
<script>setTimeout(() => {}, 3000);</script>`;
  const plain = importSnippet([{ name: 'a.html', text: paste }]).mould;
  const { mould: bound, ties } = bindSpots(plain, 'recommended');

  it.each(ties.map(({ field }) => field))('%s can still be taken out, byte for byte', (field) => {
    const { mould, findings } = renameField(bound, field, 'quiteNew');
    expect(findings).toEqual([]);
    expect(readTies(mould).ties.map((one) => one.field)).toContain('quiteNew');
    expect(checkMould(mould).filter(({ level }) => level !== 'note')).toEqual([]);
    const markup = (one: typeof mould) => compileMould(one).cast({ id: 'a' }).markup;
    expect(markup(mould).replaceAll('quite-new', field)).toBe(markup(bound));
    let bare = mould;
    for (const name of [...ties.map((one) => one.field).filter((one) => one !== field), 'quiteNew'])
      bare = unbindField(bare, name).mould;
    expect([bare.template, bare.style, bare.script]).toEqual([
      plain.template,
      plain.style,
      plain.script,
    ]);
  });

  it('with more bound by hand, what stood in its places is still known', () => {
    const [first = ''] = ties.map(({ field }) => field);
    const edited = { ...bound, template: `<p>{~${first}~}</p>\n${bound.template}` };
    const { mould } = renameField(edited, first, 'quiteNew');
    expect(mould.template).toBe(edited.template.replaceAll(`{~${first}~}`, '{~quiteNew~}'));
    expect(readTies(mould).findings).toEqual([]);
  });
});

it.each([
  ['tune', 'x', 'bind/nothing-to-rename'],
  ['tone', 'note', 'bind/name-taken'],
  ['tone', '2nd', 'bind/bad-name'],
])('%s to %s is refused', (from, to, code) => {
  expect(() => renameField(board, from, to)).toThrow(
    expect.objectContaining({ findings: [expect.objectContaining({ code })] }),
  );
});

it('a script that takes the values as a whole is reported', () => {
  const script = 'draw(mould.values);';
  const { findings } = renameField({ ...board, script }, 'tone', 'voice');
  expect(findings.map(({ code }) => code)).toEqual(['bind/not-followed']);
});
