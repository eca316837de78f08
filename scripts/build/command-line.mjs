// The command line in few files, packages and all: a thousand small ones take a second to open.
import { readFileSync, rmSync } from 'node:fs';
import { build } from 'esbuild';
import { writeLicences } from './licences.mjs';
import { root } from './root.mjs';

/** The kit is large, and a file of its own already. */
const kitBeside = {
  name: 'kit-beside',
  setup({ onResolve }) {
    onResolve({ filter: /\/generated\/kit\.ts$/ }, () => ({
      path: '../generated/kit.js',
      external: true,
    }));
  },
};

/** Writes dist/bin, with the licences of the packages in it. */
export async function makeCommandLine() {
  rmSync(`${root}dist/bin`, { recursive: true, force: true });
  const { peerDependencies } = JSON.parse(readFileSync(`${root}package.json`, 'utf8'));
  const { metafile } = await build({
    entryPoints: { 'keen-mould': `${root}src/cli/bin.ts` },
    outdir: `${root}dist/bin`,
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    charset: 'utf8',
    legalComments: 'none',
    metafile: true,
    mainFields: ['module', 'main'],
    conditions: ['source'],
    // Half as much to read at each start, in lines that a person can still be shown.
    minifyWhitespace: true,
    minifySyntax: true,
    lineLimit: 160,
    // What is only read as a file, or is there only where somebody wants it, stays a package.
    external: [...Object.keys(peerDependencies), 'tinypool'],
    plugins: [kitBeside],
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
  });
  writeLicences(
    `${root}dist/bin/LICENCES.txt`,
    metafile,
    'Packages that are part of the command line.',
  );
}
