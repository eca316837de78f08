import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { build } from 'esbuild';
import { describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** What a program would ship for some imports, minified, and the packages that are in it. */
async function bundled(contents: string) {
  const { outputFiles, metafile } = await build({
    stdin: { contents, resolveDir: root },
    bundle: true,
    minify: true,
    write: false,
    format: 'esm',
    target: 'es2022',
    metafile: true,
    logLevel: 'error',
  });
  const [out] = Object.values(metafile.outputs);
  const packages = Object.entries(out?.inputs ?? {}).flatMap(([path, { bytesInOutput }]) => {
    const [, file] = /dist\/packages\/(.+)\.js$/.exec(path) ?? [];
    return file && bytesInOutput > 500 ? parsers.filter((name) => file.startsWith(name)) : [];
  });
  const bytes = gzipSync(outputFiles[0]?.contents ?? '', { level: 9 }).length;
  return { kB: bytes / 1000, packages: new Set(packages) };
}

const parsers = ['acorn', 'css-tree', 'parse5', 'culori'];

describe('what a program ships for one call, in kB gzipped, without the parsers it does not need', () => {
  it.each([
    ['sampleNames', 3, parsers],
    ['codeFrame', 1, parsers],
    ['packMould', 23, parsers],
    ['readPageFile', 18, parsers],
    ['inLanguage', 20, parsers],
    ['composePage', 76, ['acorn', 'css-tree', 'culori']],
    ['deliver', 36, parsers],
    ['importSnippet', 152, ['culori']],
    ['unpackMould', 31, parsers],
    ['checkValues', 133, ['acorn', 'culori']],
    ['compileMould', 242, ['culori']],
    ['checkMould', 308, []],
    ['bindSpots', 342, []],
  ])('%s: %i', async (name, most, without) => {
    const { kB, packages } = await bundled(
      `import { ${name} } from './dist/core/index.js'; globalThis.it = ${name};`,
    );
    expect(kB).toBeLessThan(most);
    expect([...packages].filter((one) => without.includes(one))).toEqual([]);
  });
});

describe('each entry point, whole, in kB gzipped', () => {
  it.each([
    ['core/index.js', 480],
    ['page/place-cast.js', 37],
    ['generated/kit.js', 206],
    ['generated/runtime.js', 9.1],
  ])('%s: %i', async (path, most) => {
    const { kB } = await bundled(
      `import * as all from './dist/${path}'; globalThis.all = { ...all };`,
    );
    expect(kB).toBeLessThan(most);
  });
});

/** The bytes of a module of dist/ui and of all that it imports at once, in kB gzipped. */
function startOf(name: string, seen = new Set<string>()): number {
  if (seen.has(name)) return 0;
  seen.add(name);
  const text = readFileSync(`${root}dist/ui/${name}`);
  const next = [...String(text).matchAll(/(?:from|import)"\.\/([^"]+)"/g)];
  const own = gzipSync(text, { level: 9 }).length / 1000;
  return next.reduce((sum, [, path = '']) => sum + startOf(path, seen), own);
}

describe('what a page loads before an element shows anything, in kB gzipped', () => {
  it.each([
    ['form.js', 120],
    ['preview.js', 120],
  ])('%s: %i', (name, most) => {
    expect(startOf(name)).toBeLessThan(most);
  });
});
