import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A strip of words for a host that takes an iframe of fixed height, pinned to the top',
  commands: [
    'keen-mould import paste.html --name strip --bind',
    'keen-mould cast strip --as frame --height 44 --id top --out top.html',
  ],
  copies: [
    `keen-mould cast strip --as frame --height 44 --fill 'tracks=["Open at Easter","Ask for Rye"]' --fill speed=6s --fill background=#003049 --out low.html`,
  ],
  clicks: (hands) => hands.usual({ Speed: '6s' }, 'frame'),
  check: async (page) => {
    const frames = page.locator('iframe');
    expect(
      await frames.evaluateAll((all) => all.map((one) => one.getBoundingClientRect().height)),
    ).toEqual([44, 44]);
    const first = page.frameLocator('iframe >> nth=0');
    const second = page.frameLocator('iframe >> nth=1');
    expect(await first.locator('.tkr-item').count()).toBe(8);
    expect(await second.locator('.tkr-item').allTextContents()).toEqual([
      'Open at Easter',
      'Ask for Rye',
      'Open at Easter',
      'Ask for Rye',
    ]);
    expect(
      await second.locator('.tkr-track').evaluate((one) => getComputedStyle(one).animationDuration),
    ).toBe('6s');
    await page.mouse.wheel(0, 400);
    await expect
      .poll(() => frames.first().evaluate((one) => one.getBoundingClientRect().top))
      .toBe(0);
  },
};
