import { type Box, boxOf, castElements, isSeen, linesOf, parentOf, wordsClipOf } from './box.ts';

/** Words of which a part cannot be seen. */
export interface ClippedText extends Box {
  readonly text: string;
  /** How much of a line is cut away, in CSS px. */
  readonly by: number;
  readonly side: 'right' | 'bottom' | 'left' | 'top';
}

/** What is cut by less is the tail of a letter, or rounding. */
const leastPx = 3;

/**
 * Lines of words that a box cuts through. Not told are words that can be scrolled to; that end in an
 * ellipsis or after so many lines on purpose; that are outside altogether, as a closed part is; those
 * that move, or stand in a strip wider than what shows it; and those kept for screen readers.
 */
export function findClippedText(): ClippedText[] {
  return castElements().flatMap((element) => {
    const lines = linesOf(element);
    if (lines.length === 0 || !isSeen(element) || isMoving(element)) return [];
    const style = getComputedStyle(element);
    if (style.textOverflow === 'ellipsis' || style.webkitLineClamp !== 'none') return [];
    const clip = wordsClipOf(element);
    if (!clip || clip.rect.width < 4 || clip.rect.height < 4) return [];
    const { clipper, rect } = clip;
    const around = getComputedStyle(clipper);
    if (around.textOverflow === 'ellipsis' || around.webkitLineClamp !== 'none') return [];
    const cut = lines.flatMap((line) => cutOf(line, rect, around) ?? []);
    const worst = cut.sort((a, b) => b.by - a.by)[0];
    if (!worst || isInStrip(element, clipper, worst.side)) return [];
    const text = (element.textContent ?? '').replace(/\s+/g, ' ').trim().slice(0, 80);
    return [{ ...boxOf(element), ...worst, text }];
  });
}

function cutOf(
  line: DOMRect,
  clip: DOMRect,
  { overflowX, overflowY }: CSSStyleDeclaration,
): Pick<ClippedText, 'by' | 'side'> | undefined {
  // What is wholly outside is hidden, not cut.
  const isOutside =
    line.left >= clip.right ||
    line.right <= clip.left ||
    line.top >= clip.bottom ||
    line.bottom <= clip.top;
  if (isOutside) return undefined;
  const isCut = (overflow: string) => overflow === 'hidden' || overflow === 'clip';
  // The box of a line is higher than its letters.
  const room = line.height * 0.22;
  const sides = [
    ...(isCut(overflowX)
      ? ([
          ['right', line.right - clip.right],
          ['left', clip.left - line.left],
        ] as const)
      : []),
    ...(isCut(overflowY)
      ? ([
          ['bottom', line.bottom - room - clip.bottom],
          ['top', clip.top - line.top - room],
        ] as const)
      : []),
  ];
  const [side, by] = sides.reduce((a, b) => (b[1] > a[1] ? b : a), ['right', 0] as const);
  return by >= leastPx ? { side: side as ClippedText['side'], by: Math.round(by) } : undefined;
}

/** True where something between the words and what cuts them is wider or higher on purpose. */
function isInStrip(element: Element, clipper: Element, side: ClippedText['side']): boolean {
  const isWide = side === 'right' || side === 'left';
  const clip = clipper.getBoundingClientRect();
  let block: Element | null = element;
  while (block && block !== clipper && getComputedStyle(block).display === 'inline')
    block = parentOf(block);
  for (let up: Element | null = block; up && up !== clipper; up = parentOf(up)) {
    const box = up.getBoundingClientRect();
    const style = getComputedStyle(up);
    if (/^(?:absolute|fixed)$/.test(style.position) || style.transform !== 'none') return true;
    const sticksOut = isWide
      ? box.right > clip.right + 1 || box.left < clip.left - 1
      : box.bottom > clip.bottom + 1 || box.top < clip.top - 1;
    // A box of its own that reaches out is a picture of a strip; words alone that do are too long.
    if (isWide && sticksOut) return true;
    if (!isWide && sticksOut && style.position !== 'static') return true;
  }
  return false;
}

/** True where the element or something around it is being animated. */
function isMoving(element: Element): boolean {
  for (let up: Element | null = element; up; up = parentOf(up)) {
    if (up.getAnimations().some((one) => one.playState !== 'finished')) return true;
  }
  return false;
}
