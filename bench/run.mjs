// Runs the benches named, by default all, one after the other, and sets the figures into the docs.
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const all = [
  'start',
  'cast',
  'import',
  'spots',
  'growth',
  'pages',
  'preview',
  'workbench',
  'proof',
];
const asked = process.argv.slice(2);
for (const name of [...(asked.length > 0 ? asked : all), 'tables']) {
  const path = fileURLToPath(new URL(`${name}.mjs`, import.meta.url));
  const { status } = spawnSync(process.execPath, [path], { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
}
