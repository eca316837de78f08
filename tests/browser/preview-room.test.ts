import { expect, it } from 'vitest';
import { withBrowser } from '../support/browser.ts';
import { frameOf, previewed } from '../support/preview.ts';

const { browser } = withBrowser();

const three = {
  template: `<div class="row"><p>One</p><p>Two</p></div><p class="long">Incomprehensibilities</p>`,
  style: `.row { display: grid; grid-template-columns: 1fr 1fr } .row p { margin: 0 }
.long { width: 400px } @media (max-width: 640px) { .row { grid-template-columns: 1fr } }`,
  widths: [360, 768, 1280],
};

it('shows one frame large and the others small, and enlarges what is clicked', async () => {
  const page = await previewed(browser(), three);
  const sizes = () =>
    page.locator('km-preview .holder').evaluateAll((all) => all.map((one) => one.clientWidth));
  await expect.poll(async () => (await sizes()).length).toBe(3);
  const frame = await frameOf(page, 360);
  const [small, large] = (await sizes()) as [number, number, number];
  expect(small).toBeLessThan(60);
  expect(large).toBeGreaterThan(560);
  await page.getByRole('button', { name: 'Enlarge 360 px' }).click();
  await expect.poll(async () => (await sizes())[0]).toBe(360);
  // It is the same frame: what was open in it is open still.
  expect(frame.isDetached()).toBe(false);
  await page.getByRole('button', { name: 'Enlarge 1280 px' }).press('Enter');
  await expect.poll(async () => (await sizes())[0]).toBeLessThan(60);
});

it('takes a width from a device or the slider', async () => {
  const page = await previewed(browser(), three);
  await page.getByLabel('Device for viewport 2').selectOption('1440');
  await frameOf(page, 1440);
  await page.getByLabel('Width of viewport 2, slider').focus();
  await page.keyboard.press('ArrowRight');
  await frameOf(page, 1441);
});

it('looks at all widths for where the layout changes and something is cut off', async () => {
  const page = await previewed(browser(), three);
  await page.getByRole('button', { name: 'Check all widths' }).click();
  const turns = page.locator('km-preview .turns');
  await expect
    .poll(() => turns.textContent(), { timeout: 30_000 })
    .toContain('641 px: the layout changes');
  const below = turns.getByRole('button', { name: /below \d+ px: overflow \(p\)/ });
  const [, width] = /below (\d+)/.exec((await below.textContent()) ?? '') ?? [];
  expect(Number(width)).toBeGreaterThanOrEqual(400);
  expect(Number(width)).toBeLessThan(440);
  await below.click();
  await frameOf(page, Number(width) - 1);
  expect(await page.locator('km-preview .probe').count()).toBe(0);
  // What was found is of the page as it was.
  await page.getByRole('button', { name: 'Check all widths' }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect.poll(() => page.locator('km-preview :is(.probe, .turns, progress)').count()).toBe(0);
});

it('lists what is hidden and brings one part of it to sight', async () => {
  const page = await previewed(browser(), {
    template: `<div><p hidden>Rules of the lake</p><details><summary>More</summary>Inside</details>
<div class="reel"><p>First</p><p>Second slide</p></div><p class="pale">Pale words</p><p>Plain</p></div>`,
    style: `.reel { display: flex; overflow: hidden; width: 100px } .reel p { flex: none; width: 100px }
.pale { opacity: 0 }`,
    widths: [700],
  });
  const frame = await frameOf(page, 700);
  await page.getByText('Hidden parts', { exact: true }).click();
  const labels = page.locator('km-preview .more-list').first().locator('input');
  const named = () => labels.evaluateAll((all) => all.map((one) => one.ariaLabel));
  await expect
    .poll(named)
    .toEqual([
      'Show all hidden parts',
      'Show Rules of the lake',
      'Show MoreInside',
      'Show Second slide',
      'Show Pale words',
    ]);
  const seen = () =>
    frame.evaluate(
      () =>
        [...document.querySelectorAll<HTMLElement>('p')].filter((one) =>
          one.checkVisibility({ opacityProperty: true }),
        ).length,
    );
  expect(await seen()).toBe(3);
  await page.getByLabel('Show Pale words').check();
  await expect.poll(seen).toBe(4);
  await page.getByLabel('Show Second slide').check();
  await expect
    .poll(() => frame.evaluate(() => document.querySelector('.reel')?.scrollLeft))
    .toBe(100);
  await page.getByLabel('Show Pale words').uncheck();
  await expect.poll(seen).toBe(3);
  expect(await frame.locator('.pale').getAttribute('style')).toBe(null);
});

it('gives room to what has no height of its own, and says what is blank', async () => {
  const strip = await previewed(browser(), {
    template: '<p class="strip">Back to top</p>',
    style: '.strip { position: fixed; bottom: 0; margin: 0 }',
    widths: [700],
  });
  const frame = await frameOf(strip, 700);
  const height = () => strip.locator('km-preview .holder').evaluate((one) => one.clientHeight);
  await expect.poll(height).toBeGreaterThan(400);
  const bottom = () =>
    frame.evaluate(() => document.querySelector('.strip')?.getBoundingClientRect().bottom);
  await expect.poll(bottom).toBe(480);
  const blank = await previewed(browser(), { template: '<p></p>', widths: [700] });
  await expect.poll(() => blank.locator('km-preview .badge').textContent()).toContain('1 warning');
  expect(await blank.locator('km-preview .below').textContent()).toContain('Nothing is visible');
});
