import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'An icon box with ids of its own, four in a row, given to a colleague as a file',
  commands: [
    'keen-mould import paste.html --name help --bind',
    'keen-mould cast help --as pack --out help.zip',
    'keen-mould cast help.zip --id one --out one.html',
  ],
  copies: [
    'keen-mould cast help.zip --id two --fill heading="Give books" --fill link=/books --out two.html',
    'keen-mould cast help.zip --id three --fill heading="Read aloud" --fill drawingFillColor=#06d6a0 --fill otherDrawingFillColor=#118ab2 --out three.html',
    'keen-mould cast help.zip --id four --fill heading="Bake" --fill text="For the fair in May." --out four.html',
  ],
  clicks: async (hands) => {
    await hands.takeRecommended();
    await hands.fill({ Heading: 'Give books', Introduction: 'Any language.' });
    await hands.step('Get the code');
    await hands.press('Download the pack');
    return hands.code();
  },
  check: async (page) => {
    expect(await page.locator('.ibox h3').allTextContents()).toEqual([
      'Lend a hand',
      'Give books',
      'Read aloud',
      'Bake',
    ]);
    const ids = await page.locator('[id]').evaluateAll((all) => all.map(({ id }) => id));
    expect(new Set(ids).size).toBe(ids.length);
    expect(await page.getByRole('link', { name: 'Read aloud' }).count()).toBe(1);
    const fill = await page
      .locator('.ibox path')
      .nth(2)
      .evaluate((one) => {
        const id = /url\("?#([^")]+)/.exec(getComputedStyle(one).fill)?.[1] ?? '';
        const stop = document.getElementById(id)?.querySelector('stop');
        return stop ? getComputedStyle(stop).stopColor : '';
      });
    expect(fill).toBe('rgb(6, 214, 160)');
    const tops = await page
      .locator('.ibox')
      .evaluateAll((all) => all.map((one) => one.getBoundingClientRect().top));
    expect(new Set(tops).size).toBe(1);
  },
};
