import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build as bundle } from 'esbuild';
import sirv from 'sirv';
import { build } from 'vite';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { withBrowser } from '../support/browser.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
const project = mkdtempSync(join(tmpdir(), 'keen-mould-project-'));
const packed = join(project, 'node_modules/keen-mould');
const manifest = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));

const run = (program: string, ...words: readonly string[]) => {
  const { status, stdout, stderr } = spawnSync(program, words, { cwd: project, encoding: 'utf8' });
  return { status, said: `${stdout}${stderr}` };
};
let tarball = '';
const write = (name: string, text: string) => writeFile(join(project, name), text);

beforeAll(async () => {
  await write('package.json', '{ "type": "module", "private": true }');
  const { stdout } = spawnSync('npm', ['pack', '--json', `--pack-destination=${project}`], {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 1e8,
    env: { ...process.env, npm_config_ignore_scripts: 'true' },
  });
  const [{ filename }] = JSON.parse(stdout);
  tarball = join(project, filename);
  const quiet = ['--no-audit', '--no-fund', '--prefer-offline'];
  const { status, said } = run('npm', 'install', ...quiet, tarball);
  if (status !== 0) throw new Error(`The package could not be installed: ${said}`);
  await write(
    'cast.ts',
    `import { type CastFile, compileMould, deliver, importSnippet, Refusal } from 'keen-mould';
import { runtime } from 'keen-mould/runtime';
import { kit } from 'keen-mould/kit';
import type { KeenMouldElements, KmFormElement } from 'keen-mould/elements';
import 'keen-mould/form';
import 'keen-mould/preview';
const form: KmFormElement | null = document.querySelector('km-form');
form?.addEventListener('km-change', ({ detail }) => { form.values = detail.values; });
const preview = document.createElement('km-preview');
preview.settings = { widths: [360] };
export const widths: readonly number[] = preview.settings.widths;
export const inJsx: KeenMouldElements['km-form'] = { readOnly: true, 'onkm-point': ({ detail }) => detail.path };
// @ts-expect-error: what it extends is nobody's business.
form?.requestUpdate();
const { mould } = importSnippet([{ name: 'a.html', text: '<p class="a">Depot Gate</p>' }]);
const file: CastFile = { id: 'a', values: {} };
export const html: string = deliver(compileMould(mould).cast(file), { form: 'block', runtime, kit }).parts.html ?? '';
export const isRefusal = (error: unknown): error is Refusal => error instanceof Refusal;
// @ts-expect-error: there is no such form.
deliver(compileMould(mould).cast(file), { form: 'scroll' });
`,
  );
}, 120_000);
const server = createServer(sirv(project, { dev: true }));
const { browser } = withBrowser();
let address = '';
beforeAll(async () => {
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.close();
  rmSync(project, { recursive: true, force: true });
});

