// Makes a fresh clone ready to run: packages, the build, and a browser. Reports what it does, and
// skips what is done already.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const say = (line) => process.stderr.write(`${line}\n`);

/** Runs a program and shows its output; true if it succeeded. */
const run = (program, args, options = {}) =>
  spawnSync(program, args, {
    cwd: root,
    stdio: ['ignore', 2, 2],
    shell: process.platform === 'win32',
    ...options,
  }).status === 0;

const stop = (line) => {
  say(line);
  process.exit(2);
};

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  stop(`Keen Mould needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
}

const installed = `${root}node_modules/.package-lock.json`;
const isInstalled =
  existsSync(installed) &&
  statSync(installed).mtimeMs >= statSync(`${root}package-lock.json`).mtimeMs;
if (!isInstalled) {
  say('Installing packages …');
  if (!run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']))
    stop('The packages could not be installed; see the lines above.');
}

say('Building …');
if (!run(process.execPath, ['scripts/build.mjs'])) stop('The build failed; see the lines above.');

const { findBrowser } = await import('../dist/node/browser/find-browser.js');
if (!findBrowser() && !installFromDebian('chromium', 'fonts-liberation')) {
  stop(
    'No Chromium, Chrome or Edge was found and none could be installed here; ' +
      'install one, or name its program in the variable KEEN_MOULD_BROWSER.',
  );
}

// Tests open some thousand pages. Without the parts that draw a window that takes half the time.
if (process.argv.includes('--for-tests') && !/headless-shell/.test(findBrowser())) {
  installFromDebian('chromium-headless-shell');
}

/** Installs packages where that is possible without asking; says whether a browser is there then. */
function installFromDebian(...packages) {
  if (process.platform !== 'linux' || !existsSync('/usr/bin/apt-get')) return false;
  const isRoot = process.getuid() === 0;
  const quiet = { stdio: 'ignore' };
  if (!isRoot && !run('sudo', ['-n', 'true'], quiet)) return false;
  say(`Installing ${packages.join(' and ')} from Debian …`);
  const apt = (...args) =>
    isRoot
      ? run('apt-get', args, {
          ...quiet,
          env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
        })
      : run('sudo', ['-n', 'apt-get', ...args], quiet);
  apt('update', '-qq');
  apt('install', '-y', '-qq', '--no-install-recommends', ...packages);
  return findBrowser() !== undefined;
}
