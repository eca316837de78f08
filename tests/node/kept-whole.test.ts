import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  symlinkSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { compareVersions, versionPattern } from '../../src/core/model/version.ts';
import { packMould } from '../../src/core/pack/pack-mould.ts';
import { unpackMould } from '../../src/core/pack/unpack-mould.ts';
import { firstUnsafe, safeName } from '../../src/core/text/safe-path.ts';
import { alone, draftBeside, movesFile } from '../../src/node/files/drafts.ts';
import { readMould, saveMould, writeMould } from '../../src/node/files/mould-folder.ts';
import { decode } from '../../src/node/files/read-text.ts';
import { localFilesOf, pageOf } from '../../src/node/files/snippet-folder.ts';
import { openRack } from '../../src/node/rack/rack.ts';
import { folderWith } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';

/** A draft of a program that is gone. */
const deadDraft = (path: string, part: 'new' | 'old') =>
  draftBeside(path, part).replace(`.${process.pid}.`, '.4194303.');
const codes = (findings: readonly { readonly code: string }[]) => findings.map(({ code }) => code);

describe('a command that is ended in the midst', () => {
  it('of two renames leaves a folder that the next one puts back', async () => {
    const home = folderWith();
    const folder = join(home, 'board');
    await writeMould(folder, mouldOf({ template: '<p>as it was</p>' }));
    const draft = deadDraft(folder, 'new');
    mkdirSync(draft);
    writeFileSync(join(draft, 'template.html'), 'half');
    renameSync(folder, deadDraft(folder, 'old'));
    const { mould, findings } = await readMould(folder);
    expect(mould.template).toBe('<p>as it was</p>');
    expect(codes(findings)).toContain('mould/restored');
    expect(readdirSync(home)).toEqual(['board']);
    expect(codes((await readMould(folder)).findings)).toEqual([]);
  });

  it('of moving files one by one leaves each of them as it was', async () => {
    const folder = join(folderWith(), 'board');
    await writeMould(folder, mouldOf({ template: '<p>was</p>', style: 'p {}' }));
    const draft = deadDraft(join(folder, 'draft'), 'new');
    for (const part of ['new', 'old']) mkdirSync(join(draft, part), { recursive: true });
    const moves = { over: ['template.html', 'style.css'], fresh: ['script.js', 'never.txt'] };
    writeFileSync(join(draft, movesFile), JSON.stringify(moves));
    renameSync(join(folder, 'template.html'), join(draft, 'old/template.html'));
    writeFileSync(join(folder, 'template.html'), '<p>new</p>');
    writeFileSync(join(folder, 'script.js'), 'new');
    writeFileSync(join(draft, 'new/never.txt'), 'x');
    const { mould, findings } = await readMould(folder);
    expect(mould).toMatchObject({ template: '<p>was</p>', style: 'p {}', script: '' });
    expect(codes(findings)).toContain('mould/restored');
    expect(readdirSync(folder).sort()).toEqual(['mould.json', 'style.css', 'template.html']);
  });

  it('leaves drafts that are swept, but none that are being written', async () => {
    const home = folderWith();
    const folder = join(home, 'board');
    await writeMould(folder, mouldOf({}));
    const own = draftBeside(folder);
    for (const path of [own, deadDraft(folder, 'new'), deadDraft(folder, 'old')]) mkdirSync(path);
    await readMould(folder);
    expect(readdirSync(home).filter((name) => name !== 'board')).toEqual([own.split('/').at(-1)]);
    const long = new Date(Date.now() - 3_600_000);
    utimesSync(own, long, long);
    expect(existsSync(own)).toBe(true);
  });

  it('leaves a lock that keeps nobody out', async () => {
    const folder = join(folderWith(), 'board');
    writeFileSync(join(folder, '../.board.lock'), '4194303');
    expect(await alone(folder, async () => 'done')).toBe('done');
  });
});

it('of several that save at once each is in, or says that it is not', {
  timeout: 60_000,
}, async () => {
  const folder = join(folderWith(), 'board');
  await writeMould(folder, mouldOf({ template: '<p></p>' }));
  const saves = Array.from({ length: 12 }, async (_, at) => {
    const { mould } = await readMould(folder);
    const mine = `<!--${at}-->`;
    const done = await saveMould(folder, { ...mould, template: mould.template + mine }, mould).then(
      () => true,
      (error) => {
        expect(error.message).toMatch(/changed|is being/);
        return false;
      },
    );
    return done ? mine : undefined;
  });
  const done = (await Promise.all(saves)).filter((one) => one !== undefined);
  const { template } = (await readMould(folder)).mould;
  expect(done.length).toBeGreaterThan(0);
  for (const mine of done) expect(template).toContain(mine);
});

