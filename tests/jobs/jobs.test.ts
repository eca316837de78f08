import { describe, expect, it } from 'vitest';
import { withBrowser } from '../support/browser.ts';
import {
  delivered,
  deskOf,
  hostPage,
  hostWith,
  type Story,
  storyNames,
  typed,
} from '../support/story.ts';

const { browser } = withBrowser();

/** In commands: to the first copy. */
const most = 3;

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
});
