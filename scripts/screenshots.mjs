// Pictures of the pages: the preview, sound and broken, and a proof's report with a fault.
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { launchBrowser } from '../dist/node/browser/launch-browser.js';
import { proof, readMould, startPreview } from '../dist/node/index.js';

const [demo, out] = process.argv.slice(2);
const browser = await launchBrowser();

async function picture(url, name, options = {}, act = async () => undefined) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, ...options });
  await page.goto(url);
  await page.waitForTimeout(1200);
  await act(page);
  await page.waitForTimeout(800);
  await page.screenshot({ path: join(out, `${name}.png`) });
  await page.close();
}

const folder = join(demo, 'notice-rail');
const preview = await startPreview([folder]);
await picture(preview.url, 'preview', {}, async (page) => {
  await page.locator('[id="field-heading"]').fill('Trams this Sunday');
  await page.locator('km-form').getByRole('button', { name: 'Look' }).focus();
});
await picture(preview.url, 'preview-form', { colorScheme: 'dark' }, async (page) => {
  const bar = page.locator('km-preview');
  await bar.getByRole('combobox', { name: 'Sample' }).selectOption('long');
  await bar.getByRole('button', { name: 'As pasted' }).click();
  await bar.getByRole('button', { name: 'Remove 1280 px' }).click();
  await page.locator('[data-path="out.0"] .toggle').click();
  await page
    .locator('.row[data-path="out.0"]')
    .evaluate((row) => row.scrollIntoView({ block: 'start' }));
  await page.locator('[data-path="out.0.livery"] .swatch').click();
});
await picture(preview.url, 'preview-broken', { colorScheme: 'dark' }, async () => {
  const template = join(folder, 'template.html');
  const sound = await readFile(template, 'utf8');
  await writeFile(template, sound.replace('{~heading~}', '{~haeding~}'));
});
await preview.close();

// A fault on purpose: words of the head that may not break.
const { mould } = await readMould(join(demo, 'imported/notice-rail'));
const loose =
  '.rail { overflow: visible } .rail__head { flex-wrap: nowrap; gap: 44px }\n.rail__head * { white-space: nowrap }';
const made = await proof([{ mould: { ...mould, style: `${mould.style}${loose}\n` } }], {
  out: join(demo, 'faulty'),
});
await picture(pathToFileURL(made.report).href, 'report');
await browser.close();
