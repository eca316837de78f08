// Measures how well casts are kept apart from their hosts: of the demo, or of a folder of pages.
import { mkdirSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));
const outfile = `${root}node_modules/.cache/isolation.mjs`;
mkdirSync(`${root}node_modules/.cache`, { recursive: true });
await build({
  entryPoints: [`${root}tests/isolation/run.ts`],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  conditions: ['source'],
});
const { run } = await import(pathToFileURL(outfile).href);
process.exitCode = await run(process.argv.slice(2));
