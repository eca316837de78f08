import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A switch between two groups of the host, the hidden one still reachable while editing',
  commands: [
    'keen-mould import paste.html --name rates --bind',
    'keen-mould cast rates --id one --out one.html',
  ],
  copies: [
    'keen-mould cast rates --id two --fill button=Small --fill yearlyButton=Large --fill emphasis= --fill pricesMonthly=.rooms-small --fill pricesYearly=.rooms-large --out two.html',
  ],
  clicks: (hands) => hands.usual({ Button: 'Small', 'Second button': 'Large' }),
  check: async (page) => {
    const seen = async () =>
      Promise.all(
        ['.prices-monthly', '.prices-yearly', '.rooms-small', '.rooms-large'].map((one) =>
          page.locator(one).isVisible(),
        ),
      );
    expect(await seen()).toEqual([true, false, true, false]);
    await page.getByRole('button', { name: 'Large' }).click();
    expect(await seen()).toEqual([true, false, false, true]);
    await page.getByRole('button', { name: /Yearly/ }).click();
    expect(await seen()).toEqual([false, true, false, true]);
  },
};
