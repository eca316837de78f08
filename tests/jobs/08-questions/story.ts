import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'Questions in questions, with the lost end tag mended and the library of the page used',
  commands: [
    'keen-mould import paste.html --name asked --fix --bind --library jquery=page',
    'keen-mould cast asked --id one --out one.html',
  ],
  copies: [
    `keen-mould cast asked --id two --fill title="On board" --fill rows.0.text=Bikes --fill rows.0.rows.0.text="Do bikes pay?" --out two.html`,
  ],
  clicks: async (hands) => {
    await hands.mend();
    return hands.usual({ Heading: 'On board' });
  },
  check: async (page) => {
    expect(await page.locator('script[src*=jquery]').count()).toBe(1);
    const tops = page.locator('.faq > .faq__item > .faq__q');
    expect(await tops.allTextContents()).toEqual([
      'Tickets',
      'Getting here',
      'Bikes',
      'Getting here',
    ]);
    await tops.nth(2).click();
    const inner = page.getByText('Do bikes pay?');
    await expect.poll(() => inner.isVisible()).toBe(true);
    expect(await page.getByText('Can I change the day?').first().isVisible()).toBe(false);
    await inner.click();
    await expect
      .poll(() => page.getByText('Up to the evening before.').nth(1).isVisible())
      .toBe(true);
    expect(await page.locator('.faq__q b').count()).toBe(0);
  },
};
