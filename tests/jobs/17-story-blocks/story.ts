import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A story of blocks of two kinds in any order, the same on several pages',
  commands: [
    'keen-mould import paste.html --name weir --bind',
    `keen-mould bind weir --drop blks --mark '.blk=blocks:list'`,
    'keen-mould cast weir --id one --out one.html',
  ],
  copies: [
    `keen-mould cast weir --id two --fill heading="The otter" --fill 'blocks=[{"blkLook":"blk-pic","picture":{"src":"https://pics.weir-trust.example/otter.jpg","alt":"An otter"},"blk":"Seen in May"},{"blkLook":"blk-text","text":"It came back."},{"blkLook":"blk-text","text":"Twice."}]' --out two.html`,
  ],
  clicks: async (hands) => {
    await hands.step('Fields');
    await hands.mark({ text: 'div', nth: 0, form: 'list', name: 'blocks' });
    await hands.press(/^Take \d+ recommended$/);
    await hands.fill({ Heading: 'The otter' });
    return hands.code();
  },
  check: async (page) => {
    const kinds = await page
      .locator('.blk')
      .evaluateAll((all) => all.map((one) => one.className.replace(/\s+/g, ' ').trim()));
    expect(kinds).toEqual([
      'blk blk-text',
      'blk blk-pic',
      'blk blk-text',
      'blk blk-pic',
      'blk blk-pic',
      'blk blk-text',
      'blk blk-text',
    ]);
    expect(
      await page
        .locator('.blk img')
        .evaluateAll((all) => all.map((one) => (one as HTMLImageElement).alt)),
    ).toEqual(['The jammed gate', 'People pulling ropes', 'An otter']);
    expect(await page.locator('.story em').textContent()).toBe('Nobody');
  },
};
