import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, relative, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { describe, expect, it, onTestFinished } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { runtimeParts } from '../../src/core/compile/script/runtime-parts.ts';
import { wording } from '../../src/core/problem/wording.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
const read = (path: string) => readFileSync(join(root, path), 'utf8');
const list = (folder: string, ending: string) =>
  readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((path) => path.endsWith(ending))
    .map((path) => join(folder, path));
const sources = list('src', '.ts').filter((path) => !path.startsWith('src/generated/'));

/** Where an import leads; what has variants is named with a hash, in package.json. */
const { imports: variants } = JSON.parse(read('package.json'));
const targetOf = (file: string, to: string) =>
  to.startsWith('#') ? join(root, variants[to].source) : resolve(dirname(file), to);

/** The rooms that everything in `author` stands on. */
const below = ['core/compile', 'core/model', 'core/problem', 'core/text'];

/** What a folder may import from, itself apart: the path of the data, one way. */
const mayImport: Readonly<Record<string, readonly string[]>> = {
  'core/text': ['core/problem'],
  'core/problem': ['core/text'],
  generated: [],
  'core/model': ['core/problem', 'core/text', 'generated'],
  'core/compile': ['core/model', 'core/problem', 'core/text', 'generated'],
  'core/author/sources': ['generated', ...below],
  'core/author/library': ['core/model', 'core/problem', 'core/text'],
  'core/author/snippet': ['core/author/sources', 'core/author/library', ...below],
  'core/author/check': ['core/author/sources', 'core/author/library', ...below],
  'core/author/needs': ['core/author/sources', ...below],
  'core/author/spots': ['core/author/sources', ...below],
  'core/author/ties': ['core/author/spots', ...below],
  'core/author/bind': ['core/author/ties', 'core/author/spots', 'core/author/snippet', ...below],
  'core/deliver': ['core/compile', 'core/model', 'core/problem', 'core/text', 'generated'],
  core: [
    'core/author',
    'core/compile',
    'core/compose',
    'core/deliver',
    'core/model',
    'core/pack',
    'core/problem',
  ],
  'core/compose': ['core/compile', 'core/deliver', 'core/model', 'core/problem', 'core/text'],
  'core/pack': ['core/model', 'core/problem', 'core/text'],
  'core/form': ['core/model', 'core/problem', 'core/text'],
  'core/preview': ['core/compile', 'core/deliver', 'core/model', 'core/problem', 'core/text'],
  runtime: [],
  facts: [],
  look: [],
  kit: ['core'],
  page: ['core'],
  server: ['core', 'generated'],
  elements: ['core', 'facts', 'generated', 'look', 'page'],
  view: ['core', 'elements'],
  node: ['core', 'facts', 'generated', 'look'],
  cli: ['core', 'generated', 'node'],
};

function roomOf(path: string): string {
  const parts = relative(join(root, 'src'), path).split('/');
  const rooms = [3, 2, 1].map((count) => parts.slice(0, count).join('/'));
  return rooms.find((one) => Object.hasOwn(mayImport, one)) ?? (parts[0] as string);
}

describe('the source', () => {
  it('imports one way only', () => {
    const wrong = sources.flatMap((path) => {
      const file = join(root, path);
      const room = roomOf(file);
      const imports = [...read(path).matchAll(/from '([.#][^']+)'/g)].map(([, to]) =>
        roomOf(targetOf(file, to as string)),
      );
      const allowed = [room, ...(mayImport[room] ?? [])];
      return imports
        .filter((to) => !allowed.some((one) => to === one || to.startsWith(`${one}/`)))
        .map((to) => `${path} imports ${to}`);
    });
    expect(wrong).toEqual([]);
  });

  it('is in small files, with lines that fit', () => {
    const long = sources.filter((path) => read(path).split('\n').length > 350);
    expect(long).toEqual([]);
    const rest = ['tests', 'bench', 'scripts', 'examples'].flatMap((folder) =>
      ['.ts', '.mjs', '.js', '.css'].flatMap((ending) => list(folder, ending)),
    );
    expect(rest.filter((path) => read(path).split('\n').length > 400)).toEqual([]);
  });

  it('has in its docs the figures that were measured', async () => {
    const { figuresWith } = await import(join(root, 'bench/tables.mjs'));
    const page = read('docs/figures.md');
    expect(figuresWith(page)).toBe(page);
  });

  it('takes nothing of a browser or of Node into the core: a slip does not compile', () => {
    const folder = join(root, '.cache/slip');
    mkdirSync(folder, { recursive: true });
    onTestFinished(() => rmSync(folder, { recursive: true }));
    const config = { extends: '../../src/core/tsconfig.json', include: ['slip.ts'] };
    writeFileSync(join(folder, 'tsconfig.json'), JSON.stringify(config));
    writeFileSync(
      join(folder, 'slip.ts'),
      'export const a = document;\nexport const b = process;\n',
    );
    const words = ['tsc', '--noEmit', '--rootDir', '.', '--project', '.cache/slip'];
    const { stdout } = spawnSync('npx', words, { cwd: root });
    expect(String(stdout)).toContain("slip.ts(1,18): error TS2584: Cannot find name 'document'");
    expect(String(stdout)).toContain("slip.ts(2,18): error TS2591: Cannot find name 'process'");
  });
});

describe('what ships', () => {
  it('to a page is small, whatever a mould needs of it', async () => {
    const { runtime } = await import('../../src/generated/runtime.ts');
    const { alone, ...parts } = runtime.parts;
    expect(alone.length).toBeLessThan(400);
    const all = runtimeParts.map((name) => parts[name]).join('');
    expect(gzipSync(all, { level: 9 }).length).toBeLessThan(8100);
  });

  it('is a kilobyte and a half for the middle one of the demo moulds', async () => {
    const { runtime } = await import('../../src/generated/runtime.ts');
    const parts: Readonly<Record<string, string>> = runtime.parts;
    const folder = join(root, 'demo/snippets');
    const sizes = readdirSync(folder).map((name) => {
      const path = join(folder, name);
      const files = statSync(path).isDirectory()
        ? readdirSync(path).map((file) => join(path, file))
        : [path];
      const pieces = files
        .filter((file) => /\.(?:html|css|js)$/.test(file))
        .map((file) => ({ name: basename(file), text: readFileSync(file, 'utf8') }));
      const { script } = compileMould(importSnippet(pieces, { folder: name }).mould).cast();
      const shipped = runtimeParts.filter((part) => script?.parts.includes(part));
      const text = shipped.map((part) => parts[part]).join('\n');
      return text === '' ? 0 : gzipSync(text, { level: 9 }).length;
    });
    sizes.sort((a, b) => a - b);
    expect(sizes[Math.floor(sizes.length / 2)]).toBeLessThan(1500);
  });
});

describe('the docs', () => {
  it('list every code, and no other', () => {
    const listed = [...read('docs/findings.md').matchAll(/^### `([^`]+)`/gm)].map(
      ([, code]) => code,
    );
    expect(listed.sort()).toEqual(Object.keys(wording).sort());
  });

  it('link only to what is there', () => {
    const pages = ['README.md', ...list('docs', '.md')];
    const broken = pages.flatMap((page) =>
      [...read(page).matchAll(/\]\((?!https?:|#)([^)#]+)/g)]
        .map(([, to]) => join(dirname(page), to as string))
        .filter((to) => spawnSync('test', ['-e', join(root, to)]).status !== 0),
    );
    expect(broken).toEqual([]);
  });

  it('show every screenshot in the README', () => {
    for (const path of list('docs/screenshots', '.png')) expect(read('README.md')).toContain(path);
  });
});
