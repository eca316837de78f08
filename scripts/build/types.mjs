// All of TypeScript, to dist/.
import { spawnSync } from 'node:child_process';
import { createRequire } from 'node:module';
import { root } from './root.mjs';

/** The projects that all others are references of. */
const projects = ['cli', 'page', 'elements', 'kit', 'view', 'server'];

/** Compiles and declares; ends the process where that fails. */
export function compileTypes() {
  const tsc = createRequire(import.meta.url)
    .resolve('typescript/package.json')
    .replace(/package\.json$/, 'bin/tsc');
  const paths = projects.map((name) => `${root}src/${name}`);
  const { status } = spawnSync(process.execPath, [tsc, '--build', ...paths], { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
}
