import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('../..', import.meta.url));
const project = mkdtempSync(join(tmpdir(), 'keen-mould-project-'));
const packed = join(project, 'node_modules/keen-mould');
const manifest = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));

const run = (program: string, ...words: readonly string[]) => {
  const { status, stdout, stderr } = spawnSync(program, words, { cwd: project, encoding: 'utf8' });
  return { status, said: `${stdout}${stderr}` };
};
const write = (name: string, text: string) => writeFile(join(project, name), text);

beforeAll(async () => {
  const { stdout } = spawnSync('npm', ['pack', '--ignore-scripts', '--json'], {
    ...{ cwd: root, encoding: 'utf8', maxBuffer: 1e8 },
  });
  const [{ filename }] = JSON.parse(stdout);
  mkdirSync(packed, { recursive: true });
  run('tar', '-xzf', join(root, filename), '--strip-components=1', '-C', packed);
  rmSync(join(root, filename));
  // What the package depends on, and nothing else, lies beside it as an install would put it.
  for (const name of Object.keys(manifest.dependencies)) {
    mkdirSync(join(project, 'node_modules', name, '..'), { recursive: true });
    symlinkSync(join(root, 'node_modules', name), join(project, 'node_modules', name));
  }
  await write('package.json', '{ "type": "module", "private": true }');
  await write(
    'cast.ts',
    `import { type CastFile, compileMould, deliver, importSnippet, Refusal } from 'keen-mould';
import { runtime } from 'keen-mould/runtime';
import { kit } from 'keen-mould/kit';
const { mould } = importSnippet([{ name: 'a.html', text: '<p class="a">Depot Gate</p>' }]);
const file: CastFile = { id: 'a', values: {} };
export const html: string = deliver(compileMould(mould).cast(file), { form: 'block', runtime, kit }).parts.html ?? '';
export const isRefusal = (error: unknown): error is Refusal => error instanceof Refusal;
// @ts-expect-error: there is no such form.
deliver(compileMould(mould).cast(file), { form: 'scroll', runtime });
`,
  );
}, 60_000);
afterAll(() => rmSync(project, { recursive: true, force: true }));

describe('the package, unpacked into an empty project', () => {
  it('holds what is run and read, and nothing that was only used to make it', () => {
    const files = readdirSync(packed, { recursive: true, encoding: 'utf8' });
    const top = new Set(files.map((path) => path.split('/')[0]));
    expect([...top].sort()).toEqual(
      ['CHANGELOG.md', 'LICENSE', 'README.md', 'demo', 'dist', 'docs', 'package.json'].sort(),
    );
    expect(files.filter((path) => /tsbuildinfo|\.test\.|\.png$/.test(path))).toEqual([]);
    expect(Object.keys(manifest.scripts)).not.toContain('postinstall');
    expect(Object.keys(manifest.scripts)).not.toContain('install');
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
      ...{ strict: true, noEmit: true, module, moduleResolution: how, target: 'es2022' },
      ...{ lib: ['es2023', 'dom'], types: [], exactOptionalPropertyTypes: true },
    };
    await write('tsconfig.json', JSON.stringify({ compilerOptions, files: ['cast.ts'] }));
    const tsc = join(root, 'node_modules/typescript/bin/tsc');
    expect(run(process.execPath, tsc, '-p', '.')).toEqual({ status: 0, said: '' });
  });

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
});
