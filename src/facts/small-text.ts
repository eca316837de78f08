import { type Box, boxOf, castElements, isSeen, linesOf } from './box.ts';

/** Words in a size that many cannot read. */
export interface SmallText extends Box {
  /** Size of type in CSS px. */
  readonly size: number;
}

/** The smallest type that is read without trouble on a phone. */
const leastPx = 12;

export function findSmallText(): SmallText[] {
  return castElements().flatMap((element) => {
    // A drawing has a size of its own, by which all in it is scaled.
    if (element.closest('svg') || linesOf(element).length === 0 || !isSeen(element)) return [];
    const size = Number.parseFloat(getComputedStyle(element).fontSize);
    if (size === 0 || size >= leastPx - 0.05) return [];
    return [{ ...boxOf(element), size: Math.round(size * 10) / 10 }];
  });
}
