import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'Cards that are links, with one lifted, in another order and with a category',
  commands: [
    'keen-mould import paste.html --name courses --bind',
    'keen-mould cast courses --id one --out one.html',
  ],
  copies: [
    `keen-mould cast courses --id two --fill 'cards=[{"heading":"Bees","text":"Gloves lent.","cardCat":"Garden","cardLink":{"href":"/bees"},"up":true},{"heading":"Pickles","text":"Jars included.","cardCat":"Kitchen","cardLink":{"href":"/pickles"}}]' --fill cardCatColor=#2a9d8f --out two.html`,
  ],
  clicks: (hands) => hands.usual({ 'Cards gap': '12px', 'Picture height': '90px' }),
  check: async (page) => {
    const cards = page.locator('a.card');
    expect(await cards.evaluateAll((all) => all.map((one) => one.getAttribute('href')))).toEqual([
      '/courses/bread',
      '/courses/cheese',
      '/courses/knives',
      '/bees',
      '/pickles',
    ]);
    expect(
      await cards.evaluateAll((all) =>
        all.map((one) => getComputedStyle(one).transform !== 'none'),
      ),
    ).toEqual([false, true, false, true, false]);
    expect(
      await page
        .locator('.card-cat')
        .nth(3)
        .evaluate((one) => getComputedStyle(one).color),
    ).toBe('rgb(42, 157, 143)');
    expect(
      await page
        .locator('.container')
        .first()
        .evaluate((one) => getComputedStyle(one).backgroundColor),
    ).toBe('rgb(238, 238, 255)');
  },
};
