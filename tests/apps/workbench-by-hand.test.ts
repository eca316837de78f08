import type { Page } from 'playwright-core';
import { expect, it } from 'vitest';
import { framed, go, pasteIn, said, withWorkbench } from '../support/workbench.ts';

const { opened } = withWorkbench();

const paste = `<style>.menu { color: #c33 } .card { border: 2px solid #225577; padding: 8px 16px; text-align: center } .card--big { font-size: 2rem }</style>
<nav class="menu">Menu</nav><div class="cards"><div class="card"><h3>Gull</h3><p>Small boat.</p></div><div class="card"><h3>Tern</h3><p>Fast one.</p></div></div>`;

/** Points at an element in the first frame, as somebody with a mouse does. */
async function pointAt(page: Page, selector: string): Promise<void> {
  const inside = framed(page).frameLocator('iframe:not(.next)');
  await inside.locator(selector).first().waitFor();
  await page.getByRole('button', { name: 'point at it in the frames' }).click();
  const outer = await page.locator('km-preview .viewport:not(.small) iframe').first().boundingBox();
  const at = await inside
    .locator(selector)
    .first()
    .evaluate((element) => {
      const { left, top } = element.getBoundingClientRect();
      return { x: left + 3, y: top + 3, width: innerWidth };
    });
  if (!outer) throw new Error('no frame is in sight');
  const scale = outer.width / at.width;
  await page.mouse.click(outer.x + at.x * scale, outer.y + at.y * scale);
}

it('takes only the part of a paste that is wanted, and back all of it', async () => {
  const page = await opened();
  await pasteIn(page, paste);
  const inside = framed(page).frameLocator('iframe:not(.next)');
  await inside.locator('.menu').waitFor();
  const only = page.getByLabel(/Take only these elements/);
  await only.fill('.cards');
  await only.press('Enter');
  await expect.poll(() => inside.locator('.menu').count()).toBe(0);
  expect(await inside.locator('.card').count()).toBe(2);
  await expect.poll(() => page.locator('.findings').textContent()).toContain('Left out: 1 element');
  await only.fill('.nowhere');
  await only.press('Enter');
  await expect.poll(() => said(page)).toBe('Nothing in the paste matches .nowhere.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => inside.locator('.menu').count()).toBe(1);
  expect(page.complaints).toEqual([]);
});

it('makes something of what is pointed at in a frame, though nothing was proposed there', async () => {
  const page = await opened();
  await pasteIn(page, `${paste}<progress class="end"></progress>`);
  await go(page, 'Fields');
  await pointAt(page, 'progress');
  const offer = page.locator('.code .offer');
  await expect
    .poll(() => offer.locator('.stands').textContent())
    .toContain('<progress class="end"');
  await offer.getByLabel('Name').fill('hasEnd');
  await offer.getByRole('button', { name: 'Make it a field' }).click();
  await expect.poll(() => said(page)).toBe('hasEnd is now a field.');
  await expect
    .poll(() => page.locator('.code .cm-content').textContent())
    .toContain('<progress km-when="hasEnd"');
  expect(page.complaints).toEqual([]);
});

it('makes a list by a click on a tag, renames in its rows, and takes all back', async () => {
  const page = await opened();
  await pasteIn(page, paste);
  await go(page, 'Fields');
  await page.getByText('Select a place in the code yourself').click();
  const code = page.locator('.code .cm-content');
  await code.getByText('div', { exact: true }).nth(1).click();
  const offer = page.locator('.code .offer');
  await expect.poll(() => offer.locator('.stands').textContent()).toContain('<div class="card">');
  await offer.getByLabel('What it becomes').selectOption('list');
  await offer.getByLabel('Name').fill('boats');
  await offer.getByRole('button', { name: 'Make it a field' }).click();
  await expect.poll(() => said(page)).toBe('boats is now a field.');
  await page.locator('.fields .name').first().click();
  await expect.poll(() => page.locator('.members .name').count()).toBe(2);
  await page.locator('.members .name').first().click();
  const name = page.locator('.members .details').getByLabel('Name in code');
  await name.fill('bird');
  await name.press('Enter');
  await expect.poll(() => said(page)).toContain('bird');
  await expect.poll(() => code.textContent()).toContain('{~boats.bird~}');
  await page.getByRole('button', { name: 'Remove Boats, and restore the original code' }).click();
  await expect.poll(() => code.textContent()).toContain('<h3>Tern</h3>');
  expect(page.complaints).toEqual([]);
});

it('offers words of CSS, fills one more place with a field, and says what the widget is', async () => {
  const page = await opened();
  await pasteIn(page, paste);
  await go(page, 'Fields');
  await page.getByText('Select a place in the code yourself').click();
  await page.locator('.code .pick select').selectOption('style.css');
  const code = page.locator('.code .cm-content');
  await code.getByText('center', { exact: true }).click();
  const offer = page.locator('.code .offer');
  await expect.poll(() => offer.locator('.stands').textContent()).toBe('center');
  await offer.getByLabel('Name').fill('align');
  await offer.getByRole('button', { name: 'Make it a field' }).click();
  await expect.poll(() => said(page)).toBe('align is now a field.');
  await page.locator('.fields .name').click();
  expect(await page.locator('.fields').getByLabel('Choices').inputValue()).toContain('justify');
  const below = page.locator('.fields').getByLabel('Default below 600 px');
  await below.fill('left');
  await below.press('Enter');
  await below.fill('sideways');
  await below.press('Enter');
  await expect.poll(() => said(page)).not.toBe('align is now a field.');
  expect(await below.inputValue()).toBe('left');
  await page.getByText('The widget itself').click();
  const title = page.locator('.about').getByLabel('Title', { exact: true });
  await title.fill('Boat cards');
  await title.press('Enter');
  await expect.poll(() => page.title()).toContain('Boat cards');
  expect(page.complaints).toEqual([]);
});
