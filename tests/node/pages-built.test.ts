import { spawn } from 'node:child_process';
import { once } from 'node:events';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it, onTestFinished } from 'vitest';
import { buildPages } from '../../src/node/pages/build-pages.ts';
import { openRack } from '../../src/node/rack/rack.ts';
import { demo, keenMould } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';

/** The demo's pages in a folder of their own. */
function site() {
  const folder = mkdtempSync(join(tmpdir(), 'pages-'));
  onTestFinished(() => rmSync(folder, { recursive: true }));
  for (const name of ['pages', 'moulds']) {
    cpSync(join(demo, name), join(folder, name), { recursive: true });
  }
  const out = join(folder, 'built');
  const rack = openRack(join(folder, 'rack'));
  const build = (paths = ['pages'], options = {}) =>
    buildPages(
      paths.map((path) => join(folder, path)),
      { out, rack, ...options },
    );
  const edit = (path: string, change: (text: string) => string) =>
    writeFileSync(join(folder, path), change(readFileSync(join(folder, path), 'utf8')));
  const files = () =>
    readdirSync(out, { recursive: true, encoding: 'utf8' })
      .filter((path) => statSync(join(out, path)).isFile())
      .sort();
  const times = () =>
    Object.fromEntries(files().map((path) => [path, statSync(join(out, path)).mtimeMs]));
  return {
    folder,
    out,
    rack,
    build,
    edit,
    files,
    times,
    read: (path: string) => readFileSync(join(out, path), 'utf8'),
  };
}

it('builds a folder of pages, with a file for all that they share, each spoken of by some page', async () => {
  const { build, files, read, out } = site();
  const { pages, shares, findings } = await build();
  expect(findings).toEqual([]);
  expect(pages.map(({ file, casts }) => [file.slice(out.length + 1), casts])).toEqual([
    ['branches/quarry.html', 4],
    ['home.html', 7],
    ['visit.html', 12],
  ]);
  expect(Object.values(shares)).toEqual([['branches/quarry.html', 'home.html', 'visit.html']]);
  const shared = files().filter((path) => path.startsWith('shared/'));
  const all = files()
    .filter((path) => /\.(?:html|css|js)$/.test(path))
    .map(read)
    .join('\n');
  for (const path of shared) expect(all).toContain(path.slice(path.lastIndexOf('/') + 1));
  expect(shared.every((path) => /-[0-9a-f]{10}\.\w+$/.test(path))).toBe(true);
  expect(read('branches/quarry.html')).toContain('href="../shared/site-');
  expect(read('visit.html')).toMatch(/src="shared\/tram-7-[0-9a-f]{10}\.svg"/);
});

it('touches only what has changed, and takes away what no page has a use for', async () => {
  const { build, edit, files, times, folder } = site();
  await build();
  const [before, first] = [files(), times()];
  expect((await build()).pages.map(({ isNew }) => isNew)).toEqual([false, false, false]);
  expect(times()).toEqual(first);
  edit('pages/visit.json', (text) => text.replace('Before you come', 'On your way'));
  await build();
  const changed = Object.entries(times()).filter(([path, time]) => first[path] !== time);
  expect(changed.map(([path]) => path)).toEqual(['.keen-mould-pages.json', 'visit.html']);
  edit('moulds/call-out/style.css', (text) => `${text}.call-out { order: 0; }\n`);
  await build();
  const [gone] = [before.filter((path) => !files().includes(path))];
  expect(gone.every((path) => path.startsWith('shared/call-out-'))).toBe(true);
  expect(gone.length).toBeGreaterThan(0);
  rmSync(join(folder, 'pages/visit.json'));
  await build();
  expect(files().filter((path) => /visit|turntable|gong/.test(path))).toEqual([]);
  expect(files()).toContain('home.html');
});

it('makes a page again where anything that it was made from has changed, or it itself', async () => {
  const { build, edit, files, read, folder } = site();
  const made = async () => (await build()).pages.filter(({ isNew }) => isNew).length;
  await build();
  const before = files()
    .filter((path) => path.endsWith('.html'))
    .map(read);
  expect(await made()).toBe(0);
  // Written over, taken away, or lost with what it shares: all comes back as it was.
  edit('built/visit.html', () => 'mine');
  expect(await made()).toBe(1);
  rmSync(join(folder, 'built/home.html'));
  expect(await made()).toBe(1);
  rmSync(join(folder, 'built/shared'), { recursive: true });
  await build();
  expect(files().filter((path) => path.startsWith('shared/')).length).toBeGreaterThan(0);
  expect(
    files()
      .filter((path) => path.endsWith('.html'))
      .map(read),
  ).toEqual(before);
  edit('moulds/call-out/template.html', (text) => text.replace('<', '<!-- Ring twice --><'));
  expect(await made()).toBeGreaterThan(0);
});

it('makes the same in workers, and says the same of it', async () => {
  const { build, edit, files, read, rack, folder } = site();
  edit('pages/visit.json', (text) =>
    text.replace('"casts": [', '"casts": [{ "mould": "nowhere" },'),
  );
  const alone = await build();
  const before = Object.fromEntries(files().map((path) => [path, read(path)]));
  rmSync(join(folder, 'built'), { recursive: true });
  const { pages, ...rest } = await build(['pages'], { rack, workers: 2 });
  expect({ pages, ...rest }).toEqual(alone);
  expect(rest.held.length).toBe(1);
  expect(Object.fromEntries(files().map((path) => [path, read(path)]))).toEqual(before);
});

