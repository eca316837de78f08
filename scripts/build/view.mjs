// The page of the preview.
import { build } from 'esbuild';
import { root } from './root.mjs';

/** The elements are files of their own, which the page has from beside it. */
const elementsBeside = {
  name: 'elements-beside',
  setup({ onResolve }) {
    onResolve({ filter: /\/elements\/index\.ts$/ }, () => ({
      path: './ui/index.js',
      external: true,
    }));
  },
};

/** Writes dist/view/app. */
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
    plugins: [elementsBeside],
  });
}
