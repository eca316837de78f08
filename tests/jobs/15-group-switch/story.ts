import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A switch between two groups of the host, the hidden one still reachable while editing',
  commands: [
    'keen-mould import paste.html --name rates --bind',
    `keen-mould bind rates --mark '".prices-monthly"=first:target' --mark '".prices-yearly"=second:target'`,
    'keen-mould cast rates --id one --out one.html',
  ],
  copies: [
    'keen-mould cast rates --id two --fill button=Small --fill yearlyButton=Large --fill emphasis= --fill first=.rooms-small --fill second=.rooms-large --out two.html',
  ],
  clicks: async (hands) => {
    await hands.usual({ Button: 'Small' });
  },
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
