import type { Styled } from './detector.ts';

/** What a media query of a width means for a value: under how many px it holds, or from there on. */
export interface WidthBorder {
  readonly below: number;
  /** True where what stands in the query holds below; false where it holds from there on. */
  readonly isBelow: boolean;
}

/**
 * The border that the only condition around a declaration sets, where that is one width in px
 * (Media Queries 4, 4.1); undefined for all else.
 */
export function maxWidthOf({ declaration: { rule } }: Styled): WidthBorder | undefined {
  const [condition, ...more] = rule?.conditions ?? [];
  return condition === undefined || more.length > 0 ? undefined : widthIn(condition);
}

/** The border that a condition such as `media (max-width:600px)` sets. */
export function widthIn(condition: string): WidthBorder | undefined {
  const query = condition.replace(/^media\s*/, '').replace(/^(?:only\s+)?screen\s+and\s+/, '');
  const [, side, px] = /^\((min|max)-width:\s*(\d+(?:\.\d+)?)px\)$/.exec(query) ?? [];
  const [, sign, size] = /^\(width\s*(<=|>=|<|>)\s*(\d+(?:\.\d+)?)px\)$/.exec(query) ?? [];
  if (side === 'min' || sign === '>=')
    return { below: Math.round(Number(px ?? size)), isBelow: false };
  if (side === 'max' || sign === '<=') {
    // Up to and with so many px is below the next.
    return { below: Math.floor(Number(px ?? size)) + 1, isBelow: true };
  }
  return sign === '<' ? { below: Math.round(Number(size)), isBelow: true } : undefined;
}

/** True for widths each smaller than the one before, so that the smallest that fits comes last. */
export function areInTurn(widths: readonly (WidthBorder | undefined)[]): boolean {
  return widths.every((one, index) => {
    const before = widths[index - 1];
    return one && (index === 0 || (before?.isBelow && one.isBelow && one.below < before.below));
  });
}

/** What a declaration's rule chooses, however it is set. */
export function selectorOf({ declaration: { rule } }: Styled): string {
  return rule
    ? JSON.stringify(rule.node.prelude, (key, value) => (key === 'loc' ? undefined : value))
    : '';
}
