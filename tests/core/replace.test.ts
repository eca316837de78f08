import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { replaceSnippet } from '../../src/core/author/bind/replace-snippet.ts';
import { mergeTexts } from '../../src/core/author/ties/merge-texts.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { runs } from '../run/long.ts';
import { demo } from '../support/command.ts';

const paste = readFileSync(join(demo, 'snippets/notice-rail.html'), 'utf8');
const rail = async () => (await readMould(join(demo, 'moulds/notice-rail'))).mould;
const nothing = () => undefined;

async function renewed(text: string) {
  const oldPaste = { pieces: [{ name: 'notice-rail.html', text: paste }], local: nothing };
  return replaceSnippet(await rail(), oldPaste, [{ name: 'notice-rail.html', text }]);
}

const lost = (findings: readonly { code: string; message: string }[]) =>
  findings.filter(({ code }) => code === 'snippet/not-carried').map(({ message }) => message);

describe('a newer paste over a bound mould', () => {
  it('that is the same changes nothing but the place of the paste', async () => {
    const { mould, findings } = await renewed(paste);
    const old = await rail();
    expect(mould).toEqual({ ...old, files: { ...old.files, 'snippet/notice-rail.html': paste } });
    expect(lost(findings)).toEqual([]);
  });

  it('brings what is new in style, script and markup, and keeps every binding', async () => {
    const newer = paste
      .replace('border-radius: 6px;', 'border-radius: 0;')
      .replace('<section class="rail"', '<section class="rail rail--wide" id="rail"')
      .replace('Trams today', 'Our trams today')
      .replace('10:20', '10:25')
      .replace('</section>', '  <p class="rail__foot">Weather permitting.</p>\n</section>')
      .replace('var SPEED = 40', 'var SPEED = 60');
    const { mould, findings } = await renewed(newer);
    const old = await rail();
    expect(mould.manifest.fields).toEqual(old.manifest.fields);
    expect(mould.style).toContain('border-radius: 0;');
    expect(mould.template).toContain('class="rail rail--wide" id="rail"');
    expect(mould.template).toContain('Weather permitting.');
    const bindings = (text: string) => (text.match(/\{~[^~]*~\}|km-[a-z]+="[^"]*"/g) ?? []).sort();
    expect(bindings(mould.template)).toEqual(bindings(old.template));
    expect(lost(findings)).toEqual([]);
    expect(compileMould(mould).isSound).toBe(true);
  });

  it('tells of a binding whose place is gone, and keeps its field', async () => {
    const { mould, findings } = await renewed(
      paste.replace(/ *<p class="rail__date">.*<\/p>\n/, ''),
    );
    expect(mould.template).not.toContain('rail__date');
    expect(lost(findings)).toHaveLength(1);
    expect(mould.manifest).toEqual((await rail()).manifest);
  });

  it('keeps files somebody added beside those of the paste, whatever they are called', async () => {
    const old = await rail();
    const own = {
      ...old,
      files: { ...old.files, 'assets/tram.svg': '<svg><title>own</title></svg>' },
    };
    const local = (path: string) =>
      path === 'tram.svg' ? { bytes: new Uint8Array([60]), text: '<' } : undefined;
    const oldPaste = { pieces: [{ name: 'notice-rail.html', text: paste }], local: nothing };
    const text = paste.replace('</section>', '<img src="tram.svg" alt="">\n</section>');
    const { mould } = replaceSnippet(own, oldPaste, [{ name: 'a.html', text }], { local });
    expect(mould.files['assets/tram.svg']).toBe('<svg><title>own</title></svg>');
    expect(mould.template).toContain('src="assets/2-tram.svg"');
  });

  it('is refused where the paste of old is not known', async () => {
    const old = await rail();
    expect(() =>
      replaceSnippet(old, { pieces: [], local: nothing }, [{ name: 'a.html', text: paste }]),
    ).toThrow(/no longer has the paste/);
  });
});

describe('merging', () => {
  const words = fc.array(fc.constantFrom('<b>', '</b>', 'tram ', '10:20', '\n', ' km '), {
    maxLength: 30,
  });
  const text = words.map((some) => some.join(''));

  it('gives the side that changed, where only one did', () => {
    fc.assert(
      fc.property(text, text, (base, other) => {
        expect(mergeTexts(base, base, other)).toBe(other);
        expect(mergeTexts(base, other, base)).toBe(other);
        expect(mergeTexts(base, other, other)).toBe(other);
      }),
      { seed: 31, numRuns: runs(100, 500) },
    );
  });

  it('keeps a binding wherever its neighbours still stand', () => {
    const old = 'a\n<p>one</p>\nz\n';
    const bound = 'a\n<p>{~heading~}</p>\nz\n';
    expect(mergeTexts(old, bound, 'a2\n<p>one</p>\nz\n')).toBe('a2\n<p>{~heading~}</p>\nz\n');
    expect(mergeTexts(old, bound, 'a\n<p class="x">two</p>\nz\n')).toBe(
      'a\n<p class="x">{~heading~}</p>\nz\n',
    );
    expect(mergeTexts(old, bound, 'a\nz\n')).toBe('a\nz\n');
  });
});
