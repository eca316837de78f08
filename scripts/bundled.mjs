// Runs a measurement of tests/ from its TypeScript: bundled, with the packages left outside.
import { mkdirSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

/**
 * @param name of the folder in tests/
 * @returns what its run.ts exports
 */
export async function bundled(name) {
  const folder = `${root}node_modules/.cache`;
  const outfile = `${folder}/${name}.mjs`;
  const entry = `${root}tests/${name}/run.ts`;
  mkdirSync(folder, { recursive: true });
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    conditions: ['source'],
    // Files are read beside the source, not beside the bundle.
    define: { 'import.meta.url': JSON.stringify(pathToFileURL(entry).href) },
  });
  return { ...(await import(pathToFileURL(outfile).href)), outfile };
}
