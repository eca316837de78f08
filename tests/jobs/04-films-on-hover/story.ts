import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'Films that play while the pointer is on them, with the script at the end of the body',
  commands: [
    'keen-mould import paste.html --name clips --bind --page-styles drop',
    'keen-mould cast clips --id one --out one.html',
  ],
  copies: [
    `keen-mould cast clips --id two --fill clips.0.heading="First firing" --fill clips.1.film=clips/other.mp4 --fill clipCornerRadius=0px --out two.html`,
  ],
  clicks: (hands) => hands.usual({ 'Clip corner radius': '0px' }),
  check: async (page) => {
    const clips = page.locator('.clip');
    expect(await clips.count()).toBe(6);
    await clips.nth(4).hover();
    const states = () =>
      clips.evaluateAll((all) => all.map((one) => (one as HTMLElement).dataset.state ?? ''));
    expect(await states()).toEqual(['', '', '', '', 'playing', '']);
    await page.mouse.move(2, 2);
    expect((await states())[4]).toBe('paused');
    expect(await clips.nth(3).locator('h3').textContent()).toContain('First firing');
    expect(await clips.nth(4).locator('video').getAttribute('src')).toMatch(/other\.mp4$/);
  },
};
