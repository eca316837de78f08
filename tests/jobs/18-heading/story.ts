import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A heading with its text, tag, typeface, five colours and its alignment by width',
  commands: [
    'keen-mould import paste.html --name kettle --bind',
    `keen-mould bind kettle --take headingLevel,alignment,typeface,shadow --mark '@media (max-width: 600px) .fancy{text-align}=alignment:below'`,
    'keen-mould cast kettle --id one --out one.html',
  ],
  copies: [
    'keen-mould cast kettle --id two --fill headingLevel=h3 --fill over="Open late" --fill mark=Iron --fill alignment=right --below 600:alignment=left --fill typeface=Georgia --fill textColor=#6a040f --fill overColor=#e85d04 --fill markColor=#370617 --fill shadow=#ffba08 --fill fancyBackground=#dc2f02 --out two.html',
  ],
  clicks: async (hands) => {
    await hands.takeRecommended();
    await hands.take('Heading level');
    await hands.take('Alignment');
    await hands.take('Typeface');
    await hands.fill({ 'Small heading': 'Open late' });
    return hands.code();
  },
  check: async (page) => {
    const two = page.locator('h3.fancy');
    expect((await two.textContent())?.replace(/\s+/g, ' ')).toContain('Open lateThe Iron Kettle');
    const styles = () =>
      page
        .locator('.fancy')
        .evaluateAll((all) => all.map((one) => getComputedStyle(one).textAlign));
    expect(await styles()).toEqual(['left', 'right']);
    expect(
      await two.evaluate((one) => [getComputedStyle(one).color, getComputedStyle(one).fontFamily]),
    ).toEqual(['rgb(106, 4, 15)', 'Georgia']);
    await page.setViewportSize({ width: 400, height: 800 });
    expect(await styles()).toEqual(['center', 'left']);
  },
};
