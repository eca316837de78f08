import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A before and after comparison in the three boxes of a host, three on a page',
  commands: [
    'keen-mould import paste.html --name roof --bind',
    'keen-mould cast roof --as panes --id one --out one',
  ],
  copies: [
    'keen-mould cast roof --as panes --id two --fill start=20 --fill width=400px --fill height=240px --out two',
    'keen-mould cast roof --as panes --id three --fill tagL=Then --fill tagR=Now --fill handleBackground=#0a9396 --out three',
  ],
  clicks: (hands) =>
    hands.usual({ Start: '20', 'Maximum width': '400px', Height: '240px' }, 'panes'),
  check: async (page) => {
    const parts = page.locator('.ba-top');
    const shown = () =>
      parts.evaluateAll((all) => all.map((one) => getComputedStyle(one).clipPath));
    expect(await shown()).toEqual([
      'inset(0px 50% 0px 0px)',
      'inset(0px 80% 0px 0px)',
      'inset(0px 50% 0px 0px)',
    ]);
    const handle = page.locator('.ba-handle').nth(1);
    const box = await handle.boundingBox();
    if (!box) throw new Error('the second has no handle');
    await page.mouse.move(box.x + box.width / 2, box.y + 20);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + 120, box.y + 20);
    await page.mouse.up();
    expect((await shown())[1]).toBe('inset(0px 50% 0px 0px)');
    expect((await shown())[2]).toBe('inset(0px 50% 0px 0px)');
    expect(await page.locator('.ba-tag').allTextContents()).toEqual([
      'Before',
      'After',
      'Before',
      'After',
      'Then',
      'Now',
    ]);
    const wrap = await page.locator('.ba-wrap').nth(1).boundingBox();
    expect([wrap?.width, wrap?.height]).toEqual([400, 240]);
  },
};
