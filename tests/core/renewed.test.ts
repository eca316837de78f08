import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { replaceSnippet } from '../../src/core/author/bind/replace-snippet.ts';
import { checkMould, fixMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Manifest, Mould } from '../../src/core/model/mould.ts';
import { localFilesOf } from '../../src/node/files/snippet-folder.ts';
import { importAt } from '../isolation/sides.ts';
import { demo } from '../support/command.ts';

const imported = (text: string, name = 'a.html') => importSnippet([{ name, text }]).mould;
const codes = (mould: Mould) => checkMould(mould).map(({ code }) => code);

/** A mould with some of its manifest said by hand. */
function saying(mould: Mould, more: Partial<Manifest>): Mould {
  const manifest = { ...mould.manifest, ...more };
  return { ...mould, manifest, manifestText: JSON.stringify(manifest, null, 2) };
}

describe('a paste of several files is renewed', () => {
  it.each(['ticket-stub', 'fleet-filter', 'depot-sounds'])(
    '%s, and is what it was where nothing is new',
    async (name) => {
      const { mould, pieces, compilers, root } = await importAt(join(demo, 'snippets', name));
      const local = localFilesOf(root);
      const options = { local, compilers, folder: name };
      const { mould: plain } = importSnippet(pieces, options);
      const renewed = replaceSnippet(plain, { pieces, local }, pieces, options).mould;
      expect(renewed.template).toBe(mould.template);
      expect(renewed.style).toBe(mould.style);
      expect(renewed.script).toBe(mould.script);
      expect(Object.keys(renewed.files).sort()).toEqual(Object.keys(plain.files).sort());
    },
  );

  it('with a binding in its style, which came from a dialect', async () => {
    const { mould, pieces, compilers } = await importAt(join(demo, 'snippets', 'ticket-stub'));
    const style = mould.style.replaceAll('#f6e7c1', 'var(--paper)');
    const fields = { type: 'object', properties: { paper: { kind: 'color', default: 'red' } } };
    const bound = saying({ ...mould, style }, { fields });
    const newer = pieces.map((one) => ({ ...one, text: one.text.replace('22px 26px', '20px') }));
    const oldPaste = { pieces, local: () => undefined };
    const { mould: next, findings } = replaceSnippet(bound, oldPaste, newer, { compilers });
    expect(next.style).toContain('var(--paper)');
    expect(next.style).toContain('padding: 20px');
    expect(next.manifest.fields).toEqual(fields);
    expect(findings.map(({ code }) => code)).not.toContain('snippet/not-carried');
  });

  it('with libraries and fonts as the new paste loads them', () => {
    const link = (family: string) =>
      `<link rel=stylesheet href="https://f.example/?family=${family}">`;
    const script = (version: string) =>
      `<script src="https://c.example/dial@${version}/dial.js"></script>`;
    const before = `${link('Depot')}${script('1.0.0')}<p>a</p>`;
    const pieces = [{ name: 'a.html', text: before }];
    const newer = [{ name: 'a.html', text: `${link('Signal')}${script('2.0.0')}<p>a</p>` }];
    const old = importSnippet(pieces).mould;
    const { manifest, manifestText } = replaceSnippet(
      old,
      { pieces, local: () => undefined },
      newer,
    ).mould;
    expect(manifest.libraries).toMatchObject([{ name: 'dial', version: '2.0.0' }]);
    expect(manifest.fonts).toMatchObject([{ family: 'Signal' }]);
    expect(JSON.parse(manifestText)).toEqual(manifest);
  });
});

describe('what a manifest says is heeded by the check', () => {
  it('addresses that are asked on purpose', () => {
    const mould = imported('<img src="https://p.example/a.png" alt="A">');
    expect(codes(mould)).toEqual(['address/remote']);
    expect(codes(saying(mould, { reaches: ['https://p.example'] }))).toEqual([]);
  });

  it('what it may only stand in', () => {
    const mould = imported('<tr><td>10:20</td></tr>');
    expect(codes(mould)).toEqual(['markup/part-alone']);
    expect(codes(saying(mould, { within: ['timetable'] }))).toEqual([]);
  });

  it('with the place in mould.json of what is wrong there', () => {
    const libraries = [{ name: 'dial', script: 'http://c.example/dial.js' }];
    const mould = saying(imported('<p>a</p>'), { libraries });
    const line = mould.manifestText.split('\n').findIndex((one) => one.includes('http:')) + 1;
    const [found] = checkMould(mould);
    expect(found).toMatchObject({ code: 'address/insecure', file: 'mould.json', line });
  });
});

it('mends made once leave nothing more to mend, and nothing else is touched', () => {
  const text = '<p class=“a”>a</p></div>\n<b>b<b>\n<style>a { color: red\n margin: 0 }</style>';
  const { mould, fixed } = fixMould(imported(text));
  expect(fixed.length).toBeGreaterThan(3);
  expect(mould.template).toBe('<p class="a">a</p>\n<b>b</b>\n');
  expect(mould.style).toBe('a { color: red;\n margin: 0 }\n');
  const again = fixMould(mould);
  expect(again.fixed).toEqual([]);
  expect(again.mould).toEqual(mould);
});

it('a page called index is named after its folder, and keeps what html says of it', () => {
  const text =
    '<!doctype html><html class="dark" lang="en" dir="rtl"><body class="board"><p>a</p></body></html>';
  const { manifest } = importSnippet([{ name: 'index.html', text }], {
    folder: 'Sunday board',
  }).mould;
  expect(manifest.name).toBe('sunday-board');
  expect(manifest.page).toEqual({ class: 'dark board', dir: 'rtl' });
});
