import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'Feature blocks in one style on several pages, numbered in their order, with a variant',
  commands: [
    'keen-mould import paste.html --name boxes --bind --library https://cdn.example/icons/all.min.css',
    'keen-mould cast boxes --id one --out one.html',
  ],
  copies: [
    `keen-mould cast boxes --id two --fill 'feats=[{"heading":"Any size","text":"One to nine people.","icon":{"class":"fa-solid fa-box"},"alt":true},{"heading":"Refill","text":"Crates come back."}]' --fill iconBackground=#2a9d8f --out two.html`,
  ],
  clicks: (hands) => hands.usual({ Gap: '4px', 'Maximum width': '500px' }),
  check: async (page) => {
    const blocks = page.locator('.feats > .feat');
    expect(
      await blocks.evaluateAll((all) => all.map((one) => getComputedStyle(one).flexDirection)),
    ).toEqual(['row', 'row-reverse', 'row', 'row-reverse', 'row']);
    expect(await page.locator('.feats h4').allTextContents()).toEqual([
      'Grown here',
      'Brought by bike',
      'No contract',
      'Any size',
      'Refill',
    ]);
    const resets = await page
      .locator('.feats')
      .evaluateAll((all) => all.map((one) => getComputedStyle(one).counterReset));
    expect(resets[0]).toMatch(/ 0$/);
    expect(new Set(resets).size).toBe(1);
    expect(
      await page
        .locator('.feat-ico')
        .nth(3)
        .evaluate((one) => getComputedStyle(one).backgroundColor),
    ).toBe('rgb(42, 157, 143)');
  },
};
