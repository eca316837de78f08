// Pictures and facts of the demo moulds at four widths, next to a bare loop that opens the same pages
// in the same browser, with the same clock, and takes the same pictures, so many at once as well; the
// accessibility engine by itself on top.
import { fileURLToPath } from 'node:url';
import { launchBrowser } from '../dist/node/browser/launch-browser.js';
import { readMould } from '../dist/node/files/mould-folder.js';
import { answer, origin } from '../dist/node/proof/answer.js';
import { castsToShoot } from '../dist/node/proof/casts-to-shoot.js';
import { holdAt, stopClock } from '../dist/node/proof/fake-clock.js';
import { inParallel, shotsAtOnce } from '../dist/node/proof/pool.js';
import { shoot, usualShooting } from '../dist/node/proof/shoot.js';
import { keep, short } from './keep.mjs';

const home = fileURLToPath(new URL('../demo/moulds/', import.meta.url));
const names = ['call-out', 'diary', 'fare-switch', 'notice-rail'];
const moulds = await Promise.all(names.map((name) => readMould(home + name)));
const { casts } = castsToShoot(
  moulds.map(({ mould }) => ({ mould })),
  {},
);
const due = casts.flatMap(({ subject }) =>
  [320, 480, 768, 1280].map((width) => ({ subject, width })),
);
const browser = await launchBrowser();

async function bare({ subject, width }) {
  const context = await browser.newContext({ viewport: { width, height: 800 } });
  const asked = { failed: [], declared: [] };
  await context.route('**/*', (route) => answer(route, subject, asked, Promise.resolve()));
  const page = await context.newPage();
  await stopClock(page);
  await page.goto(`${origin}/`, { waitUntil: 'load' });
  await page.clock.runFor(2000);
  await holdAt(page, 2000);
  await page.screenshot({ fullPage: true, animations: 'allow' });
  await context.close();
}

const ours =
  (isAccessible) =>
  ({ subject, width }) =>
    shoot(browser, subject, { ...usualShooting, width, isAccessible });

const median = (all) => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)];
const taken = { bare: [], ours: [], engine: [] };
for (let round = 0; round < 6; round += 1) {
  for (const [name, work] of [
    ['bare', bare],
    ['ours', ours(false)],
    ['engine', ours(true)],
  ]) {
    const from = performance.now();
    await inParallel(due, shotsAtOnce, work);
    // The first round warms up.
    if (round > 0) taken[name].push(performance.now() - from);
  }
}
await browser.close();
const each = (name) => Math.round(median(taken[name]) / due.length);
const ratio = (name) => short(median(taken[name]) / median(taken.bare));
const results = {
  pictures: due.length,
  bareMsEach: each('bare'),
  oursToBare: ratio('ours'),
  withEngineToBare: ratio('engine'),
};
keep('proof', results);
