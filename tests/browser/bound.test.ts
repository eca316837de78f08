import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { casesHome } from '../spots/score.ts';
import { withBrowser } from '../support/browser.ts';
import { differing } from '../support/pictures.ts';
import { bothSides, picturesOf } from '../support/side-by-side.ts';

const { browser } = withBrowser();

/** Every third; `npm run isolation -- tests/spots/cases --bound` measures all of them. */
const some = readdirSync(casesHome).filter((_, index) => index % 3 === 0);

it.each(some)('%s looks the same with its fields bound', async (name) => {
  const path = join(casesHome, name);
  let fields = 0;
  const { bare, cast } = await bothSides(path, (mould) => {
    const { mould: bound, ties } = bindSpots(mould, 'recommended');
    fields = ties.length;
    return bound;
  });
  expect(fields).toBeGreaterThanOrEqual(2);
  const [alone] = await picturesOf(browser(), bare, 700, []);
  const [placed] = await picturesOf(browser(), cast, 700, []);
  expect(differing(placed as Uint8Array, alone as Uint8Array)).toBe(0);
});
