// How soon the workbench is seen, can be pasted into, and shows a paste of 10 kB in its frames; next
// to a bare page with one text area and three frames, opened the same way. Then a saved page of
// 1 700 lines: the longest that the page did not answer meanwhile.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';
import { contentType } from '../dist/core/text/content-type.js';
import { launchBrowser } from '../dist/node/browser/launch-browser.js';
import { keep, short } from './keep.mjs';

const out = mkdtempSync(join(tmpdir(), 'workbench-'));
const configFile = fileURLToPath(new URL('../examples/workbench/vite.config.js', import.meta.url));
await build({ configFile, build: { outDir: out, emptyOutDir: true }, logLevel: 'error' });

const row = (at) =>
  `<article class="card"><h3>Jar ${at}</h3><p>Fired at ${1000 + at} degrees.</p><a href="/jar/${at}">More</a></article>`;
const rule = (at) => `.card:nth-child(${at}) h3 { color: #${(0x204060 + at * 977).toString(16)} }`;
const lines = (count, line) => Array.from({ length: count }, (_, at) => line(at)).join('\n');
const paste = `<section class="shelf">\n${lines(52, row)}\n</section>\n<style>\n.card { padding: 12px }\n${lines(60, rule)}\n</style>`;
const page1700 = `<!doctype html><html><head><title>Saved</title><style>\n${lines(800, rule)}\n</style></head><body>\n${lines(900, row)}\n</body></html>`;
const bare = `<!doctype html><p>Paste here</p><textarea autofocus></textarea>${'<iframe sandbox="allow-scripts" srcdoc="<p>x"></iframe>'.repeat(3)}`;

const browser = await launchBrowser();
const median = (all) => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)];

async function opened(address) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.route('http://bench.localhost/**', (route) => {
    const path = new URL(route.request().url()).pathname.replace(/^\/$/, '/index.html');
    if (path === '/bare.html') return route.fulfill({ body: bare, contentType: 'text/html' });
    return route.fulfill({ body: readFileSync(join(out, path)), contentType: contentType(path) });
  });
  await page.goto(`http://bench.localhost${address}`, { waitUntil: 'commit' });
  return { page, close: () => context.close() };
}

const firstPaint = (page) =>
  page.evaluate(
    () =>
      new Promise((done) => {
        const found = () => performance.getEntriesByName('first-contentful-paint')[0]?.startTime;
        const look = () => (found() === undefined ? setTimeout(look, 5) : done(found()));
        look();
      }),
  );

async function once() {
  const { page, close } = await opened('/');
  const painted = await firstPaint(page);
  const ready = await page.evaluate(
    () =>
      new Promise((done) => {
        const look = () =>
          document.querySelector('code-pane :is(textarea:not([hidden]), .cm-content)')
            ? done(performance.now())
            : setTimeout(look, 5);
        look();
      }),
  );
  await page.waitForTimeout(2500);
  const pane = page.locator('.cm-content').first();
  await pane.click();
  const frames = await page.evaluate(async (text) => {
    const from = performance.now();
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', text);
    const pasted = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
    document.querySelector('.cm-content').dispatchEvent(pasted);
    const badges = () => [
      ...(document.querySelector('km-preview')?.shadowRoot?.querySelectorAll('.badge') ?? []),
    ];
    const seen = () => badges().filter((one) => !one.textContent.includes('loading')).length;
    while (seen() < 3) await new Promise((done) => setTimeout(done, 10));
    return performance.now() - from;
  }, paste);
  await close();
  const other = await opened('/bare.html');
  const barePainted = await firstPaint(other.page);
  await other.close();
  return { painted, ready, frames, barePainted };
}

async function longestPause() {
  const { page, close } = await opened('/');
  await page.waitForTimeout(2500);
  await page.locator('.cm-content').first().click();
  const pause = await page.evaluate(async (text) => {
    let [last, longest, isOver] = [performance.now(), 0, false];
    const look = () => {
      const now = performance.now();
      longest = Math.max(longest, now - last);
      last = now;
      if (!isOver) setTimeout(look, 4);
    };
    const bench = document.querySelector('code-pane');
    bench.dispatchEvent(new CustomEvent('change', { detail: text }));
    look();
    const badges = () => [
      ...(document.querySelector('km-preview')?.shadowRoot?.querySelectorAll('.badge') ?? []),
    ];
    const seen = () => badges().filter((one) => !one.textContent.includes('loading')).length;
    while (seen() < 3) await new Promise((done) => setTimeout(done, 10));
    isOver = true;
    return longest;
  }, page1700);
  await close();
  return pause;
}

const all = [];
for (let round = 0; round < 5; round += 1) all.push(await once());
const of = (name) => median(all.map((one) => one[name]));
const results = {
  pasteKB: short(paste.length / 1000),
  firstPaintMs: short(of('painted')),
  readyMs: short(of('ready')),
  framesMs: short(of('frames')),
  barePaintMs: short(of('barePainted')),
  lines: page1700.split('\n').length,
  longestPauseMs: short(await longestPause()),
};
await browser.close();
rmSync(out, { recursive: true });
keep('workbench', results);
