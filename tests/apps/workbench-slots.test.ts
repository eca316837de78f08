import { expect, it } from 'vitest';
import { framed, go, pasteIn, said, withWorkbench } from '../support/workbench.ts';

const { opened } = withWorkbench();

it('puts a widget from the rack into a slot, shows it there, and gives the code of both', async () => {
  const page = await opened();
  await pasteIn(page, '<p class="tide">High water at six</p><style>.tide { color: teal }</style>');
  await go(page, 'Get the code');
  await page.getByLabel('Title').fill('Tide line');
  await page.getByLabel('Title').press('Enter');
  await page.getByRole('button', { name: 'Add to the rack' }).click();
  await expect.poll(() => said(page)).toBe('Tide line 1.0.0 was added to the rack.');

  await page.getByRole('button', { name: 'New' }).click();
  await go(page, 'Paste');
  await pasteIn(page, '<section class="pier"><h3>Pier</h3><aside class="side"></aside></section>');
  await go(page, 'Fields');
  await page.getByText('Select a place in the code yourself').click();
  await page.locator('.code .cm-content').getByText('aside', { exact: true }).first().click();
  const offer = page.locator('.code .offer');
  await offer.getByLabel('What it becomes').selectOption('slot');
  await offer.getByLabel('Name').fill('side');
  await offer.getByRole('button', { name: 'Make it a field' }).click();
  await expect.poll(() => said(page)).toBe('side is now a slot.');

  await go(page, 'Try');
  const inside = framed(page).frameLocator('iframe:not(.next)');
  await page.getByRole('button', { name: 'Put in' }).click();
  const tide = inside.locator('aside .tide');
  await expect.poll(() => tide.allTextContents()).toEqual(['High water at six']);
  expect(await tide.evaluate((one) => getComputedStyle(one).color)).toBe('rgb(0, 128, 128)');
  await page.getByLabel('Sample name').fill('with-tide');
  await page.getByRole('button', { name: 'Save as sample' }).click();

  await go(page, 'Get the code');
  await page
    .getByRole('button', { name: /^Copy: / })
    .first()
    .click();
  await expect.poll(() => said(page)).toContain('copied');
  const code = await page.evaluate(() => navigator.clipboard.readText());
  expect(code).toContain('High water at six');
  expect(code).toContain('color: teal');

  await go(page, 'Try');
  await page.getByRole('button', { name: /^Take .* out of/ }).click();
  await expect.poll(() => tide.count()).toBe(0);
  const choose = page.locator('km-preview').getByRole('combobox', { name: 'Sample' });
  await choose.selectOption({ label: 'with-tide' });
  await expect.poll(() => tide.count()).toBe(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => tide.count()).toBe(0);
  expect(page.complaints).toEqual([]);
});
