// Pictures of the pages: the preview, sound and broken, a proof's report with a fault, and the apps.
import { readFile, writeFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build, preview as serve } from 'vite';
import { importSnippet } from '../dist/core/index.js';
import { launchBrowser } from '../dist/node/browser/launch-browser.js';
import { proof, readMould, startPreview } from '../dist/node/index.js';
import { startProduct } from '../examples/embedding/server.js';

// Vite takes a path that is not whole as one from the folder of its page.
const [demo, out] = process.argv.slice(2).map((one) => resolve(one));
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

await picture(pathToFileURL(join(demo, 'pages/visit.html')).href, 'page');

// From here a finding names its file as somebody in that folder would read it.
process.chdir(demo);
const folder = 'notice-rail';
const preview = await startPreview([folder]);
await picture(preview.url, 'preview', {}, async (page) => {
  await page.locator('[id="field-heading"]').fill('Trams this Sunday');
  await page.locator('km-form').getByRole('button', { name: 'Look' }).focus();
});
await picture(preview.url, 'preview-form', { colorScheme: 'dark' }, async (page) => {
  await page.getByRole('button', { name: 'Edit here' }).click();
  const within = page.locator('.viewport.large iframe').contentFrame().frameLocator('iframe');
  await within.getByText('Full timetable').first().click();
});
await picture(preview.url, 'preview-broken', { colorScheme: 'dark' }, async () => {
  const template = join(folder, 'template.html');
  const sound = await readFile(template, 'utf8');
  await writeFile(template, sound.replace('{~heading~}', '{~haeding~}'));
});
await preview.close();

// Faults on purpose, of several kinds.
const diary = fileURLToPath(new URL('../demo/moulds/diary', import.meta.url));
const { mould } = await readMould(diary);
const faults = `<p class="pale">The tea car is open from ten</p>
<p class="wide">Ring the depot before you come with a school</p>
<p class="cut">The turntable has been greased and the pit is dry again after the long winter.</p>
<p class="pair"><button>‹</button><button>›</button></p>`;
const style = `.pale { color: #b5b0a6 } .wide { width: 620px; background: #f4efe3 }
.cut { height: 30px; line-height: 20px; overflow: hidden }
.pair button { width: 16px; height: 16px; padding: 0; font-size: 11px }`;
const at = mould.template.indexOf('\n', mould.template.indexOf('<section'));
const template = `${mould.template.slice(0, at)}${faults}${mould.template.slice(at)}`;
const faulty = { ...mould, template, style: `${mould.style}\n${style}\n` };
const made = await proof([{ mould: faulty }], {
  out: join(demo, 'faulty'),
  widths: [360, 768],
  isBeside: false,
});
await picture(pathToFileURL(made.report).href, 'report');

// Copies of a snippet in a page that has rules of its own.
const snippets = fileURLToPath(new URL('../demo/snippets/', import.meta.url));
const text = await readFile(join(snippets, 'timetable.html'), 'utf8');
const apart = await proof([{ mould: importSnippet([{ name: 'timetable.html', text }]).mould }], {
  out: join(demo, 'apart'),
  widths: [900],
  copies: { count: 2, columns: 1 },
  host: await readFile(fileURLToPath(new URL('../demo/pages/host.html', import.meta.url)), 'utf8'),
});
await picture(pathToFileURL(apart.report).href, 'isolation');

/** Builds an app of examples/ into the folder of the pictures' data, and serves it for a moment. */
async function withApp(name, see) {
  const configFile = fileURLToPath(new URL(`../examples/${name}/vite.config.js`, import.meta.url));
  const options = { configFile, logLevel: 'error', build: { outDir: join(demo, name) } };
  await build(options);
  const server = await serve(options);
  await see(server.resolvedUrls.local[0]);
  await server.close();
}

await withApp('workbench', (url) =>
  picture(url, 'workbench', {}, async (page) => {
    await page.getByLabel('Try an example').selectOption({ label: 'Notice rail' });
    await page
      .getByRole('navigation', { name: 'Steps' })
      .getByRole('button', { name: 'Fields' })
      .click();
    await page.getByRole('button', { name: 'Make a field: Date', exact: true }).click();
    await page.getByRole('button', { name: 'Show: Heading, in the code', exact: true }).click();
  }),
);
await withApp('workbench', (url) =>
  picture(`${url}?example=call-out`, 'workbench-try', {}, async (page) => {
    await page.getByRole('button', { name: 'Next: Fields' }).click();
    await page.getByRole('button', { name: /^Take \d+ recommended/ }).click();
    await page.getByRole('button', { name: 'Next: Try' }).click();
    await page.getByRole('button', { name: 'Check all widths' }).click();
    await page.locator('km-preview .turns').waitFor();
  }),
);
// One form in three looks, in the product of somebody's own.
const product = await startProduct();
const rail = await readFile(join(snippets, 'notice-rail.html'), 'utf8');
const added = await fetch(`${product.url}/widgets`, { method: 'POST', body: rail });
const { name: called } = await added.json();
await picture(`${product.url}/admin/themes.html#${called}`, 'themes');
await product.close();

await withApp('museum', (url) => picture(url, 'museum'));
await browser.close();
