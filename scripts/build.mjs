// Builds dist/: the code that ships to pages as text first, then all of TypeScript.
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

const { outputFiles } = await build({
  entryPoints: [`${root}src/runtime/start.ts`],
  bundle: true,
  minify: true,
  write: false,
  format: 'esm',
  target: 'es2020',
  charset: 'utf8',
});
// A module cannot stand inside a pasted script, so its one export becomes a function's result.
const body = outputFiles[0].text.trim().replace(/export\{(\w+) as start\};?$/, 'return $1');
writeFileSync(
  `${root}src/runtime/text.ts`,
  `// Made by scripts/build.mjs from start.ts.

/** The code that ships to pages, as text to give to \`deliver\`. */
export const runtime = {
  /** An expression for a function of a cast's id, its values and its script. */
  start: ${JSON.stringify(`(()=>{${body}})()`)},
};
`,
);

const tsc = createRequire(import.meta.url)
  .resolve('typescript/package.json')
  .replace(/package\.json$/, 'bin/tsc');
const { status } = spawnSync(process.execPath, [tsc, '--build', `${root}src/cli`], {
  stdio: 'inherit',
});
process.exit(status ?? 1);
