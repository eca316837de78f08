import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A card around any markup, with a heading that may be left out',
  commands: [
    'keen-mould import paste.html --name player --bind',
    `keen-mould bind player --mark '.embed-card-body=code:markup' --mark '.embed-card-title=hasTitle:optional'`,
    'keen-mould cast player --id one --out one.html',
  ],
  copies: [
    `keen-mould cast player --id two --fill hasTitle=false --out two.html`,
    `keen-mould cast player --id three --fill title=Charts --fill 'code=<ol><li>Foghorn</li><li>Gull</li></ol>' --fill borderColor=#9b2226 --out three.html`,
  ],
  clicks: async (hands) => {
    await hands.step('Fields');
    await hands.mark({ text: '<div class="embed-card-body">', form: 'markup', name: 'code' });
    await hands.press(/^Take \d+ recommended$/);
    await hands.fill({ 'Card heading': 'Charts' });
    return hands.code();
  },
  check: async (page) => {
    expect(await page.locator('.embed-card-title').allTextContents()).toEqual([
      'Listen in',
      'Charts',
    ]);
    expect(await page.locator('.embed-card iframe').count()).toBe(2);
    expect(await page.locator('.embed-card li').allTextContents()).toEqual(['Foghorn', 'Gull']);
    expect(
      await page
        .locator('.embed-card')
        .nth(2)
        .evaluate((one) => getComputedStyle(one).borderTopColor),
    ).toBe('rgb(155, 34, 38)');
  },
};
