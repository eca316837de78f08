import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { isLong } from '../run/long.ts';
import { casesHome } from '../spots/score.ts';
import { withBrowser } from '../support/browser.ts';
import { differing } from '../support/pictures.ts';
import { bothSides, picturesOf } from '../support/side-by-side.ts';

const { browser } = withBrowser();

/** Every tenth, in a long run all. */
const some = readdirSync(casesHome)
  .filter((_, index) => isLong || index % 10 === 0)
  // It moves by the time that each frame took, so that two pictures of the same cast differ.
  .filter((name) => name !== 'ticker');

it.each(some)('%s looks the same with its fields bound', { retry: 1 }, async (name) => {
  const path = join(casesHome, name);
  let fields = 0;
  const { cast: before } = await bothSides(path);
  const { cast: after } = await bothSides(path, (mould) => {
    const { mould: bound, ties } = bindSpots(mould, 'recommended');
    fields = ties.length;
    return bound;
  });
  expect(fields).toBeGreaterThanOrEqual(2);
  const [one] = await picturesOf(browser(), before, 700, []);
  const [other] = await picturesOf(browser(), after, 700, []);
  expect(differing(other as Uint8Array, one as Uint8Array)).toBe(0);
});
