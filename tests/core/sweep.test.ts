import { describe, expect, it } from 'vitest';
import { type AtWidth, findTurns } from '../../src/core/preview/sweep.ts';

const range = { least: 300, most: 900, step: 20 };

/** A page whose layout and faults are known at every width, and how often it was measured. */
function page(at: (width: number) => AtWidth) {
  const measured: number[] = [];
  const measure = async (width: number) => {
    measured.push(width);
    return at(width);
  };
  return { measure, measured };
}

describe('a sweep finds to the px', () => {
  it('where the layout changes, twice within one step as well', async () => {
    const { measure } = page((width) => ({
      layout: width < 505 ? '/' : width < 512 ? '.' : '|',
      faults: [],
    }));
    const turns = await findTurns(measure, range);
    expect(turns.map(({ width, isLayout }) => [width, isLayout])).toEqual([
      [505, true],
      [512, true],
    ]);
  });

  it('below and from which width something is at fault', async () => {
    const { measure } = page((width) => ({
      layout: '|',
      faults: [
        ...(width < 333 ? ['overflow (h2)'] : []),
        ...(width >= 800 ? ['cut-off text (p)'] : []),
      ],
    }));
    expect(await findTurns(measure, range)).toEqual([
      { width: 333, isLayout: false, narrower: ['overflow (h2)'], wider: [] },
      { width: 800, isLayout: false, narrower: [], wider: ['cut-off text (p)'] },
    ]);
  });

  it('nothing where nothing changes, with one measure a step, and says how far it is', async () => {
    const { measure, measured } = page(() => ({ layout: '', faults: [] }));
    const shares: number[] = [];
    expect(await findTurns(measure, range, (share) => shares.push(share))).toEqual([]);
    expect(measured).toHaveLength(31);
    expect(shares.at(-1)).toBe(1);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
  });

  it('the last px of a range that is no whole number of steps', async () => {
    const { measure, measured } = page((width) => ({
      layout: width < 315 ? 'a' : 'b',
      faults: [],
    }));
    const turns = await findTurns(measure, { least: 300, most: 315, step: 20 });
    expect(turns.map(({ width }) => width)).toEqual([315]);
    expect(Math.max(...measured)).toBe(315);
  });

  it('and ends with what a page throws', async () => {
    const measure = () => Promise.reject(new Error('gone'));
    await expect(findTurns(measure, range)).rejects.toThrow('gone');
  });
});
