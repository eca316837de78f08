// What it takes to start the command line, next to bare Node.js and to Node.js with the parsers that a
// check needs; each in a process of its own, one after the other in turns, medians.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { keep, short } from './keep.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const program = join(root, 'dist/bin/keen-mould.js');
const mould = join(root, 'demo/moulds/call-out');
const folder = mkdtempSync(join(tmpdir(), 'bench-start-'));
process.on('exit', () => rmSync(folder, { recursive: true, force: true }));

const from = (name) => JSON.stringify(import.meta.resolve(name));
const parsers = join(folder, 'parsers.mjs');
writeFileSync(
  parsers,
  ['parse5', 'css-tree', 'acorn'].map((name) => `import ${from(name)};\n`).join(''),
);

const ways = {
  node: ['-e', '0'],
  parsers: [parsers],
  version: [program, '--version'],
  help: [program, '--help'],
  check: [program, 'check', mould],
  cast: [program, 'cast', mould],
};
const times = Object.fromEntries(Object.keys(ways).map((name) => [name, []]));
for (let round = 0; round < 41; round += 1) {
  for (const [name, words] of Object.entries(ways)) {
    const start = performance.now();
    spawnSync(process.execPath, words);
    if (round > 0) times[name].push(performance.now() - start);
  }
}
const median = (all) => [...all].sort((a, b) => a - b)[all.length >> 1];
const ms = Object.fromEntries(Object.entries(times).map(([name, all]) => [name, median(all)]));
const results = {
  versionToNode: short(ms.version / ms.node),
  helpToNode: short(ms.help / ms.node),
  checkToParsers: short(ms.check / ms.parsers),
  castToParsers: short(ms.cast / ms.parsers),
  ms: Object.fromEntries(Object.entries(ms).map(([name, value]) => [name, Math.round(value)])),
};

keep('start', results);
