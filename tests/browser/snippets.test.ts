import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { importAt } from '../isolation/sides.ts';
import { isLong } from '../run/long.ts';
import { withBrowser } from '../support/browser.ts';
import { demo } from '../support/command.ts';
import { differing } from '../support/pictures.ts';
import { bothSides, picturesOf, type Step } from '../support/side-by-side.ts';

const { browser } = withBrowser();

/** Every snippet of the demo, what a visitor does on it, and the findings it has with their lines. */
const snippets: Readonly<
  Record<string, { steps?: readonly Step[]; findings?: readonly string[] }>
> = {
  'branch-picker.html': {},
  'call-out.html': {},
  'depot-sounds': { steps: [['click', '.sound canvas']] },
  'fare-finder.html': {
    steps: [
      ['choose', '[id^=fare-to]', '1'],
      ['click', '[id^=fare-return]'],
    ],
  },
  'fare-switch.html': { steps: [['click', 'label:last-of-type']] },
  'flap-board.html': {},
  'fleet-filter': { steps: [['click', 'button[data-kind=workshop]']] },
  'next-tram.html': {},
  'notice-rail.html': { steps: [['focus', '.rail__more']] },
  'picture-reel.html': {
    steps: [
      ['click', '.reel__on'],
      ['press', '.reel__run', 'ArrowLeft'],
    ],
  },
  'route-map.html': {
    steps: [
      ['click', '.stop'],
      ['hover', '.stop:nth-of-type(3)'],
    ],
  },
  'shutters.html': { steps: [['hover', '.window']] },
  'stop-list.html': {},
  'then-and-now.html': {
    steps: [
      ['press', '.compare__handle', 'ArrowLeft'],
      ['click', '.compare'],
    ],
  },
  'ticket-stub': { steps: [['click', '.stub']] },
  'timetable.html': { steps: [['hover', 'tbody tr']] },
  'visit-questions.html': { steps: [['click', '.ask__part:last-child > summary']] },
  // Pasted by way of a word processor, with a closing tag and a dot lost on the way.
  'open-day.html': {
    findings: [
      'markup/odd-character template.html:2',
      'markup/ends-early template.html:3',
      'markup/in-list template.html:5',
      'markup/unclosed template.html:8',
      'markup/placeholder template.html:9',
      'markup/stray-end template.html:11',
      'style/lost-mark style.css:1',
      'style/odd-character style.css:2',
      'style/unknown-property style.css:2',
      'style/low-contrast style.css:3',
      'style/no-unit style.css:4',
      'style/no-match style.css:5',
      'style/line-comment style.css:6',
    ],
  },
  // Tried out on a playground, which had libraries and an icon font of its own.
  'season-ticket.html': {
    steps: [['focus', '[id^=season-name]']],
    findings: [
      'markup/no-alt template.html:2',
      'address/insecure template.html:2',
      'markup/dead-reference template.html:4',
      'markup/same-id template.html:6',
      'markup/unknown-handler template.html:7',
      'markup/no-icons template.html:7',
      'style/fixed-width style.css:1',
      'style/link-order style.css:2',
      'script/no-match script.js:2',
      'library/missing script.js:7',
      'library/no-plugin script.js:7',
    ],
  },
};

const bound = (mould: Mould) => bindSpots(mould, 'recommended').mould;

it('a module that imports a file beside it behaves as it does by itself', async () => {
  const { bare, cast } = await bothSides(join(demo, '../tests/cases/side/modules'));
  const steps: readonly Step[] = [['click', '.gong']];
  const alone = await picturesOf(browser(), bare, 400, steps);
  const placed = await picturesOf(browser(), cast, 400, steps);
  expect(placed.map((picture, at) => differing(picture, alone[at] as Uint8Array))).toEqual([0, 0]);
  expect(differing(alone[0] as Uint8Array, alone[1] as Uint8Array)).toBeGreaterThan(0);
});

describe.each(Object.entries(snippets))('%s', (name, { steps = [], findings = [] }) => {
  const path = join(demo, 'snippets', name);
  const at = Object.keys(snippets).indexOf(name);

  it('has exactly the findings that are its due', async () => {
    const { mould } = await importAt(path);
    const found = checkMould(mould).filter(({ level }) => level !== 'note');
    expect(found.map(({ code, file, line }) => `${code} ${file}:${line}`)).toEqual(findings);
  });

  // As it came and at 900 px it is compared in the measurements of isolation as well.
  it.each([
    ...(isLong || at % 2 === 0 ? [[400, 'with its fields bound', bound] as const] : []),
    ...(isLong
      ? ([
          [400, 'as it came', undefined],
          [900, 'with its fields bound', bound],
        ] as const)
      : []),
  ] as const)('looks and behaves at %i px %s as it does by itself', async (widthPx, _, author) => {
    const { bare, cast } = await bothSides(path, author);
    const alone = await picturesOf(browser(), bare, widthPx, steps);
    const placed = await picturesOf(browser(), cast, widthPx, steps);
    expect(placed.map((picture, at) => differing(picture, alone[at] as Uint8Array))).toEqual(
      alone.map(() => 0),
    );
    // A step that changes nothing would prove nothing.
    for (const [at, picture] of alone.slice(1).entries()) {
      expect(differing(picture, alone[at] as Uint8Array)).toBeGreaterThan(0);
    }
  });
});
