import { type Box, boxOf, castElements, isSeen } from './box.ts';

/** The least width and height of what is to be hit (WCAG 2.2, 2.5.8). */
const leastPx = 24;

const targets = [
  'a[href]',
  'area[href]',
  'button',
  'input:not([type=hidden])',
  'select',
  'textarea',
  'summary',
  '[role=button]',
  '[role=link]',
  '[role=tab]',
  '[role=checkbox]',
  '[role=switch]',
  '[role=menuitem]',
  '[role=option]',
  '[role=radio]',
  '[onclick]',
].join(', ');

/**
 * Targets under 24 px that WCAG 2.2 does not let pass: links in a sentence may be as they are, and a
 * small target may stand alone, so that a circle of 24 px on its middle meets no other.
 */
export function findSmallTargets(): Box[] {
  const all = castElements()
    .filter((element) => element.matches(targets) && isSeen(element) && !isOff(element))
    .map((element) => ({ element, rect: hitBox(element) }))
    .filter(({ rect }) => rect.width > 1 && rect.height > 1);
  const isSmall = ({ width, height }: DOMRect) => width < leastPx - 0.5 || height < leastPx - 0.5;
  return all.flatMap(({ element, rect }) => {
    if (!isSmall(rect) || isInSentence(element)) return [];
    const crowded = all.some(
      (other) =>
        other.element !== element &&
        !element.contains(other.element) &&
        !other.element.contains(element) &&
        meets(rect, other.rect, isSmall(other.rect)),
    );
    return crowded ? [boxOf(element, rect)] : [];
  });
}

function isOff(element: Element): boolean {
  return element.matches(':disabled, [aria-disabled=true], [tabindex="-1"][aria-hidden=true]');
}

/** A label is hit as well as its control. */
function hitBox(element: Element): DOMRect {
  const own = element.getBoundingClientRect();
  if (!(element instanceof HTMLInputElement)) return own;
  const boxes = [own, ...[...(element.labels ?? [])].map((label) => label.getBoundingClientRect())];
  const [left, top] = [
    Math.min(...boxes.map((one) => one.left)),
    Math.min(...boxes.map((one) => one.top)),
  ];
  const right = Math.max(...boxes.map((one) => one.right));
  const bottom = Math.max(...boxes.map((one) => one.bottom));
  return new DOMRect(left, top, right - left, bottom - top);
}

/** True for a link between other words, whose height is that of their lines. */
function isInSentence(element: Element): boolean {
  if (getComputedStyle(element).display !== 'inline') return false;
  const around = [...(element.parentElement?.childNodes ?? [])];
  return around.some(
    (node) => node.nodeType === Node.TEXT_NODE && /\p{L}/u.test(node.nodeValue ?? ''),
  );
}

/** True where a circle of 24 px on the middle of a box meets another target, or its circle. */
function meets(rect: DOMRect, other: DOMRect, isCircle: boolean): boolean {
  const [x, y] = middle(rect);
  if (isCircle) {
    const [otherX, otherY] = middle(other);
    return Math.hypot(x - otherX, y - otherY) < leastPx - 0.5;
  }
  const nearestX = Math.min(Math.max(x, other.left), other.right);
  const nearestY = Math.min(Math.max(y, other.top), other.bottom);
  return Math.hypot(x - nearestX, y - nearestY) < leastPx / 2 - 0.5;
}

function middle({ left, top, width, height }: DOMRect): [number, number] {
  return [left + width / 2, top + height / 2];
}
