import type { Frame, Page } from 'playwright-core';
import { expect, it } from 'vitest';
import { withBrowser } from '../support/browser.ts';
import { frameOf, previewed, violationsIn } from '../support/preview.ts';

const { browser } = withBrowser();

const parts = {
  fields: {
    heading: { type: 'string', title: 'Heading', default: 'Kiln Lane' },
    intro: { kind: 'richtext', title: 'Intro', default: 'Open <b>daily</b>' },
    go: { kind: 'link', title: 'More', default: { href: '/hours', text: 'Hours' } },
    tint: { kind: 'color', title: 'Tint', default: '#205080' },
    pots: {
      type: 'array',
      title: 'Pots',
      items: {
        type: 'object',
        title: 'pot',
        properties: { name: { type: 'string', title: 'Name' } },
      },
      default: [{ name: 'Jug' }, { name: 'Bowl' }],
    },
  },
  template: `<section><h2> {~heading~}
</h2><p class="intro">{~intro~}</p><a href="{~go.href~}">{~go.text~}</a><hr>
<ul><li km-each="pots">{~pots.name~}</li></ul></section>`,
  style: 'hr { height: 20px; background: var(--tint) }',
  widths: [700],
};

async function opened(more: object = {}): Promise<{ page: Page; frame: Frame }> {
  const page = await previewed(browser(), { ...parts, ...more });
  const frame = await frameOf(page, 700);
  await page.getByRole('button', { name: 'Edit here' }).click();
  return { page, frame };
}

/** Clicks a text that can be typed where it stands, and waits for the caret. */
async function into(frame: Frame, selector: string): Promise<void> {
  await frame.locator(selector).click();
  await expect.poll(() => frame.evaluate(() => document.activeElement?.localName)).toBe(selector);
}

const heading = (frame: Frame) => () =>
  frame.evaluate(() => document.querySelector('h2')?.textContent);
const inForm = (page: Page, path: string) => page.locator(`aside [id="field-${path}"]`);

it('types a text where it stands; the form follows, and undo is one', async () => {
  const { page, frame } = await opened();
  await into(frame, 'h2');
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('Glaze & <fire>');
  await expect.poll(() => inForm(page, 'heading').inputValue()).toBe('Glaze & <fire>');
  await page.keyboard.press('Escape');
  // The white space around it is the author's.
  await expect.poll(heading(frame)).toBe(' Glaze & <fire>\n');
  await page.keyboard.press('ControlOrMeta+z');
  await into(frame, 'h2');
  await page.keyboard.press('End');
  await page.keyboard.type('!');
  await page.keyboard.press('Enter');
  await expect.poll(() => inForm(page, 'heading').inputValue()).toBe('Glaze & <fire>!');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(heading(frame)).toBe(' Glaze & <fire>\n');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(heading(frame)).toBe(' Kiln Lane\n');
});

it('takes back what was typed by the keys that do so, in the frame itself', async () => {
  const { page, frame } = await opened();
  await into(frame, 'h2');
  await page.keyboard.press('End');
  await page.keyboard.type(' 7');
  await expect.poll(() => inForm(page, 'heading').inputValue()).toBe('Kiln Lane 7');
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(() => inForm(page, 'heading').inputValue()).toBe('Kiln Lane');
  await expect.poll(heading(frame)).toBe(' Kiln Lane\n');
});

it('does not start a script afresh under who types', async () => {
  const script = `let count = 0; document.querySelector('h2').title = 'ready';
addEventListener('keyup', () => { document.querySelector('hr').title = String(++count) });`;
  const { page, frame } = await opened({ script });
  const root = await frame.evaluateHandle(() => document.querySelector('[data-cast]'));
  await into(frame, 'h2');
  await page.keyboard.press('End');
  await page.keyboard.type(' of old', { delay: 90 });
  expect(await root.evaluate((one) => one?.isConnected)).toBe(true);
  await page.keyboard.press('Enter');
  await expect.poll(heading(frame)).toBe(' Kiln Lane of old\n');
  await expect.poll(() => root.evaluate((one) => one?.isConnected)).toBe(false);
});

