/** What a page is like at one width of the viewport. */
export interface AtWidth {
  /** What lies beside or below what, as a text that differs where that does. */
  readonly layout: string;
  /** What is at fault, each as one text that is the same at every width. */
  readonly faults: readonly string[];
}

/** A width at which something changes, in CSS px: from it on, the page is as the wider ones. */
export interface Turn {
  readonly width: number;
  readonly isLayout: boolean;
  /** Faults that narrower viewports have, and wider ones have not. */
  readonly narrower: readonly string[];
  /** Faults that wider viewports have, and narrower ones have not. */
  readonly wider: readonly string[];
}

/** Which widths are looked at, in CSS px. */
export interface SweepRange {
  readonly least: number;
  readonly most: number;
  /** Between two widths that are looked at first; what comes and goes within it can be missed. */
  readonly step: number;
}

/**
 * Finds the widths at which the layout changes, or something begins to be at fault, to the px.
 *
 * @param at measures the page at a width in CSS px; what it throws ends the sweep
 * @param told is given the share of the range that has been looked at, from 0 to 1
 *
 * @example
 * await findTurns(measure, { least: 320, most: 1600, step: 20 });
 * // [{ width: 701, isLayout: true, narrower: ['h2 is cut off'], wider: [] }]
 */
export async function findTurns(
  at: (width: number) => Promise<AtWidth>,
  { least, most, step }: SweepRange,
  told: (share: number) => void = () => {},
): Promise<Turn[]> {
  const turns: Turn[] = [];
  let before = { width: least, seen: await at(least) };
  while (before.width < most) {
    const width = Math.min(most, before.width + step);
    const next = { width, seen: await at(width) };
    turns.push(...(await turnsBetween(at, before, next)));
    told((width - least) / (most - least));
    before = next;
  }
  return turns;
}

interface Seen {
  readonly width: number;
  readonly seen: AtWidth;
}

async function turnsBetween(
  at: (width: number) => Promise<AtWidth>,
  low: Seen,
  high: Seen,
): Promise<Turn[]> {
  const isLayout = low.seen.layout !== high.seen.layout;
  const narrower = without(low.seen.faults, high.seen.faults);
  const wider = without(high.seen.faults, low.seen.faults);
  if (!isLayout && narrower.length === 0 && wider.length === 0) return [];
  if (high.width - low.width <= 1) return [{ width: high.width, isLayout, narrower, wider }];
  const width = Math.floor((low.width + high.width) / 2);
  const middle = { width, seen: await at(width) };
  return [...(await turnsBetween(at, low, middle)), ...(await turnsBetween(at, middle, high))];
}

function without(some: readonly string[], others: readonly string[]): string[] {
  return some.filter((one) => !others.includes(one));
}
