import type { Page } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { startProduct } from '../../examples/embedding/server.js';
import { withBrowser } from '../support/browser.ts';

const { browser } = withBrowser();
let product: { readonly url: string; close(): Promise<unknown> };
beforeAll(async () => {
  product = await startProduct();
});
afterAll(() => product.close());

const paste = `<title>Ferry times</title><style>.ferry { background: #ddeeff; padding: 20px } .ferry img { width: 40px }</style>
<div class="ferry"><h3>Across the loch</h3><img src="boat.png" alt="The boat"><p>Hourly from nine.</p></div>
<script>document.querySelector('.ferry').dataset.ready = 'yes'</script>`;

/** The admin page with a widget open, and what its policy held off. */
async function administered(): Promise<Page & { readonly violations: string[] }> {
  const page = await browser().newPage({ viewport: { width: 1280, height: 800 } });
  const violations: string[] = [];
  page.on('console', (message) => {
    if (/violates|Refused/.test(message.text())) violations.push(message.text());
  });
  await page.goto(`${product.url}/admin`);
  await page.getByLabel('Paste a widget').fill(paste);
  await page.getByRole('button', { name: 'Add' }).click();
  await page.getByLabel('Heading', { exact: true }).waitFor();
  return Object.assign(page, { violations });
}

/** What is in the frame of a preview. */
const framed = (page: Page) =>
  page
    .locator('km-preview .viewport:not(.small) iframe')
    .first()
    .contentFrame()
    .frameLocator('iframe:not(.next)');

it('a product has a form with live frames under a strict policy, and a page with what was entered', async () => {
  const page = await administered();
  await expect.poll(() => framed(page).locator('.ferry').getAttribute('data-ready')).toBe('yes');
  await page.getByLabel('Heading', { exact: true }).fill('Over the sea');
  await expect.poll(() => framed(page).locator('h3').textContent()).toBe('Over the sea');
  await expect.poll(() => page.locator('#said').textContent()).toBe('Saved.');
  await page
    .getByRole('button', { name: /^Pick / })
    .first()
    .click();
  const hue = page.locator('km-hex-picker').locator('[part=hue]');
  await expect
    .poll(() => hue.evaluate((one) => getComputedStyle(one).backgroundImage))
    .toContain('gradient');
  expect(page.violations).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'See the page' }).click();
  await expect.poll(() => page.locator('h3').textContent()).toBe('Over the sea');
  expect(await page.locator('.ferry').getAttribute('data-ready')).toBe('yes');
  expect(await page.locator('.ferry').evaluate((one) => getComputedStyle(one).padding)).toBe(
    '20px',
  );
  expect(page.violations).toEqual([]);
  await page.close();
});

it('shows a picture in the frames as soon as it is given', async () => {
  const page = await administered();
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.locator('km-form input[type=file]').first().click(),
  ]);
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="8" height="6"><path d="M0 0h8v6z"/></svg>';
  await chooser.setFiles({
    name: 'skiff.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(svg),
  });
  await expect
    .poll(() => page.getByLabel('Picture address', { exact: true }).inputValue())
    .toBe('/pictures/skiff.svg');
  const picture = framed(page).locator('img');
  await expect.poll(() => picture.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBe(8);
  await page.close();
});

it('says that a frame is blocked where the page of frames is not hosted', async () => {
  const page = await administered();
  await page.evaluate(() => {
    Object.assign(document.querySelector('km-preview') as object, { framePage: '' });
  });
  await expect
    .poll(() => page.locator('km-preview .below').first().textContent(), { timeout: 8000 })
    .toContain('set framePage');
  await page.close();
});

it('says what keeps a paste from being taken', async () => {
  const page = await browser().newPage();
  await page.goto(`${product.url}/admin`);
  await page.getByLabel('Paste a widget').fill(`<p>${'x'.repeat(300_000)}</p>`);
  await page.getByRole('button', { name: 'Add' }).click();
  await expect.poll(() => page.locator('#said').textContent()).toContain('200000 are allowed');
  await page.close();
});
