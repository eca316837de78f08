import { type Box, boxOf, parentOf } from './box.ts';

/** An element that sticks out to the right of the viewport; measures in CSS px. */
export interface Overflow extends Box {
  /** How far its right edge lies past the viewport's. */
  readonly by: number;
}

/**
 * What sticks out sideways. What an ancestor clips or scrolls does not; a fixed element is clipped
 * by none, and an absolute one only by ancestors that hold it. Of a wide element and what is in it
 * only the first is reported, unless something in it reaches further still. Less than 1 px is rounding.
 */
export function findOverflow(): Overflow[] {
  const viewport = document.documentElement.clientWidth;
  const found: Overflow[] = [];
  const reach = new Map<Element, number>();
  for (const element of everyElement(document.body)) {
    const style = getComputedStyle(element);
    const rect = rectOf(element, style);
    if (style.visibility !== 'visible' || rect.width === 0 || rect.height === 0) continue;
    if (element instanceof SVGElement && !(element instanceof SVGSVGElement)) continue;
    const right = visibleRight(element, rect.right);
    const above = reach.get(parentOf(element) as Element) ?? viewport;
    reach.set(element, Math.max(above, right));
    if (right - viewport < 1 || right <= above) continue;
    found.push({ ...boxOf(element, rect), by: Math.round(right - viewport) });
  }
  return found;
}

/** The elements below one, those in shadow roots among them, outer ones first. */
function everyElement(within: Element): Element[] {
  return [...within.querySelectorAll('*')].flatMap((one) =>
    one.shadowRoot ? [one, ...one.shadowRoot.querySelectorAll('*')] : [one],
  );
}

const clips = (style: CSSStyleDeclaration) => style.overflowX !== 'visible';

function visibleRight(element: Element, right: number): number {
  let edge = right;
  let position = getComputedStyle(element).position;
  for (let up = parentOf(element); up && up !== document.body; up = parentOf(up)) {
    if (position === 'fixed') break;
    const style = getComputedStyle(up);
    const holdsAbsolute =
      style.position !== 'static' || style.transform !== 'none' || style.contain !== 'none';
    const holds = position !== 'absolute' || holdsAbsolute;
    if (holds && clips(style)) edge = Math.min(edge, up.getBoundingClientRect().right);
    if (holds) position = style.position;
  }
  return edge;
}

/** Words that may not break reach past the box of the element they stand in. */
function rectOf(element: Element, style: CSSStyleDeclaration): DOMRect {
  const box = element.getBoundingClientRect();
  let right = box.right;
  for (const node of element.childNodes) {
    if (node.nodeType !== Node.TEXT_NODE || !node.nodeValue?.trim()) continue;
    if (clips(style)) break;
    const range = document.createRange();
    range.selectNodeContents(node);
    right = Math.max(right, range.getBoundingClientRect().right);
  }
  return new DOMRect(box.left, box.top, right - box.left, box.height);
}
