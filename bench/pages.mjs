// Pages of many casts: a site of 500 pages with 10 000 casts of 50 moulds, the same a half and a
// quarter as large, and built again with nothing changed; what each further cast of a page costs;
// next to that, the bare time to read, write and rename as many files of the same sizes.
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { cp, mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { compileMould } from '../dist/core/compile/compile-mould.js';
import { composePage } from '../dist/core/compose/compose-page.js';
import { runtime } from '../dist/generated/runtime.js';
import { readMould } from '../dist/node/files/mould-folder.js';
import { buildPages } from '../dist/node/pages/build-pages.js';
import { openRack } from '../dist/node/rack/rack.js';
import { keep, short } from './keep.mjs';

const home = fileURLToPath(new URL('../demo/moulds/', import.meta.url));
const names = ['call-out', 'diary', 'fare-switch', 'notice-rail', 'notice-board'];
const folder = mkdtempSync(join(tmpdir(), 'bench-pages-'));
process.on('exit', () => rmSync(folder, { recursive: true, force: true }));

// Fifty moulds: ten of each kind, which no page can share.
for (const name of names) {
  for (let at = 0; at < 10; at += 1) {
    const place = join(folder, 'moulds', `${name}-${at}`);
    await cp(join(home, name), place, { recursive: true });
    const path = join(place, 'mould.json');
    const text = (await readFile(path, 'utf8')).replace(
      `"name": "${name}"`,
      `"name": "${name}-${at}"`,
    );
    await writeFile(path, text);
  }
}

const values = {
  'call-out': (n) => ({ what: `<p>Tram ${n} leaves from the <strong>upper</strong> yard.</p>` }),
  diary: (n) => ({ heading: `Week ${n}` }),
  'fare-switch': (n) => ({ label: `Fares ${n}` }),
  'notice-rail': (n) => ({ heading: `Sunday ${n}`, speed: 20 + (n % 40) }),
  'notice-board': (n) => ({ heading: `Board ${n}` }),
};

async function site(pages) {
  const place = join(folder, `site-${pages}`);
  await mkdir(place, { recursive: true });
  for (let page = 0; page < pages; page += 1) {
    const casts = Array.from({ length: 20 }, (_, at) => {
      const n = page * 20 + at;
      const name = names[n % 5];
      return { mould: `${name}-${Math.floor(n / 5) % 10}`, values: values[name](n) };
    });
    const file = { format: 1, title: `Page ${page}`, moulds: ['../moulds'], casts };
    await writeFile(join(place, `page-${page}.json`), JSON.stringify(file));
  }
  return place;
}

async function timed(run) {
  const start = performance.now();
  await run();
  return performance.now() - start;
}

const rack = openRack(join(folder, 'rack'));
const sizes = {};
for (const pages of [125, 250, 500]) {
  const place = await site(pages);
  const out = join(folder, `out-${pages}`);
  let most = 0;
  const watch = setInterval(() => {
    most = Math.max(most, process.memoryUsage().heapUsed);
  }, 20);
  const ms = await timed(() => buildPages([place], { out, rack }));
  const again = await timed(() => buildPages([place], { out, rack }));
  clearInterval(watch);
  const files = readdirSync(out, { recursive: true })
    .map((path) => join(out, path))
    .filter((path) => statSync(path).isFile());
  const bare = await timed(async () => {
    for (const name of readdirSync(place)) await readFile(join(place, name), 'utf8');
    for (const [at, path] of files.entries()) {
      const draft = join(folder, `bare-${pages}-${at}`);
      await writeFile(`${draft}.tmp`, readFileSync(path));
      await rename(`${draft}.tmp`, draft);
    }
  });
  sizes[pages] = {
    casts: pages * 20,
    seconds: short(ms / 1000),
    msPerCast: short(ms / pages / 20),
    againToFirst: short(again / ms),
    toBareFiles: short(ms / bare),
    heapMB: Math.round(most / 1e6),
  };
}

// One page with more and more casts of one mould: bytes beside markup, and time.
const { mould } = await readMould(join(home, 'call-out'));
const compiled = compileMould(mould);
const growth = {};
for (const count of [1, 10, 100, 1000, 10_000]) {
  const casts = Array.from({ length: count }, (_, at) => ({
    mould: 'call-out',
    id: `c${at}`,
    values: values['call-out'](at),
  }));
  const page = { format: 1, title: 'Page', casts };
  const setting = { mouldOf: () => compiled, runtime };
  composePage(page, setting);
  const start = performance.now();
  const { html } = composePage(page, setting);
  const ms = performance.now() - start;
  const markup = casts.reduce((sum, one) => sum + compiled.cast(one).markup.trim().length + 1, 0);
  const once = composePage({ ...page, casts: casts.slice(0, 1) }, setting).html.length;
  const beside = html.length - markup - (once - compiled.cast(casts[0]).markup.trim().length - 1);
  growth[count] = {
    msPerCast: short(ms / count),
    moreThanMarkupAndOnce: short(beside / html.length),
  };
}

keep('pages', { sizes, growth });
