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
    const [, name] = /node_modules\/((?:@[^/]+\/)?[^/]+)/.exec(path) ?? [];
    return name && bytesInOutput > 500 ? [name] : [];
  });
  const bytes = gzipSync(outputFiles[0]?.contents ?? '', { level: 9 }).length;
  return { kB: bytes / 1000, packages: new Set(packages) };
}

const parsers = ['acorn', 'css-tree', 'parse5', 'ajv', 'culori'];

describe('what a program ships for one call, in kB gzipped, without the parsers it does not need', () => {
  it.each([
    ['sampleNames', 3, parsers],
    ['codeFrame', 1, parsers],
    ['packMould', 23, parsers],
    ['readPageFile', 18, parsers],
    ['inLanguage', 19, parsers],
    ['composePage', 66, ['acorn', 'css-tree', 'ajv', 'culori']],
    ['deliver', 166, ['acorn', 'ajv', 'culori']],
    ['importSnippet', 188, ['ajv', 'culori']],
    ['unpackMould', 31, parsers],
    ['checkValues', 200, ['acorn', 'culori']],
    ['compileMould', 301, ['culori']],
    ['checkMould', 343, []],
    ['bindSpots', 397, []],
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
    ['core/index.js', 496],
    ['elements/index.js', 560],
    ['page/place-cast.js', 167],
    ['generated/kit.js', 206],
    ['generated/runtime.js', 9],
  ])('%s: %i', async (path, most) => {
    const { kB } = await bundled(
      `import * as all from './dist/${path}'; globalThis.all = { ...all };`,
    );
    expect(kB).toBeLessThan(most);
  });
});
