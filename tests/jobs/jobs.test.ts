import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
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
import { commandsOf, type Told, writePage } from './page.ts';

const { browser } = withBrowser();
const { opened } = withWorkbench();

/** In commands: to the first copy. */
const most = 3;
/** To the code of one copy. */
const mostClicks = 12;

const storyOf = async (name: string) =>
  ((await import(`./${name}/story.ts`)) as { readonly story: Story }).story;

/** True where what came of the jobs is written into the docs: `npm run jobs`. */
const isWritten = process.env.KEEN_MOULD_JOBS !== undefined;

const told = new Map<string, Told>();

function tellOf(name: string, story: Story): Told {
  const known = told.get(name);
  if (known) return known;
  const fresh = { story, commandSeconds: 0, clickSeconds: 0, clicks: 0, steps: [], png: undefined };
  told.set(name, fresh);
  return fresh;
}

const since = (start: number) => (performance.now() - start) / 1000;

afterAll(async () => {
  if (isWritten) await writePage(browser(), [...told.values()]);
});

const page = readFileSync(new URL('../../docs/jobs.md', import.meta.url), 'utf8');

/** What a command writes a cast to, where it does. */
function outOf(command: string): string[] {
  const found = /--out (\S+)/.exec(command)?.[1];
  return found && / cast (?!.*--as pack)/.test(command) ? [found] : [];
}

describe.each(storyNames())('%s', (name) => {
  it('is done by commands', { timeout: 120_000 }, async () => {
    const story = await storyOf(name);
    expect(story.commands.length).toBeLessThanOrEqual(most);
    if (!isWritten) expect(page).toContain(commandsOf(story));
    const desk = deskOf(name);
    const start = performance.now();
    for (const command of [...story.commands, ...story.copies]) await typed(desk, command);
    const tell = tellOf(name, story);
    tell.commandSeconds = since(start);
    const casts = [story.commands.at(-1) ?? '', ...story.copies];
    const copies = casts.flatMap(outOf).map((out) => delivered(desk, out));
    const host = await hostPage(browser(), desk, hostWith(desk, copies));
    if (isWritten) {
      await host.locator('[data-cast], iframe').first().scrollIntoViewIfNeeded();
      tell.png = await host.screenshot();
    }
    await story.check(host);
    expect(host.complaints).toEqual([]);
    await host.context().close();
  });

  it('is done by clicks', { timeout: 120_000 }, async () => {
    const story = await storyOf(name);
    const bench = await opened();
    const hands = new Hands(bench);
    const desk = deskOf(name);
    const start = performance.now();
    await hands.paste(readFileSync(join(desk, 'paste.html'), 'utf8'));
    const code = await story.clicks(hands);
    const { clicks, steps } = hands;
    Object.assign(tellOf(name, story), { clickSeconds: since(start), clicks, steps });
    expect(hands.clicks).toBeLessThanOrEqual(mostClicks);
    for (const value of hands.filled) expect(code).toContain(value);
    const host = await hostPage(browser(), desk, hostWith(desk, [code]));
    expect(await host.locator('[data-cast], iframe').count()).toBeGreaterThan(0);
    expect([bench.complaints, host.complaints]).toEqual([[], []]);
    await host.context().close();
    await bench.context().close();
  });
});
