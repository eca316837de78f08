import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'Sections written in SCSS with a library and its plugin, their headings as rich text',
  commands: [
    'keen-mould import paste.html --name deck --bind',
    `keen-mould bind deck --drop ones.heading --mark '.pages__one h2=heading:richtext'`,
    'keen-mould cast deck --id one --out one.html',
  ],
  copies: [
    `keen-mould cast deck --id two --fill 'ones=[{"heading":"Felt <em>and</em> fur","background":"#9b2226"},{"heading":"Spin","background":"#005f73"}]' --out two.html`,
  ],
  clicks: (hands) => hands.usual({ Height: '300px' }),
  check: async (page) => {
    const ones = page.locator('.pages__one');
    expect(
      await ones.evaluateAll((all) => all.map((one) => getComputedStyle(one).backgroundColor)),
    ).toEqual([
      'rgb(61, 52, 139)',
      'rgb(96, 108, 56)',
      'rgb(188, 108, 37)',
      'rgb(155, 34, 38)',
      'rgb(0, 95, 115)',
    ]);
    expect(await ones.nth(3).locator('em').textContent()).toBe('and');
    await ones.nth(4).scrollIntoViewIfNeeded();
    await expect
      .poll(() => ones.nth(4).evaluate((one) => one.classList.contains('seen')))
      .toBe(true);
    expect(await ones.nth(2).evaluate((one) => one.classList.contains('seen'))).toBe(false);
  },
};
