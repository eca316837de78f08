import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { withBrowser } from '../support/browser.ts';
import { Hands } from '../support/hands.ts';
import {
  delivered,
  deskOf,
  hostPage,
  hostWith,
  type Story,
  storyNames,
  typed,
} from '../support/story.ts';
import { withWorkbench } from '../support/workbench.ts';

const { browser } = withBrowser();
const { opened } = withWorkbench();

/** In commands: to the first copy. */
const most = 3;
/** To the code of one copy. */
const mostClicks = 12;

const storyOf = async (name: string) =>
  ((await import(`./${name}/story.ts`)) as { readonly story: Story }).story;

/** What each command writes to. */
function outOf(command: string): string {
  const found = /--out (\S+)/.exec(command)?.[1];
  if (found) return found;
  throw new Error(`${command} writes no file`);
}

describe.each(storyNames())('%s', (name) => {
  it('is done by commands', { timeout: 120_000 }, async () => {
    const story = await storyOf(name);
    expect(story.commands.length).toBeLessThanOrEqual(most);
    const desk = deskOf(name);
    for (const command of [...story.commands, ...story.copies]) await typed(desk, command);
    const casts = [story.commands.at(-1) ?? '', ...story.copies];
    const copies = casts.map((command) => delivered(desk, outOf(command)));
    const page = await hostPage(browser(), desk, hostWith(desk, copies));
    await story.check(page);
    expect(page.complaints).toEqual([]);
    await page.context().close();
  });

  it('is done by clicks', { timeout: 120_000 }, async () => {
    const story = await storyOf(name);
    const bench = await opened();
    const hands = new Hands(bench);
    const desk = deskOf(name);
    await hands.paste(readFileSync(join(desk, 'paste.html'), 'utf8'));
    const code = await story.clicks(hands);
    expect(hands.clicks).toBeLessThanOrEqual(mostClicks);
    for (const value of hands.filled) expect(code).toContain(value);
    const page = await hostPage(browser(), desk, hostWith(desk, [code]));
    expect(await page.locator('[data-cast], iframe').count()).toBeGreaterThan(0);
    expect([bench.complaints, page.complaints]).toEqual([[], []]);
    await page.context().close();
    await bench.context().close();
  });
});
