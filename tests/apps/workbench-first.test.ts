import { describe, expect, it } from 'vitest';
import { framed, pasteIn, said, violations, withWorkbench } from '../support/workbench.ts';

const { opened } = withWorkbench();

describe('the first minutes', () => {
  it('say what to do, with an example to click', async () => {
    const page = await opened();
    await page.getByRole('heading', { name: /^Paste a snippet/ }).waitFor();
    expect(await violations(page)).toEqual([]);
    await page.getByRole('button', { name: 'Try “Notice rail”' }).click();
    await framed(page).frameLocator('iframe:not(.next)').getByText('Trams today').waitFor();
    expect(page.complaints).toEqual([]);
  });

  it('begin with the example that the address names', async () => {
    const page = await opened({}, '?example=shutters');
    await expect.poll(() => page.title()).toContain('Shutters');
    expect(new URL(page.url()).search).toBe('');
    const other = await opened({}, '?example=submarine');
    await expect.poll(() => said(other)).toContain('There is no example called submarine.');
  });
});

describe('a finding', () => {
  const flawed = `<div class="shop">
  <p>Bread</p>
  <img src="/loaf.jpg">
  <p>Rolls</p></span>
</div>
<style>
  .shop { color: “red” }
  .shop p { colour: blue }
</style>`;

  it('leads to its place in the paste', async () => {
    const page = await opened();
    await pasteIn(page, flawed);
    const finding = page.locator('.findings li', { hasText: 'colour' });
    await finding.getByRole('button', { name: 'Show in the code' }).click();
    await expect.poll(() => page.locator('.cm-content .lit').textContent()).toBe('colour');
    await finding.getByRole('button', { name: 'Show in the code' }).click();
    await expect.poll(() => page.locator('.cm-content .lit').count()).toBe(0);
    // All of them are marked in the paste, of the page and of its parts.
    expect(await page.locator('.cm-content [class*=cm-lintRange]').count()).toBeGreaterThan(2);
  });

  it('is fixed by itself, or with all that can be', async () => {
    const page = await opened();
    await pasteIn(page, flawed);
    const stray = page.locator('.findings li', { hasText: '</span>' });
    const count = () => page.locator('.findings li').count();
    await stray.waitFor();
    const before = await count();
    await stray.getByRole('button', { name: 'Fix it' }).click();
    await expect.poll(() => said(page)).toBe('1 fixed. Undo brings it back.');
    await expect.poll(count).toBe(before - 1);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(count).toBe(before);
  });
});

it('works beside the page: what takes long is seen, can be stopped, and loses nothing', async () => {
  const page = await opened();
  let isHeld = true;
  await page.route('**/worker*.js', async (route) => {
    while (isHeld) await new Promise((done) => setTimeout(done, 50));
    await route.fallback();
  });
  // The worker gets ready with the page.
  await page.reload();
  await page.getByRole('button', { name: 'Rack', exact: true }).waitFor();
  await pasteIn(page, '<p>Rye and spelt</p>');
  await page.getByRole('progressbar', { name: 'Working…' }).waitFor();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect.poll(() => said(page)).toBe('Stopped. Nothing was changed.');
  expect(await page.locator('.cm-content').first().textContent()).toBe('<p>Rye and spelt</p>');
  // A paste that is still on its way gives way to one that was made after it.
  await pasteIn(page, '<p>Barley</p>');
  await page.getByRole('progressbar', { name: 'Working…' }).waitFor();
  isHeld = false;
  await pasteIn(page, '<p>Rye, spelt and corn</p>');
  await framed(page).frameLocator('iframe:not(.next)').getByText('Rye, spelt and corn').waitFor();
  expect(page.complaints).toEqual([]);
});
