// The custom elements and the page of a frame, as a browser loads them: in a page they need no parser
// of HTML, and what only some fields use loads when the first of these is shown.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { build } from 'esbuild';
import { writeLicences } from './licences.mjs';
import { root } from './root.mjs';

/** The picker without the element that its package defines; the package exports nothing of it. */
const picker = 'vanilla-colorful/lib/entrypoints/hex.js';

/** Writes dist/ui. */
export async function makeUi() {
  rmSync(`${root}dist/ui`, { recursive: true, force: true });
  const { metafile } = await build({
    entryPoints: ['index', 'form', 'preview'].map((name) => `${root}src/elements/${name}.ts`),
    outdir: `${root}dist/ui`,
    bundle: true,
    splitting: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    charset: 'utf8',
    legalComments: 'none',
    metafile: true,
    conditions: ['in-page', 'source'],
    alias: { [picker]: `${root}node_modules/${picker}` },
  });
  writeLicences(`${root}dist/ui/LICENCES.txt`, metafile, 'Packages that are part of the elements.');
  const { hostedShell } = await import(
    new URL('../../dist/elements/preview/frame-shell.js', import.meta.url).href
  );
  mkdirSync(`${root}dist/ui`, { recursive: true });
  writeFileSync(`${root}dist/ui/frame.html`, hostedShell());
}
