import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'Players with a waveform, of which one plays at a time',
  commands: [
    'keen-mould import paste.html --name bell --bind',
    'keen-mould set bell sharedEvents=wav-play',
    'keen-mould cast bell --id one --out one.html',
  ],
  copies: [
    'keen-mould cast bell --id two --fill address=sounds/tenor.wav --fill color=#adb5bd --fill playBackground=#e63946 --out two.html',
    `keen-mould cast bell --id three --fill 'title=Evening <em>peal</em>' --fill bars=30 --out three.html`,
  ],
  clicks: async (hands) => {
    await hands.takeRecommended();
    await hands.about('Events that all its casts on a page hear', 'wav-play');
    await hands.fill({ 'Corner radius': '0px' });
    return hands.code();
  },
  check: async (page) => {
    const players = page.locator('.wav');
    await players.nth(0).locator('button').click();
    await players.nth(1).locator('button').click();
    const playing = () =>
      players.evaluateAll((all) => all.map((one) => one.classList.contains('playing')));
    await expect.poll(playing).toEqual([false, true, false]);
    expect(
      await players.evaluateAll((all) => all.map((one) => one.getAttribute('data-src'))),
    ).toEqual(['sounds/bell.wav', 'sounds/tenor.wav', 'sounds/bell.wav']);
    expect(
      await players
        .nth(1)
        .locator('button')
        .evaluate((one) => getComputedStyle(one).backgroundColor),
    ).toBe('rgb(230, 57, 70)');
    const inked = await players
      .nth(1)
      .locator('canvas')
      .evaluate((one) => {
        const canvas = one as HTMLCanvasElement;
        const { data } = (canvas.getContext('2d') as CanvasRenderingContext2D).getImageData(
          2,
          canvas.height / 2,
          1,
          1,
        );
        return [...data.slice(0, 3)];
      });
    expect(inked).toEqual([173, 181, 189]);
  },
};
