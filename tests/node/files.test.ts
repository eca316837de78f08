import {
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  writeFileSync,
} from 'node:fs';
import { delimiter, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { Refusal } from '../../src/core/problem/refusal.ts';
import { findBrowser } from '../../src/node/browser/find-browser.ts';
import {
  readMould,
  rewriteMould,
  saveMould,
  writeMould,
} from '../../src/node/files/mould-folder.ts';
import { decode } from '../../src/node/files/read-text.ts';
import { readSteadily } from '../../src/node/files/steady.ts';
import { rewriteFolder, writeNewFolder, writeWhole } from '../../src/node/files/write-safely.ts';
import { demo, folderWith } from '../support/command.ts';

const textBytes = (text: string) => new TextEncoder().encode(text);
const always = async () => undefined;

describe('what is written appears whole or not at all', () => {
  it('a file, with the folders on its way', async () => {
    const folder = folderWith();
    await writeWhole(join(folder, 'a/b/c.txt'), 'one');
    await writeWhole(join(folder, 'a/b/c.txt'), 'two');
    expect(readFileSync(join(folder, 'a/b/c.txt'), 'utf8')).toBe('two');
    expect(readdirSync(join(folder, 'a/b'))).toEqual(['c.txt']);
  });

  it('a folder, where there is none or an empty one', async () => {
    const folder = folderWith();
    mkdirSync(join(folder, 'empty'));
    for (const name of ['new', 'empty']) {
      await writeNewFolder(join(folder, name), { 'a/b.txt': 'x' }, 'hint');
      expect(readFileSync(join(folder, name, 'a/b.txt'), 'utf8')).toBe('x');
    }
    await expect(writeNewFolder(join(folder, 'new'), {}, 'hint')).rejects.toThrow('already exists');
  });

  it('and leaves no draft where it fails', async () => {
    const folder = folderWith({ file: 'x' });
    await expect(writeWhole(join(folder, 'file/a'), 'x')).rejects.toThrow(
      'part of its path is a file',
    );
    const files = { a: 'x', 'a/b': 'x' };
    await expect(writeNewFolder(join(folder, 'new'), files, 'hint')).rejects.toThrow('written');
    expect(readdirSync(folder)).toEqual(['file']);
  });
});

describe('a mould folder', () => {
  it('is read back as it was written', async () => {
    const folder = join(folderWith(), 'rail');
    const text = readFileSync(join(demo, 'snippets/notice-rail.html'), 'utf8');
    const { mould } = importSnippet([{ name: 'notice-rail.html', text }]);
    const written = { ...mould, files: { ...mould.files, 'assets/a.bin': Uint8Array.of(0, 255) } };
    await writeMould(folder, written);
    const { mould: read, findings } = await readMould(folder);
    expect(findings).toEqual([]);
    const { files, ...texts } = read;
    const { files: _, ...expected } = mould;
    expect(texts).toEqual(expected);
    expect(Object.keys(files)).toEqual(['assets/a.bin', 'snippet/notice-rail.html']);
    expect([...(files['assets/a.bin'] as Uint8Array)]).toEqual([0, 255]);
  });

  it('may leave out style and script, and hold hidden files that are none of ours', async () => {
    const folder = folderWith({
      'mould.json': '{ "format": 1, "name": "a", "version": "1.0.0", "fields": {} }',
      'template.html': '<p>a</p>',
      '.DS_Store': 'x',
    });
    const { mould } = await readMould(folder);
    expect(mould).toMatchObject({ style: '', script: '', files: {} });
  });
});

describe('a folder is written anew', () => {
  it('whole or not at all', async () => {
    const folder = join(folderWith(), 'm');
    await writeNewFolder(folder, { a: '1', 'old/b': '2' }, '');
    // `a` cannot be a file and a folder.
    await expect(rewriteFolder(folder, { a: '3', 'a/c': '4' }, ['old'], always)).rejects.toThrow(
      Refusal,
    );
    expect(readdirSync(join(folder, '..'))).toEqual(['m']);
    expect(readFileSync(join(folder, 'a'), 'utf8')).toBe('1');
    expect(readFileSync(join(folder, 'old/b'), 'utf8')).toBe('2');
    await rewriteFolder(folder, { a: '3' }, ['old'], always);
    expect(readdirSync(folder)).toEqual(['a']);
  });
});

describe('where others write at the same time', () => {
  const mouldOf = (word: string) =>
    importSnippet([
      {
        name: 'a.html',
        text: `<p class="${word}">a</p><style>.${word} { color: red }</style><script>/* ${word} */</script>`,
      },
    ]).mould;

  it('a mould is read in one state or the other, and never in half of each', async () => {
    const folder = join(folderWith(), 'm');
    const states = [mouldOf('early'), mouldOf('late')] as const;
    await writeMould(folder, states[0]);
    let isOver = false;
    const writing = (async () => {
      for (let at = 1; !isOver; at += 1) await rewriteMould(folder, states[at % 2] as Mould);
    })();
    const seen = new Set<string>();
    // On a busy machine many reads may fall into one state.
    for (let at = 0; at < 60 || (seen.size < 2 && at < 3000); at += 1) {
      const { mould } = await readMould(folder).catch((error: Refusal) => {
        expect(error.message).toContain('kept changing while it was being read');
        return { mould: undefined };
      });
      if (!mould) continue;
      const words = [mould.template, mould.style, mould.script].map(
        (text) => /early|late/.exec(text)?.[0],
      );
      expect(new Set(words).size).toBe(1);
      seen.add(words.join());
    }
    isOver = true;
    await writing;
    expect(seen.size).toBe(2);
  });

  it('what never comes to rest is refused', async () => {
    let state = 0;
    const stamp = async () => String(++state);
    await expect(readSteadily('a.html', stamp, async () => 'half')).rejects.toThrow(
      'a.html kept changing while it was being read.',
    );
    expect(state).toBe(10);
  });

  it.each([
    ['another text', 'template.html', '<p>Saved by hand</p>'],
    ['a file more', 'assets/new.svg', '<svg/>'],
  ])('nothing is written over %s', async (_, path, text) => {
    const folder = join(folderWith(), 'm');
    await writeMould(folder, { ...mouldOf('early'), files: { 'assets/a.txt': textBytes('a') } });
    const { mould } = await readMould(folder);
    writeFileSync(join(folder, path), text);
    const after = { ...mould, style: '' };
    for (const write of [saveMould, rewriteMould]) {
      await expect(write(folder, after, mould)).rejects.toThrow(
        `${join(folder, path)} was changed by another program`,
      );
    }
    expect(readFileSync(join(folder, path), 'utf8')).toBe(text);
    expect(readdirSync(join(folder, '..'))).toEqual(['m']);
    await saveMould(folder, after, (await readMould(folder)).mould);
    expect(existsSync(join(folder, 'style.css'))).toBe(false);
  });
});

describe('bytes are read as a browser reads them', () => {
  it.each<[name: string, bytes: number[], text: string]>([
    ['UTF-8', [0xc3, 0xa9], 'é'],
    ['UTF-8 with a mark', [0xef, 0xbb, 0xbf, 0x61], 'a'],
    ['UTF-16, low end first', [0xff, 0xfe, 0x61, 0x00], 'a'],
    ['UTF-16, high end first', [0xfe, 0xff, 0x00, 0x61], 'a'],
    ['windows-1252', [0x93, 0xe9], '“é'],
  ])('%s', (_, bytes, text) => expect(decode('f', Uint8Array.from(bytes)).text).toBe(text));
});

describe('a browser is found', () => {
  const programs = (...names: string[]): string => {
    const folder = folderWith();
    for (const name of names) {
      writeFileSync(join(folder, name), '');
      chmodSync(join(folder, name), 0o755);
    }
    return folder;
  };

  it('by the variable first', () => {
    const env = { KEEN_MOULD_BROWSER: '/opt/mine', PATH: programs('chromium') };
    expect(findBrowser({ env, platform: 'linux' })).toBe('/opt/mine');
  });

  it('on the path, Chromium before Chrome before Edge', () => {
    const [edge, chromium] = [programs('microsoft-edge', 'google-chrome'), programs('chromium')];
    const find = (...folders: string[]) =>
      findBrowser({ env: { PATH: folders.join(delimiter) }, platform: 'linux' });
    expect(find(edge, chromium)).toBe(join(chromium, 'chromium'));
    expect(find(edge)).toBe(join(edge, 'google-chrome'));
    expect(find(programs('firefox'))).toBeUndefined();
  });

  it('never as a file that cannot be run', () => {
    const folder = folderWith({ chromium: '' });
    expect(existsSync(join(folder, 'chromium'))).toBe(true);
    expect(findBrowser({ env: { PATH: folder }, platform: 'linux' })).toBeUndefined();
  });
});
