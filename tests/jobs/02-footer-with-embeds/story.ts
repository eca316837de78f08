import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title:
    'A footer with embed codes of three providers, in the palette of each site, kept on the rack',
  commands: [
    'keen-mould import paste.html --name foot --bind',
    'keen-mould rack add foot --rack rack',
    'keen-mould cast foot --id one --out one.html',
  ],
  copies: [
    'keen-mould rack take foot --as next-foot --rack rack',
    'keen-mould cast next-foot --id two --fill heading="Where we are" --fill place=77 --fill frameAddress=https://maps.example/embed?place=quay --out two.html',
  ],
  clicks: async (hands) => {
    await hands.takeRecommended();
    await hands.fill({ Place: '77' });
    await hands.step('Get the code');
    await hands.press('Add to the rack');
    return hands.code();
  },
  check: async (page) => {
    const feet = page.locator('.site-foot');
    expect(
      await feet.evaluateAll((all) => all.map((one) => getComputedStyle(one).backgroundColor)),
    ).toEqual(['rgb(43, 45, 66)', 'rgb(43, 45, 66)']);
    expect(await page.locator('.site-foot h4').allTextContents()).toEqual([
      'Find us',
      'Reviews',
      'Tide today',
      'Where we are',
      'Reviews',
      'Tide today',
    ]);
    expect(
      await page
        .locator('.site-foot b')
        .evaluateAll((all) => all.map((one) => one.parentElement?.textContent)),
    ).toEqual(['4.8 of 5, place 4411', '4.8 of 5, place 77']);
    expect(
      await page
        .locator('.tide')
        .evaluateAll((all) =>
          all.map((one) => one.parentElement?.querySelector('h4')?.textContent),
        ),
    ).toEqual(['Tide today', 'Tide today']);
    const centres = await feet
      .first()
      .locator('iframe, .tide')
      .evaluateAll((all) =>
        all.map((one) => {
          const [box, around] = [
            one.getBoundingClientRect(),
            (one.parentElement as Element).getBoundingClientRect(),
          ];
          return Math.abs(box.left + box.width / 2 - around.left - around.width / 2);
        }),
      );
    expect(Math.max(...centres)).toBeLessThan(1);
  },
};