it('opens a panel for what is no plain text: link, rich text, colour', async () => {
  const { page, frame } = await opened();
  const panel = page.getByRole('dialog', { name: 'Edit this part' });
  await frame.locator('a').click();
  await panel.getByRole('textbox', { name: 'Link address' }).fill('/open');
  await expect.poll(() => frame.locator('a').getAttribute('href')).toBe('/open');
  expect(page.url()).not.toContain('open');
  await frame.locator('.intro').click();
  await panel.locator('[contenteditable]').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' now');
  await expect.poll(() => frame.locator('.intro').innerHTML()).toContain('now');
  await panel.getByRole('button', { name: 'Close' }).click();
  await frame.locator('hr').click();
  await panel.getByRole('textbox', { name: 'Tint' }).fill('#ff0000');
  const ground = () => frame.locator('hr').evaluate((one) => getComputedStyle(one).backgroundColor);
  await expect.poll(ground).toBe('rgb(255, 0, 0)');
  await page.keyboard.press('Escape');
  await expect.poll(() => panel.count()).toBe(0);
});

it('moves, doubles, adds and removes rows where they stand', async () => {
  const { page, frame } = await opened();
  const names = () => frame.locator('li').allTextContents();
  const panel = page.getByRole('dialog', { name: 'Edit this part' });
  const act = async (row: number, name: string) => {
    await frame.locator('li').nth(row).click();
    await panel.getByRole('button', { name }).click();
  };
  await act(0, 'Move Jug down');
  await expect.poll(names).toEqual(['Bowl', 'Jug']);
  await act(1, 'Duplicate Jug');
  await expect.poll(names).toEqual(['Bowl', 'Jug', 'Jug']);
  await act(0, 'Remove Bowl');
  await expect.poll(names).toEqual(['Jug', 'Jug']);
  await act(1, 'Add another');
  await expect.poll(names).toEqual(['Jug', 'Jug', '']);
});

it('is off again with the button: links and buttons work', async () => {
  const { page, frame } = await opened({
    template: '<section><h2>{~heading~}</h2><button onclick="this.title=1">b</button></section>',
  });
  await frame.locator('button').click();
  expect(await frame.locator('button').getAttribute('title')).toBe(null);
  await page.getByRole('button', { name: 'Edit here' }).click();
  await expect.poll(() => frame.evaluate(() => document.documentElement.style.cursor)).toBe('');
  await frame.locator('button').click();
  expect(await frame.locator('button').getAttribute('title')).toBe('1');
});

it.each(['light', 'dark'] as const)(
  'breaks no rule of accessibility, whatever is open, in a %s scheme',
  async (colorScheme) => {
    const { page, frame } = await opened({
      template: `${parts.template.replace('</section>', '')}<p hidden>Later</p></section>`,
    });
    await page.emulateMedia({ colorScheme });
    await frame.locator('li').first().click();
    await page.getByRole('dialog', { name: 'Edit this part' }).waitFor();
    expect(await violationsIn(page)).toEqual([]);
    await page.getByText('Hidden parts', { exact: true }).click();
    expect(await violationsIn(page)).toEqual([]);
    await page.getByText('View options').click();
    expect(await violationsIn(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Check all widths' }).click();
    await page.locator('km-preview .turns').waitFor();
    expect(await violationsIn(page)).toEqual([]);
  },
);

it('waits with what has to be put anew until no more is typed', async () => {
  // A text that is also in an attribute which no script can have been spared: that is put anew.
  const { page, frame } = await opened({
    template: '<section><h2>{~heading~}</h2><p data-of="{~heading~}">x</p></section>',
  });
  const root = await frame.evaluateHandle(() => document.querySelector('[data-cast]'));
  await into(frame, 'h2');
  await page.keyboard.press('End');
  await page.keyboard.type(' East', { delay: 60 });
  expect(await root.evaluate((one) => one?.isConnected)).toBe(true);
  await page.keyboard.press('Enter');
  const of = () => frame.evaluate(() => document.querySelector('p')?.dataset.of);
  await expect.poll(of).toBe('Kiln Lane East');
  await expect.poll(heading(frame)).toBe('Kiln Lane East');
});
