import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A slider with texts, the same picture twice, and its buttons elsewhere on a phone',
  commands: [
    'keen-mould import paste.html --name birds --bind',
    `keen-mould bind birds --mark '.sl-btn{top}=buttonTop' --mark '@media (max-width:600px) .sl-btn{top}=buttonTop:below'`,
    'keen-mould cast birds --id one --out one.html',
  ],
  copies: [
    `keen-mould cast birds --id two --fill slides.0.name=Dawn --fill slides.2.picture=https://pics.saltmarsh.example/reeds.jpg --fill pictureHeight=200px --fill auto=60000 --below 600:buttonTop=30px --out two.html`,
  ],
  clicks: (hands) => hands.usual({ 'Slide height': '200px', Auto: '60000' }),
  check: async (page) => {
    const rails = page.locator('.sl-rail');
    await page.locator('.sl-next').nth(1).click();
    expect(
      await rails.evaluateAll((all) => all.map((one) => (one as HTMLElement).style.transform)),
    ).toEqual(['', 'translateX(-100%)']);
    expect(
      await page.locator('.sl b').evaluateAll((all) => all.map((one) => one.textContent)),
    ).toEqual(['The hide', 'In fog', 'Boardwalk', 'Dawn', 'In fog', 'Boardwalk']);
    expect(
      await page
        .locator('.sl img')
        .evaluateAll((all) => all.map((one) => (one as HTMLImageElement).src.split('/').at(-1))),
    ).toEqual(['hide.jpg', 'hide.jpg', 'boardwalk.jpg', 'hide.jpg', 'hide.jpg', 'reeds.jpg']);
    await page.setViewportSize({ width: 390, height: 800 });
    expect(
      await page
        .locator('.sl-prev')
        .evaluateAll((all) => all.map((one) => getComputedStyle(one).top)),
    ).toEqual(['12px', '30px']);
  },
};
