// The page of the preview.
import { build } from 'esbuild';
import { root } from './root.mjs';

/** Writes dist/view/app: files of its own, so that what only some fields need loads when they do. */
export async function makeView() {
  await build({
    entryPoints: [`${root}src/view/main.ts`],
    outdir: `${root}dist/view/app`,
    bundle: true,
    splitting: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    charset: 'utf8',
    legalComments: 'none',
    conditions: ['source'],
  });
}
