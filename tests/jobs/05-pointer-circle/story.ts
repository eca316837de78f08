import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'Only the circle that follows the pointer, out of a whole page of a playground',
  commands: [
    `keen-mould import paste.html --name dot --only .follow-dot --bind`,
    'keen-mould cast dot --id one --out one.html',
  ],
  copies: [
    'keen-mould cast dot --id two --fill width=80px --fill background=#f77f00 --fill ease=1 --out two.html',
  ],
  clicks: async (hands) => {
    await hands.only('.follow-dot');
    return hands.usual({ Size: '80px', Ease: '0.5' });
  },
  check: async (page) => {
    expect(await page.locator('.stage, header.pen').count()).toBe(0);
    await page.mouse.move(300, 200);
    await page.mouse.move(400, 300);
    const dots = page.locator('.follow-dot');
    const centre = (at: number) =>
      dots.nth(at).evaluate((one) => {
        const { left, top, width, height } = one.getBoundingClientRect();
        return [Math.round(left + width / 2), Math.round(top + height / 2), width];
      });
    await expect.poll(() => centre(1)).toEqual([400, 300, 80]);
    await expect.poll(() => centre(0)).toEqual([400, 300, 32]);
    expect(
      await page.evaluate(() => [
        getComputedStyle(document.body).cursor,
        getComputedStyle(document.body).overflow,
      ]),
    ).toEqual(['auto', 'visible']);
  },
};
