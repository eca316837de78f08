import { wcagContrast } from 'culori';
import { describe, expect, it } from 'vitest';
import { groupFaults } from '../../src/node/proof/fault-groups.ts';
import { passingColour } from '../../src/node/proof/passing-colour.ts';
import { placeDots } from '../../src/node/proof/place-dots.ts';
import { factNames, type Shot } from '../../src/node/proof/shot.ts';

const box = (left: number, top: number, width = 100, height = 20) => ({ left, top, width, height });

function shotAt(width: number, facts: Partial<Shot> = {}): Shot {
  const none = Object.fromEntries(factNames.map((name) => [name, []]));
  const own = { mould: 'oven', title: 'Oven', sample: 'default', width, height: 400, atMs: 2000 };
  return {
    ...none,
    ...own,
    png: `oven-${width}.png`,
    notAsked: [],
    accepted: [],
    ...facts,
  } as never;
}

describe('faults are brought together', () => {
  const wide = (by: number) => ({ ...box(0, 0), selector: 'p.wide', element: 'p', by });

  it('over the widths at which one element shows them', () => {
    const shots = [
      shotAt(360, { overflow: [wide(40)] }),
      shotAt(768, { overflow: [wide(4), { ...wide(9), selector: 'h2' }] }),
    ];
    const groups = groupFaults(shots);
    expect(
      groups.map(({ number, code, at }) => [number, code, at.map(({ shot }) => shot.width)]),
    ).toEqual([
      [1, 'p.wide', [360, 768]],
      [2, 'h2', [768]],
    ]);
  });

  it('over all pictures where they have no place: a missing file is one', () => {
    const lost = { url: 'https://side.example/a.png', why: 'answered 404' } as never;
    const groups = groupFaults(
      [360, 768, 1280].map((width) => shotAt(width, { failedRequests: [lost] })),
    );
    expect(groups.map(({ number, at }) => [number, at.length])).toEqual([[undefined, 3]]);
  });

  it('but never two of one element at one width', () => {
    const groups = groupFaults([shotAt(360, { overflow: [wide(4), wide(9)] })]);
    expect(groups).toHaveLength(2);
  });
});

describe('the nearest colour that passes', () => {
  it.each([
    ['#b5b0a6', '#ffffff', 4.5],
    ['#777777', '#000000', 7],
    ['#c1440e', '#a0400f', 3],
    ['#0000ee', '#101010', 4.5],
  ])('%s on %s has %d:1, and hardly more', (text, ground, needed) => {
    const found = passingColour(text, ground, needed) as string;
    const ratio = wcagContrast(found, ground);
    expect(ratio).toBeGreaterThanOrEqual(needed);
    expect(ratio).toBeLessThan(needed * 1.08);
  });

  it('is none where no colour has so much', () => {
    expect(passingColour('#777777', '#777777', 21)).toBe(undefined);
    expect(passingColour('none of it', '#fff', 4.5)).toBe(undefined);
  });
});

describe('dots on a picture', () => {
  it('never lie on each other, and never leave it', () => {
    const size = { width: 360, height: 200 };
    const boxes = Array.from({ length: 14 }, (_, at) => ({
      number: at + 1,
      box: at < 8 ? box(0, 40, 16, 16) : box(350, 190, 40, 40),
    }));
    const dots = placeDots(boxes, size);
    expect(dots.map(({ number }) => number)).toEqual(boxes.map(({ number }) => number));
    for (const [at, one] of dots.entries()) {
      expect(one.left).toBeGreaterThanOrEqual(0);
      expect(one.left).toBeLessThanOrEqual(size.width - 18);
      expect(one.top).toBeLessThanOrEqual(size.height - 18);
      for (const other of dots.slice(0, at)) {
        const apart = Math.max(Math.abs(one.left - other.left), Math.abs(one.top - other.top));
        expect(apart).toBeGreaterThanOrEqual(18);
      }
    }
  });
});
