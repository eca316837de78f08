// Fetches pages that were not written for this project, to measure casts on: those that packages
// ship to show their components, at pinned versions. `npm run isolation -- FOLDER` takes them.
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
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

const folder = resolve(
  process.argv[2] ?? fileURLToPath(new URL('../.cache/pages', import.meta.url)),
);
const pages = JSON.parse(readFileSync(new URL('foreign-pages.json', import.meta.url), 'utf8'));

/** What stands in for jQuery where a page loads it from elsewhere, by the name of the file. */
const jquery = {
  '1.12.4': ['jquery.min.js', 'jquery-1.10.0.min.js', 'jquery-1.12.0.min.js'],
  '2.2.4': ['jquery-2.0.3.min.js'],
  '3.7.1': [
    'jquery-3.1.1.min.js',
    'jquery-3.2.1.min.js',
    'jquery-3.5.0.min.js',
    'jquery-3.5.1.min.js',
    'jquery-3.7.1.js',
  ],
};

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

const found = [];
for (const [name, paths] of Object.entries(pages)) {
  const own = name.replace(/@[^@]*$/, '').replace(/\W+/g, '-');
  try {
    unpack(name, join(folder, own));
    found.push(
      ...paths.map((path) => `${own}/${path}`).filter((path) => existsSync(join(folder, path))),
    );
  } catch (error) {
    console.error(`${name} cannot be fetched: ${error.message.trim()}`);
  }
}
mkdirSync(join(folder, '.remote'), { recursive: true });
for (const [version, names] of Object.entries(jquery)) {
  const own = join(folder, '.remote', version);
  unpack(`jquery@${version}`, own);
  for (const name of names) cpSync(join(own, 'dist/jquery.min.js'), join(folder, '.remote', name));
}
writeFileSync(join(folder, 'pages.txt'), `${found.join('\n')}\n`);
console.log(`${found.length} pages of ${Object.keys(pages).length} packages are in ${folder}`);
