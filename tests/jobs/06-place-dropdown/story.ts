import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A drop-down of places that leads to addresses',
  commands: [
    'keen-mould import paste.html --name places --bind',
    `keen-mould bind places --take buttonBackground,hoverItemBackground --mark '.dd-btn{padding}=padding:length'`,
    'keen-mould cast places --id one --out one.html',
  ],
  copies: [
    `keen-mould cast places --id two --fill button="Where to?" --fill width=340px --fill padding=20px --fill 'items=[{"item":"Docks","address":{"href":"/docks"}},{"item":"Station","address":{"href":"#station"}}]' --out two.html`,
  ],
  clicks: async (hands) => {
    await hands.takeRecommended();
    await hands.mark({ file: 'style.css', text: '12px 16px', to: '12px 16px', form: 'length' });
    await hands.fill({ Button: 'Where to?' });
    return hands.code();
  },
  check: async (page) => {
    const second = page.locator('.dd').nth(1);
    await second.locator('.dd-btn').click();
    expect(
      await page
        .locator('.dd-list')
        .evaluateAll((all) => all.map((one) => getComputedStyle(one).display !== 'none')),
    ).toEqual([false, true]);
    expect(await second.locator('li').allTextContents()).toEqual(['Docks', 'Station']);
    expect(await second.evaluate((one) => one.getBoundingClientRect().width)).toBe(340);
    expect(
      await second.locator('.dd-btn').evaluate((one) => getComputedStyle(one).paddingTop),
    ).toBe('20px');
    await second.locator('li').nth(1).click();
    expect(new URL(page.url()).hash).toBe('#station');
  },
};
