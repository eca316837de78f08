// Scores how well fields are found, in the snippets of tests/spots/cases or in a folder like it.
import { mkdirSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));
const outfile = `${root}node_modules/.cache/spots.mjs`;
mkdirSync(`${root}node_modules/.cache`, { recursive: true });
await build({
  entryPoints: [`${root}tests/spots/run.ts`],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  conditions: ['source'],
  // The snippets are read where they lie, not where the bundle does.
  define: { 'import.meta.url': JSON.stringify(pathToFileURL(`${root}tests/spots/run.ts`).href) },
});
const { run } = await import(pathToFileURL(outfile).href);
process.exitCode = run(process.argv.slice(2), `${root}docs/spots.md`);
