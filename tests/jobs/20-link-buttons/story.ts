import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title:
    'Animated buttons from a bare list: links added, in a new tab, the lists of the site untouched',
  commands: [
    'keen-mould import paste.html --name terms --bind',
    `keen-mould bind terms --mark 'li=link:link'`,
    'keen-mould cast terms --id one --out one.html',
  ],
  copies: [
    `keen-mould cast terms --id two --fill 'items=[{"text":"Clay","link":{"href":"/clay"}},{"text":"Ink","link":{"href":"https://ink.example/","newTab":true}},{"text":"Song"},{"text":"Bread"}]' --fill itemBackground=#2b9348 --out two.html`,
  ],
  clicks: async (hands) => {
    await hands.takeRecommended();
    await hands.mark({ text: 'li', nth: 0, form: 'link', name: 'link' });
    await hands.fill({ 'Corner radius': '0px' });
    return hands.code();
  },
  check: async (page) => {
    const items = page.locator('li[class]:not([class=""]), ul[data-cast] li');
    expect(await items.count()).toBe(7);
    expect(await items.nth(3).evaluate((one) => getComputedStyle(one).backgroundColor)).toBe(
      'rgb(43, 147, 72)',
    );
    const links = await page
      .locator('ul[data-cast] a')
      .evaluateAll((all) =>
        all.map((one) => [one.getAttribute('href'), one.getAttribute('target')]),
      );
    expect(links).toEqual([
      ['/clay', null],
      ['https://ink.example/', '_blank'],
    ]);
    expect(
      await page
        .locator('ul')
        .first()
        .evaluate((one) => getComputedStyle(one).listStyleType),
    ).toBe('disc');
  },
};
