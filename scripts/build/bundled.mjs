// The entry points for Node.js and other servers in few files: a thousand small ones take a second
// to open, and nothing in them has to be resolved again by whatever bundles a server.
import { readFileSync, rmSync } from 'node:fs';
import { build } from 'esbuild';
import { root } from './root.mjs';

/** Writes dist/bundled from the modules of dist/. */
export async function makeBundled() {
  rmSync(`${root}dist/bundled`, { recursive: true, force: true });
  const { peerDependencies, dependencies } = JSON.parse(
    readFileSync(`${root}package.json`, 'utf8'),
  );
  await build({
    entryPoints: {
      index: `${root}dist/server/index.js`,
      kit: `${root}dist/server/kit.js`,
      elements: `${root}dist/server/elements.js`,
      node: `${root}dist/node/index.js`,
      worker: `${root}dist/node/workers/worker.js`,
    },
    outdir: `${root}dist/bundled`,
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    charset: 'utf8',
    legalComments: 'none',
    // A chunk that holds nothing that is asked of it is left out, as it should be.
    logOverride: { 'ignored-bare-import': 'silent' },
    sourcemap: true,
    sourcesContent: false,
    // Half as much to load, in lines that a person can still be shown.
    minifyWhitespace: true,
    minifySyntax: true,
    lineLimit: 160,
    // The kit is large, and a file of its own already.
    external: [...Object.keys({ ...peerDependencies, ...dependencies }), '../generated/kit.js'],
  });
}
