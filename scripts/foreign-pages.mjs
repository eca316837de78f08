// Fetches pages that were not written for this project, to measure casts on: those that packages
// ship to show their components, at pinned versions, in rounds. `npm run isolation -- FOLDER` takes them.
import { spawnSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

const folder = resolve(
  process.argv[2] ?? fileURLToPath(new URL('../.cache/pages', import.meta.url)),
);
const { standIns, rounds } = JSON.parse(
  readFileSync(new URL('foreign-pages.json', import.meta.url), 'utf8'),
);
const asked = process.argv.slice(3);

function run(command, words, cwd) {
  const { status, stdout, stderr } = spawnSync(command, words, { cwd, encoding: 'utf8' });
  if (status !== 0) throw new Error(`${command} ${words.join(' ')}: ${stderr}`);
  return stdout;
}

/** Unpacks a package into a folder of its own, whatever its archive calls the one inside. */
function unpack(name, to) {
  if (existsSync(join(to, 'package.json'))) return;
  const box = `${to}.part`;
  rmSync(box, { recursive: true, force: true });
  mkdirSync(box, { recursive: true });
  run('npm', ['pack', '--silent', name], box);
  const archive = readdirSync(box).find((one) => one.endsWith('.tgz'));
  run('tar', ['-xzf', archive], box);
  rmSync(join(box, archive));
  cpSync(join(box, readdirSync(box)[0]), to, { recursive: true });
  rmSync(box, { recursive: true });
}

/** Puts the files that a page asks for from elsewhere where the measurement looks for them. */
function bringFar(page, to) {
  const addresses = page.matchAll(/(?:src|href)\s*=\s*["']?((?:https?:)?\/\/[^"' >]+)/g);
  for (const [, address] of addresses) {
    const { pathname } = new URL(address, 'http://far.localhost');
    const [, name, file] =
      standIns.find(([pattern]) => new RegExp(pattern, 'i').test(pathname)) ?? [];
    if (!name) continue;
    const own = join(to, '.packages', name);
    unpack(name, own);
    mkdirSync(join(to, dirname(pathname)), { recursive: true });
    cpSync(join(own, file), join(to, pathname));
  }
}

for (const round of asked.length > 0 ? asked : Object.keys(rounds)) {
  const found = [];
  const to = join(folder, round);
  for (const [name, paths] of Object.entries(rounds[round])) {
    const own = name.replace(/@[^@]*$/, '').replace(/\W+/g, '-');
    try {
      unpack(name, join(to, own));
      for (const path of paths.map((one) => `${own}/${one}`)) {
        if (!existsSync(join(to, path))) continue;
        bringFar(readFileSync(join(to, path), 'latin1'), join(to, '.remote'));
        found.push(path);
      }
    } catch (error) {
      console.error(`${name} cannot be fetched: ${error.message.trim()}`);
    }
  }
  writeFileSync(join(to, 'pages.txt'), `${found.join('\n')}\n`);
  console.log(`Round ${round}: ${found.length} pages are in ${to}`);
}