describe('the package, installed in an empty project', () => {
  it('holds what is run and read, and nothing that was only used to make it', () => {
    const files = readdirSync(packed, { recursive: true, encoding: 'utf8' });
    const top = new Set(files.map((path) => path.split('/')[0]));
    expect([...top].sort()).toEqual(
      ['CHANGELOG.md', 'LICENSE', 'README.md', 'demo', 'dist', 'docs', 'package.json'].sort(),
    );
    expect(files.filter((path) => /tsbuildinfo|\.test\.|\.png$/.test(path))).toEqual([]);
  });

  it('runs nothing when it is installed, nor does anything it needs', () => {
    const lock = JSON.parse(readFileSync(join(project, 'package-lock.json'), 'utf8'));
    const packages: [string, { hasInstallScript?: boolean }][] = Object.entries(lock.packages);
    expect(packages.length).toBeLessThanOrEqual(40);
    expect(packages.filter(([, one]) => one.hasInstallScript)).toEqual([]);
  });

  it('takes less than 15 MB, with all that it needs', () => {
    const files = readdirSync(join(project, 'node_modules'), { recursive: true, encoding: 'utf8' });
    const sizes = files.map((path) => statSync(join(project, 'node_modules', path)));
    const bytes = sizes.reduce((sum, one) => sum + (one.isFile() ? one.size : 0), 0);
    expect(bytes / 1e6).toBeLessThan(15);
  });

  it('is imported by Node.js, and its command runs', async () => {
    await write(
      'run.mjs',
      `import { importSnippet } from 'keen-mould';
import { readMould } from 'keen-mould/node';
const { mould } = importSnippet([{ name: 'a.html', text: '<p>Mill</p>' }]);
console.log(mould.template, typeof readMould);`,
    );
    expect(run(process.execPath, 'run.mjs')).toEqual({
      status: 0,
      said: '<p>Mill</p>\n function\n',
    });
    const command = join(packed, manifest.bin['keen-mould']);
    expect(run(process.execPath, command, '--version').said).toBe(`${manifest.version}\n`);
    const made = run(process.execPath, command, 'check', join(packed, 'demo/moulds/call-out'));
    expect(made.said).toContain('nothing found');
    expect(run(process.execPath, command, 'proof', join(packed, 'demo/moulds/call-out'))).toEqual({
      status: 2,
      said: expect.stringContaining('playwright-core'),
    });
  });

  it.each([
    ['bundler', 'esnext'],
    ['node16', 'node16'],
  ])('has types that are right under strict, with moduleResolution %s', async (how, module) => {
    const compilerOptions = {
      strict: true,
      noEmit: true,
      module,
      moduleResolution: how,
      target: 'es2022',
      lib: ['es2023', 'dom'],
      types: [],
      exactOptionalPropertyTypes: true,
    };
    await write('tsconfig.json', JSON.stringify({ compilerOptions, files: ['cast.ts'] }));
    const tsc = join(root, 'node_modules/typescript/bin/tsc');
    expect(run(process.execPath, tsc, '-p', '.')).toEqual({ status: 0, said: '' });
  });

  it('gives each way of resolving the types of what it runs', () => {
    const attw = join(root, 'node_modules/@arethetypeswrong/cli/dist/index.js');
    expect(
      run(
        process.execPath,
        attw,
        tarball,
        '--profile',
        'esm-only',
        '--exclude-entrypoints',
        'frame.html',
      ),
    ).toEqual({
      status: 0,
      said: expect.stringContaining('keen-mould/runtime'),
    });
  });

  it.each(['esbuild', 'Vite'])(
    'is bundled for a server by %s, without settings',
    async (bundler) => {
      const out = join(project, `server-${bundler}.mjs`);
      const entry = join(project, 'server.mjs');
      await writeFile(
        entry,
        `import { bindSpots, checkMould, deliver, compileMould, importSnippet } from 'keen-mould';
import { readMould } from 'keen-mould/node';
import 'keen-mould/elements';
const { mould } = importSnippet('<style>.a { color: red }</style><h2 class="a">Mill</h2>');
const bound = bindSpots(mould, 'recommended').mould;
console.log(checkMould(bound).some(({ level }) => level === 'error'), typeof readMould, deliver(compileMould(bound).cast(), { form: 'block' }).parts.html.includes('Mill'));`,
      );
      if (bundler === 'esbuild') {
        await bundle({
          entryPoints: [entry],
          outfile: out,
          bundle: true,
          platform: 'node',
          format: 'esm',
        });
      } else {
        const input = { [`server-${bundler}`]: entry };
        const rolldownOptions = { input, output: { entryFileNames: '[name].mjs' } };
        await build({
          root: project,
          logLevel: 'error',
          ssr: { noExternal: true },
          build: { ssr: true, outDir: project, emptyOutDir: false, rolldownOptions },
        });
      }
      expect(run(process.execPath, out)).toEqual({ status: 0, said: 'false function true\n' });
    },
  );

  it('is built by Vite for a browser, in pieces that are loaded when they are needed', async () => {
    await write('index.html', '<script type="module" src="main.js"></script>');
    await write(
      'main.js',
      `import { sampleNames } from 'keen-mould';
document.title = String(sampleNames({ files: {} }));
import('keen-mould/elements').then(() => document.body.append(document.createElement('km-form')));`,
    );
    const out = join(project, 'out');
    await build({ root: project, logLevel: 'error', build: { outDir: out } });
    const assets = readdirSync(join(out, 'assets'));
    const page = readFileSync(join(out, 'index.html'), 'utf8');
    const first = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map(([, path = '']) =>
      readFileSync(join(out, path)),
    );
    expect(first.reduce((sum, { length }) => sum + length, 0)).toBeLessThan(100_000);
    expect(assets.length).toBeGreaterThan(2);
  });

  it('does in a bundle what it does without: nothing that it needs is shaken off', async () => {
    const names = ['importSnippet', 'findSpots', 'bindSpots', 'checkMould', 'compileMould'];
    await write(
      'whole.js',
      `import { ${names.join(', ')} } from 'keen-mould';
const text = '<h3 class="a">Mill</h3><style>.a { color: #8c2f24; width: 40px }</style><script>const PAUSE = 900; setTimeout(() => {}, PAUSE);</script>';
const { mould } = importSnippet([{ name: 'a.html', text }]);
const bound = bindSpots(mould, 'recommended').mould;
const said = [findSpots(mould), bound, checkMould(bound), compileMould(bound).cast({ values: { color: 'red' } }).css];
globalThis.console.log(JSON.stringify(said));`,
    );
    await bundle({
      entryPoints: [join(project, 'whole.js')],
      bundle: true,
      format: 'esm',
      outfile: join(project, 'whole.mjs'),
      logLevel: 'error',
    });
    const without = run(process.execPath, 'whole.js');
    expect(without.said).toContain('"kind":"color"');
    expect(run(process.execPath, 'whole.mjs')).toEqual(without);
    await build({
      root: project,
      logLevel: 'error',
      build: {
        outDir: join(project, 'lib'),
        lib: { entry: 'whole.js', formats: ['es'], fileName: 'whole' },
      },
    });
    const made = readdirSync(join(project, 'lib')).find((one) => one.startsWith('whole')) ?? '';
    expect(run(process.execPath, join('lib', made))).toEqual(without);
  });

  it.each(['panes', 'element'])(
    'makes what a plain page takes by a script tag: %s',
    async (form) => {
      const command = join(packed, manifest.bin['keen-mould']);
      const mould = join(packed, 'demo/moulds/fare-finder');
      const made = run(process.execPath, command, 'cast', mould, '--as', form, '--out', form);
      expect(made).toMatchObject({ status: 0 });
      const spot = readFileSync(join(project, form, 'spot.html'), 'utf8');
      const tags =
        form === 'panes'
          ? '<link rel="stylesheet" href="style.css"><script defer src="script.js"></script>'
          : '';
      await write(`${form}/index.html`, `<!doctype html><title>Fares</title>${tags}${spot}`);
      const page = await browser().newPage();
      await page.goto(`${address}/${form}/`);
      const fare = page.locator('output:visible');
      const first = await fare.textContent();
      await page.locator('select:visible').last().selectOption({ index: 1 });
      expect(first).toMatch(/\d\.\d\d$/);
      expect(await fare.textContent()).not.toBe(first);
      await page.close();
    },
  );
});
