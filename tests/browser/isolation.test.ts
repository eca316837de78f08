import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { measure } from '../isolation/measure.ts';
import { withBrowser } from '../support/browser.ts';
import { demo } from '../support/command.ts';

const { browser } = withBrowser();

/** Snippets in which nothing answers to a visitor; their clocks and loops go on all the same. */
const still = new Set([
  'flap-board.html',
  'next-tram.html',
  'stop-list.html',
  'branch-picker.html',
]);

const snippets = readdirSync(join(demo, 'snippets'));

describe.each(snippets)('%s, scoped and sealed', (name) => {
  it('looks and behaves alone, threefold and in rude hosts as it does by itself', async () => {
    const path = join(demo, 'snippets', name);
    const measured = await measure(browser(), path, name, { acts: 3 });
    for (const one of measured) {
      expect(one).toMatchObject({ look: true, behaviour: true, threefold: true, leaks: 0 });
      expect(one.hosts).toEqual([5, 5]);
      expect(one.acts || still.has(name)).toBe(true);
    }
  });
});
