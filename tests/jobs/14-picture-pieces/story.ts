import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A picture in pieces: its sizes by width, its position, the shapes',
  commands: [
    'keen-mould import paste.html --name fern --bind',
    `keen-mould bind fern --mark '.shatter .p1{clip-path}=first' --mark '"50% 30%"=position:choice(0 0|center)'`,
    'keen-mould cast fern --id one --out one.html',
  ],
  copies: [
    `keen-mould cast fern --id two --fill width=400px --fill height=300px --fill 'position=0 0' --fill piecePicture=https://pics.glasshouse.example/moss.jpg --fill 'first=circle(20%)' --below 640:width=200px --out two.html`,
  ],
  clicks: (hands) => hands.usual({ Width: '400px', Height: '300px' }),
  check: async (page) => {
    const all = page.locator('.shatter');
    const widths = () =>
      all.evaluateAll((some) => some.map((one) => one.getBoundingClientRect().width));
    expect(await widths()).toEqual([560, 400]);
    expect(
      await page
        .locator('.p1')
        .evaluateAll((some) => some.map((one) => getComputedStyle(one).clipPath.slice(0, 7))),
    ).toEqual(['polygon', 'circle(']);
    expect(
      await page
        .locator('.shatter .p2')
        .nth(1)
        .evaluate((one) => getComputedStyle(one).backgroundImage),
    ).toContain('moss.jpg');
    await page.setViewportSize({ width: 500, height: 800 });
    expect(await widths()).toEqual([300, 200]);
  },
};