describe('links', () => {
  it('within a mould are files of it, and those that lead out are told of', async () => {
    const folder = join(folderWith({ 'secret.svg': '<svg/>' }, ['more']), 'board');
    await writeMould(folder, mouldOf({ files: { 'assets/a.svg': '<svg id="a"/>' } }));
    symlinkSync('a.svg', join(folder, 'assets/b.svg'));
    symlinkSync('../../secret.svg', join(folder, 'assets/c.svg'));
    symlinkSync('../more', join(folder, 'more'));
    symlinkSync('gone.svg', join(folder, 'assets/d.svg'));
    const { mould, findings } = await readMould(folder);
    expect(Object.keys(unpackMould(packMould(mould)).files)).toEqual([
      'assets/a.svg',
      'assets/b.svg',
    ]);
    const out = findings.filter(({ code }) => code === 'mould/link-out').map(({ file }) => file);
    expect(out.sort()).toEqual(['assets/c.svg', 'assets/d.svg', 'more']);
  });

  it('in a folder that is imported are followed as far as it', async () => {
    const home = folderWith({ 'secret.txt': 'secret', 'site/a.svg': '<svg/>' }, ['site']);
    symlinkSync('../secret.txt', join(home, 'site/b.svg'));
    symlinkSync('a.svg', join(home, 'site/c.svg'));
    const said: string[] = [];
    const local = localFilesOf(join(home, 'site'), ({ message }) => said.push(message));
    expect(local('b.svg')).toBeUndefined();
    expect(local('c.svg')?.text).toBe('<svg/>');
    expect(local('none.svg')).toBeUndefined();
    expect(said).toEqual([expect.stringContaining('b.svg is a symbolic link that leads out')]);
    symlinkSync('../secret.txt', join(home, 'site/index.html'));
    await expect(pageOf(join(home, 'site'))).rejects.toThrow('leads out');
  });
});

describe('names', () => {
  const odd = [
    'a?b.svg',
    'a:b.svg',
    'dots...',
    'CON.svg',
    'nul',
    'a|b',
    '..',
    '.hidden',
    'x'.repeat(300),
    'trail ',
  ];
  it.each(odd)('%j becomes one that every system takes', (name) => {
    expect(firstUnsafe([safeName(name)])).toBeUndefined();
    expect(safeName(safeName(name))).toBe(safeName(name));
  });

  it('of what is imported are safe, and no twins', () => {
    const files = ['a?.svg', 'A?.svg', 'Tram.svg', 'tram.svg', 'con.svg'];
    const text = files.map((name) => `<img src="${encodeURIComponent(name)}" alt="">`).join('');
    const local = (path: string) =>
      files.includes(path) ? { bytes: new TextEncoder().encode(path), text: undefined } : undefined;
    const pieces = [
      { name: 'Page?.html', text },
      { name: 'page?.html', text: '<p>x</p>' },
    ];
    const { mould } = importSnippet(pieces, { local, name: 'names' });
    const paths = Object.keys(mould.files);
    expect(paths).toHaveLength(files.length + 2);
    expect(firstUnsafe(paths)).toBeUndefined();
    expect(unpackMould(packMould(mould)).template).toBe(mould.template);
    expect(mould.template).not.toContain('%3F');
  });

  it.each(['a?.svg', 'assets/../../x', 'assets/nul.svg', 'assets/a.'])(
    'that cannot be unpacked are not packed: %s',
    (path) => {
      expect(() => packMould(mouldOf({ files: { [path]: 'x' } }))).toThrow('was not packed');
    },
  );

  it('a file that is all but nothing is packed and opened', () => {
    const silence = new Uint8Array(8_000_000);
    const { files } = unpackMould(packMould(mouldOf({ files: { 'assets/silence.wav': silence } })));
    expect(files['assets/silence.wav']).toHaveLength(8_000_000);
  });
});

describe('versions', () => {
  const order = [
    '1.0.0-alpha',
    '1.0.0-alpha.1',
    '1.0.0-alpha.beta',
    '1.0.0-beta',
    '1.0.0-beta.2',
    '1.0.0-beta.11',
    '1.0.0-rc.1',
    '1.0.0',
    '1.2.0',
    '1.10.0',
    '2.0.0',
  ];
  it('are those of Semantic Versioning, in its order', () => {
    expect([...order].reverse().sort(compareVersions)).toEqual(order);
    const isVersion = new RegExp(versionPattern);
    expect(order.filter((one) => !isVersion.test(one))).toEqual([]);
    const none = [
      '1.0',
      '01.0.0',
      '1.0.0-',
      '1.0.0/../../x',
      '1.0.0 ',
      '1.0.0-a..b',
      '',
      'v1.0.0',
      '1.0.0\n',
    ];
    expect(none.filter((one) => isVersion.test(one))).toEqual([]);
  });

  it('before a release are kept, and a version is no path', async () => {
    const rack = openRack(join(folderWith(), 'rack'));
    const at = (version: string, name = 'board'): Mould => {
      const mould = mouldOf({});
      const manifest = { ...mould.manifest, version, name };
      return { ...mould, manifest, manifestText: JSON.stringify(manifest) };
    };
    await rack.add(at('1.0.0-beta.2'));
    await rack.add(at('1.0.0-beta.10'));
    expect((await rack.take('board')).manifest.version).toBe('1.0.0-beta.10');
    await rack.add(at('1.0.0'));
    expect((await rack.take('board')).manifest.version).toBe('1.0.0');
    await expect(rack.add(at('1.0.0/../../../x'))).rejects.toThrow('must be a version');
    await expect(rack.add(at('1.0.0', '../x'))).rejects.toThrow('must start with a letter');
    expect(readdirSync(join(rack.folder, '..'))).toEqual(['rack']);
  });
});

