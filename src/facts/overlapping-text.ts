import {
  type Box,
  boxOf,
  castElements,
  isSeen,
  linesOf,
  parentOf,
  selectorOf,
  wordsClipOf,
} from './box.ts';

/** Words that lie on other words. */
export interface OverlappingText extends Box {
  /** The selector of the element whose words it lies on. */
  readonly over: string;
}

/** Lines that share less than this are set close, not on each other. */
const leastPx = 4;

/** More lines than this are not compared with each other. */
const mostLines = 3000;

interface Line {
  readonly element: Element;
  readonly rect: DOMRect;
}

/** Pairs of elements of which a line of words lies on one of the other, and both can be seen. */
export function findOverlappingText(): OverlappingText[] {
  const lines = castElements().flatMap((element): Line[] => {
    if (!isSeen(element) || element.closest('svg, [aria-hidden="true"]')) return [];
    const clip = wordsClipOf(element)?.rect;
    return linesOf(element).flatMap((line) => {
      const rect = clip ? common(line, clip) : line;
      return rect && isOnTop(element, rect) ? [{ element, rect: letters(rect) }] : [];
    });
  });
  if (lines.length > mostLines) return [];
  lines.sort((a, b) => a.rect.top - b.rect.top);
  const found = new Map<Element, OverlappingText>();
  for (const [at, one] of lines.entries()) {
    for (let next = at + 1; next < lines.length; next += 1) {
      const other = lines[next] as Line;
      if (other.rect.top > one.rect.bottom - leastPx) break;
      if (one.element === other.element) continue;
      if (isSetInto(one.element, other.element) || isSetInto(other.element, one.element)) continue;
      const shared = common(one.rect, other.rect);
      if (!shared || shared.width < leastPx || shared.height < leastPx) continue;
      const area = Math.min(one.rect.width * one.rect.height, other.rect.width * other.rect.height);
      if (shared.width * shared.height < 0.12 * area) continue;
      const over = selectorOf(one.element);
      if (!found.has(other.element)) found.set(other.element, { ...boxOf(other.element), over });
    }
  }
  return [...found.values()];
}

/** True for an element within another's words, set as they are. */
function isSetInto(inner: Element, outer: Element): boolean {
  if (!outer.contains(inner)) return false;
  for (let up: Element | null = inner; up && up !== outer; up = parentOf(up)) {
    if (/^(?:absolute|fixed)$/.test(getComputedStyle(up).position)) return false;
  }
  return true;
}

/** The part of a line's box that its letters fill. */
function letters({ left, top, width, height }: DOMRect): DOMRect {
  return new DOMRect(left, top + height * 0.18, width, height * 0.64);
}

function common(a: DOMRect, b: DOMRect): DOMRect | undefined {
  const [left, top] = [Math.max(a.left, b.left), Math.max(a.top, b.top)];
  const [right, bottom] = [Math.min(a.right, b.right), Math.min(a.bottom, b.bottom)];
  return right > left && bottom > top
    ? new DOMRect(left, top, right - left, bottom - top)
    : undefined;
}

/** True where nothing that is no part of the words is drawn over their middle. */
function isOnTop(element: Element, rect: DOMRect): boolean {
  const [x, y] = [rect.left + rect.width / 2, rect.top + rect.height / 2];
  if (y < 0 || y > innerHeight || x < 0 || x > innerWidth) return true;
  const root = element.getRootNode() as Document | ShadowRoot;
  const hits = root.elementsFromPoint(x, y);
  const own = hits.indexOf(element);
  return own < 0
    ? false
    : hits.slice(0, own).every((one) => !isOpaque(one) || element.contains(one));
}

function isOpaque(element: Element): boolean {
  const { backgroundColor, backgroundImage, opacity } = getComputedStyle(element);
  const alpha = /rgba?\([^)]*,\s*([\d.]+)\)$/.exec(backgroundColor)?.[1];
  const isFilled = backgroundColor.startsWith('rgb(') || Number(alpha ?? 0) > 0.9;
  return (
    Number(opacity) > 0.9 && (isFilled || backgroundImage !== 'none' || element.localName === 'img')
  );
}