it('holds a page with a hole in it, whose last good one stays, and builds the others', async () => {
  const { build, edit, read } = site();
  await build();
  const good = read('visit.html');
  edit('pages/visit.json', (text) => text.replace('"depot-sounds"', '"depot-songs"'));
  edit('pages/home.json', (text) => text.replace('Tea car', 'Coffee car'));
  const { held, findings, pages } = await build();
  expect(held).toHaveLength(1);
  expect(findings.map(({ code, cast }) => [code, cast])).toEqual([
    ['page/no-mould', 'depot-songs'],
  ]);
  expect(pages).toHaveLength(2);
  expect(read('visit.html')).toBe(good);
  expect(read('home.html')).toContain('Coffee car');
  edit('pages/visit.json', () => '{ "format": 1, "casts": [ }');
  expect((await build()).findings[0]?.file).toMatch(/visit\.json$/);
  expect(read('visit.html')).toBe(good);
});

it('leaves pages that work when it is killed in the middle, and the next build makes them whole', async () => {
  const { build, folder, out, read } = site();
  const pages = Array.from({ length: 120 }, (_, at) => `page-${at}`);
  for (const name of pages)
    cpSync(join(folder, 'pages/home.json'), join(folder, `pages/${name}.json`));
  const program = join(import.meta.dirname, '../../dist/bin/keen-mould.js');
  const running = spawn(process.execPath, [program, 'page', 'pages', '--out', 'built'], {
    cwd: folder,
  });
  const there = () => pages.filter((name) => existsSync(join(out, `${name}.html`)));
  await expect.poll(there, { interval: 5 }).not.toEqual([]);
  running.kill('SIGKILL');
  await once(running, 'exit');
  expect(there().length).toBeLessThan(pages.length);
  for (const name of there()) {
    const html = read(`${name}.html`);
    expect(html.endsWith('</html>\n')).toBe(true);
    for (const [path] of html.matchAll(/shared\/[\w./-]+/g)) {
      expect([name, path, existsSync(join(out, path))]).toEqual([name, path, true]);
    }
  }
  expect((await build()).pages).toHaveLength(pages.length + 3);
  expect(there()).toHaveLength(pages.length);
});

it('never writes over a page of somebody else’s unasked', async () => {
  const { build, out, read } = site();
  await build(['pages/branches']);
  writeFileSync(join(out, 'home.html'), 'mine');
  await expect(build()).rejects.toThrow('home.html already exists');
  expect(read('home.html')).toBe('mine');
  await build(['pages'], { replace: true });
  expect(read('home.html')).toContain('<!doctype html>');
});

it('builds one page in one piece, takes moulds from the rack, and tells of files that are not there', async () => {
  const { build, edit, files, folder, rack } = site();
  const mould = mouldOf({
    fields: { picture: { kind: 'image' } },
    template: '<p><img src="{~picture~}" alt=""></p>',
  });
  const manifest = {
    ...mould.manifest,
    libraries: [{ name: 'rails', script: 'https://cdn.example/rails.js' }],
  };
  await rack.add({ ...mould, manifest, manifestText: JSON.stringify(manifest) });
  writeFileSync(
    join(folder, 'pages/one.json'),
    JSON.stringify({
      format: 1,
      casts: [{ mould: 'board', values: { picture: './files/tram-7.svg' } }],
    }),
  );
  const { findings } = await build(['pages/one.json']);
  expect(findings.map(({ code }) => code)).toEqual(['page/no-integrity']);
  expect(files().filter((path) => !path.startsWith('.'))).toEqual([
    'one.html',
    expect.stringMatching(/^shared\/tram-7-/),
  ]);
  edit('pages/one.json', (text) => text.replace('tram-7', 'tram-9'));
  const missing = await build(['pages/one.json']);
  expect(missing.findings.map(({ message }) => message)).toContain(
    'There is no file ./files/tram-9.svg, which a value refers to.',
  );
  expect(missing.held).toHaveLength(1);
});

it('is a command that tells what it wrote, and names page, cast and field of what is wrong', async () => {
  const { folder, edit } = site();
  edit('pages/home.json', (text) => text.replace('"tone": "loud"', '"ink": "pale"'));
  const { status, stderr } = await keenMould(folder, ['page', 'pages', '--out', 'built']);
  expect(status).toBe(1);
  expect(stderr).toContain('pages/home.json:18:');
  expect(stderr).toMatch(/value\/wrong, cast call-out-\w{7}/);
  expect(stderr).toContain('built: 3 pages written; ');
  expect(stderr).toContain(
    'pages/content/departures.json is used by branches/quarry.html, home.html',
  );
  const json = JSON.parse(
    (await keenMould(folder, ['page', 'pages', '--out', 'built', '--json'])).stdout,
  );
  expect(json.pages.map(({ isNew }: { isNew: boolean }) => isNew)).toEqual([false, false, false]);
  expect(existsSync(join(folder, 'built/.keen-mould-pages.json'))).toBe(true);
  const none = await keenMould(folder, ['page', 'moulds']);
  expect([none.status, none.stderr]).toEqual([
    2,
    expect.stringContaining('moulds contains no page file'),
  ]);
});