describe('text', () => {
  const bytesOf = (...parts: (string | readonly number[])[]) =>
    new Uint8Array(
      parts.flatMap((part) =>
        typeof part === 'string' ? [...new TextEncoder().encode(part)] : [...part],
      ),
    );
  it.each<[name: string, bytes: Uint8Array, text: string, told: string[]]>([
    [
      'as declared in a page',
      bytesOf('<meta charset="shift_jis"><p>', [0x93, 0x73, 0x93, 0x64]),
      '<meta charset="shift_jis"><p>都電',
      [],
    ],
    [
      'as declared in an older page',
      bytesOf('<meta http-equiv="Content-Type" content="text/html; charset=gb2312">', [0xb5, 0xe7]),
      '<meta http-equiv="Content-Type" content="text/html; charset=gb2312">电',
      [],
    ],
    [
      'as declared in a sheet',
      bytesOf('@charset "koi8-r"; a::before { content: "', [0xf4], '" }'),
      '@charset "koi8-r"; a::before { content: "Т" }',
      [],
    ],
    [
      'that hides in ASCII',
      bytesOf('<meta charset=iso-2022-jp>', [0x1b, 0x24, 0x42, 0x45, 0x54, 0x1b, 0x28, 0x42]),
      '<meta charset=iso-2022-jp>都',
      [],
    ],
    [
      'that is UTF-8 whatever it says',
      bytesOf('<meta charset="latin1">Zürich'),
      '<meta charset="latin1">Zürich',
      [],
    ],
    [
      'with one bad byte',
      bytesOf('Zürich – Köln', [0xff], '!'),
      'Zürich – Köln\ufffd!',
      ['call/broken-text'],
    ],
    [
      'that says nothing',
      bytesOf('Z', [0xfc], 'rich ', [0x93], 'x', [0x94]),
      'Zürich “x”',
      ['call/guessed-encoding'],
    ],
    [
      'with an unknown label',
      bytesOf('<meta charset="nonsense">Z', [0xfc]),
      '<meta charset="nonsense">Zü',
      ['call/guessed-encoding'],
    ],
    [
      'as windows-1252',
      bytesOf('<meta charset="windows-1252">', [0x80]),
      '<meta charset="windows-1252">€',
      [],
    ],
  ])('%s', (_, bytes, text, told) => {
    const read = decode('a.html', bytes);
    expect(read.text).toBe(text);
    expect(codes(read.findings)).toEqual(told);
    expect(read.bytes).toBe(bytes);
  });

  it('says where the first bad byte is', () => {
    const [found] = decode('a.css', bytesOf('äüö\n  ö', [0xe4], 'x')).findings;
    expect(found).toMatchObject({ file: 'a.css', line: 2, column: 4 });
  });
});

it('a page is not built with files from outside its folder', async () => {
  const { buildPages } = await import('../../src/node/pages/build-pages.ts');
  const home = folderWith({ 'secret.txt': 'secret', 'site/own.svg': '<svg/>' }, ['site']);
  await writeMould(
    join(home, 'site/board'),
    mouldOf({ fields: { it: { kind: 'image' } }, template: '<img src="{~it~}">' }),
  );
  symlinkSync('../secret.txt', join(home, 'site/link.svg'));
  const build = (src: string) => {
    const page = { format: 1, casts: [{ mould: 'board', values: { it: src } }] };
    writeFileSync(join(home, 'site/home.page.json'), JSON.stringify(page));
    const rack = openRack(join(home, 'rack'));
    return buildPages([join(home, 'site/home.page.json')], { out: join(home, 'out'), rack });
  };
  for (const src of [
    './../secret.txt',
    './link.svg',
    './own/../../secret.txt',
    './%2e%2e/secret.txt',
  ]) {
    const built = await build(src);
    expect(codes(built.findings)).toContain('page/outside');
    expect(built.pages).toEqual([]);
  }
  const built = await build('./own.svg');
  expect(built.findings).toEqual([]);
  expect(readFileSync(built.pages[0]?.file as string, 'utf8')).toContain('shared/own-');
});
