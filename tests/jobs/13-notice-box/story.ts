import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A box around any content of the host, on either side, with the lost dot mended',
  commands: [
    'keen-mould import paste.html --name aside --fix --bind',
    `keen-mould bind aside --mark '.box=content:slot'`,
    'keen-mould cast aside --id one --out one.html',
  ],
  copies: [
    `keen-mould cast aside --id two --fill look=box-left --fill width=200px --fill borderColor=#386641 --slot content=sheds.html --out two.html`,
  ],
  clicks: async (hands) => {
    await hands.mend();
    return hands.usual({ Width: '200px' });
  },
  check: async (page) => {
    const boxes = page.locator('aside.box');
    expect(await boxes.evaluateAll((all) => all.map((one) => getComputedStyle(one).float))).toEqual(
      ['right', 'left'],
    );
    expect(
      await boxes.evaluateAll((all) => all.map((one) => getComputedStyle(one).borderLeftColor)),
    ).toEqual(['rgb(214, 40, 40)', 'rgb(56, 102, 65)']);
    expect(
      await boxes
        .first()
        .locator('h4')
        .evaluate((one) => getComputedStyle(one).color),
    ).toBe('rgb(214, 40, 40)');
    expect(await boxes.nth(1).locator('li').allTextContents()).toEqual(['Two metres', 'No glass']);
    expect(await page.locator('div.box').evaluate((one) => getComputedStyle(one).height)).toBe(
      '40px',
    );
  },
};
