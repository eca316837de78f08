import { expect } from 'vitest';
import type { Story } from '../../support/story.ts';

export const story: Story = {
  title: 'A form with a link of its own colour in one copy, its settings in sections',
  commands: [
    'keen-mould import paste.html --name quote --bind',
    `keen-mould bind quote --split '.enq-link{color}=linkColour' --set fields.linkColour.section=Colours --set fields.headingColor.section=Colours --set fields.legend.section=Labels --set fields.nameLabel.section=Labels`,
    'keen-mould cast quote --id one --out one.html',
  ],
  copies: [
    `keen-mould cast quote --id two --fill linkColour=#d00000 --fill sentTo=/ask.php --fill heading="Ask us" --out two.html`,
  ],
  clicks: async (hands) => {
    await hands.takeRecommended();
    await hands.split({ file: 'style.css', text: '--heading-color', nth: 1 });
    await hands.fill({ Heading: 'Ask us' });
    return hands.code();
  },
  check: async (page) => {
    expect(
      await page
        .locator('.enq-link')
        .evaluateAll((all) => all.map((one) => getComputedStyle(one).color)),
    ).toEqual(['rgb(127, 79, 36)', 'rgb(208, 0, 0)']);
    expect(
      await page.locator('.enq').evaluateAll((all) => all.map((one) => one.getAttribute('action'))),
    ).toEqual(['/send.php', '/ask.php']);
    expect(
      await page
        .locator('.enq h3')
        .evaluateAll((all) => all.map((one) => getComputedStyle(one).color)),
    ).toEqual(['rgb(127, 79, 36)', 'rgb(127, 79, 36)']);
    await page.locator('.enq').nth(1).getByLabel('Name').fill('Ada');
    expect(await page.locator('.enq').nth(0).getByLabel('Name').inputValue()).toBe('');
  },
};
