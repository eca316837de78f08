import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { isLong } from '../run/long.ts';
import { withBrowser } from '../support/browser.ts';
import { demo } from '../support/command.ts';
import { measure } from './measure.ts';

const { browser } = withBrowser();

/** Snippets in which nothing answers to a visitor; their clocks and loops go on all the same. */
const still = new Set([
  'flap-board.html',
  'next-tram.html',
  'stop-list.html',
  'branch-picker.html',
]);

/** Snippets that are put into the hosts as well; a long run does that with all of them. */
const inHosts = new Set(['fare-finder.html', 'timetable.html']);

/**
 * One half of the snippets of the demo, each alone and threefold, scoped and sealed: two files of
 * tests, so that two workers share what takes longest of all. A long run takes all of them, others
 * every second and those that are put into hosts.
 */
export function keepsApart(half: 0 | 1): void {
  const names = readdirSync(join(demo, 'snippets')).filter(
    (name, at) => at % 2 === half && (isLong || at % 4 === half || inHosts.has(name)),
  );
  it.each(names)(
    '%s does as a cast, and as three, what it does by itself',
    // What moves is drawn by the browser's own clock, and late on a machine that is busy.
    { timeout: 180_000, retry: 1 },
    async (name) => {
      const hosts = isLong || inHosts.has(name);
      const path = join(demo, 'snippets', name);
      const often = isLong ? { acts: 6 } : { acts: 2, actedOn: { scoped: [2], sealed: [0] } };
      const measured = await measure(browser(), path, name, { ...often, hosts });
      expect(measured.map(({ manner }) => manner)).toEqual(['scoped', 'sealed']);
      for (const one of measured) {
        expect(one).toMatchObject({ look: true, behaviour: true, threefold: true, leaks: 0 });
        expect(one.hosts).toEqual(hosts ? [5, 5] : [0, 0]);
        expect(one.acts || still.has(name)).toBe(true);
      }
    },
  );
}
