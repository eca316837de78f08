/** An element that sticks out to the right of the viewport; measures in CSS px. */
export interface Overflow {
  /** Leads to the element from the cast's root. */
  readonly selector: string;
  readonly element: string;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** How far its right edge lies past the viewport's. */
  readonly by: number;
}

/** What is measured on a page once its picture is due. */
export interface PageFacts {
  /** Of the cast's content from the top of the page, in CSS px. */
  readonly height: number;
  readonly overflow: readonly Overflow[];
}

/**
 * Measures the page. Runs inside the browser, so it stands alone: nothing outside it is in reach.
 *
 * What an ancestor clips or scrolls does not stick out; a fixed element is clipped by none, and
 * an absolute one only by ancestors that hold it. Of a wide element and what is in it only the
 * first is told, unless something in it reaches further still. Less than 1 px is rounding.
 */
export function measurePage(): PageFacts {
  const viewport = document.documentElement.clientWidth;
  const root = document.querySelector('[data-cast]') ?? document.body;
  const clips = (style: CSSStyleDeclaration) => style.overflowX !== 'visible';
  const holdsAbsolute = (style: CSSStyleDeclaration) =>
    style.position !== 'static' || style.transform !== 'none' || style.contain !== 'none';

  const visibleRight = (element: Element, right: number): number => {
    let edge = right;
    let position = getComputedStyle(element).position;
    for (let up = element.parentElement; up && up !== document.body; up = up.parentElement) {
      if (position === 'fixed') break;
      const style = getComputedStyle(up);
      const holds = position !== 'absolute' || holdsAbsolute(style);
      if (holds && clips(style)) edge = Math.min(edge, up.getBoundingClientRect().right);
      if (holds) position = style.position;
    }
    return edge;
  };

  const rectOf = (element: Element): DOMRect => {
    const box = element.getBoundingClientRect();
    let right = box.right;
    // Words that may not break reach past the box of the element they stand in.
    for (const node of element.childNodes) {
      if (node.nodeType !== Node.TEXT_NODE || !node.nodeValue?.trim()) continue;
      if (clips(getComputedStyle(element))) break;
      const range = document.createRange();
      range.selectNodeContents(node);
      right = Math.max(right, range.getBoundingClientRect().right);
    }
    return new DOMRect(box.left, box.top, right - box.left, box.height);
  };

  const step = (element: Element): string => {
    if (element.id) return `#${CSS.escape(element.id)}`;
    const name =
      element.localName + [...element.classList].map((one) => `.${CSS.escape(one)}`).join('');
    const alike = [...(element.parentElement?.children ?? [])].filter((one) => one.matches(name));
    if (alike.length < 2) return name;
    const number = [...(element.parentElement?.children ?? [])].indexOf(element) + 1;
    return `${name}:nth-child(${number})`;
  };
  const selectorOf = (element: Element): string => {
    const steps: string[] = [];
    for (let up: Element | null = element; up && up !== document.body; up = up.parentElement) {
      steps.unshift(step(up));
      if (up === root || up.id) break;
    }
    return steps.join(' > ');
  };

  const overflow: Overflow[] = [];
  const reach = new Map<Element, number>();
  let height = document.body.getBoundingClientRect().bottom + window.scrollY;
  for (const element of document.body.querySelectorAll('*')) {
    const style = getComputedStyle(element);
    const rect = rectOf(element);
    if (style.visibility !== 'visible' || rect.width === 0 || rect.height === 0) continue;
    if (element instanceof SVGElement && !(element instanceof SVGSVGElement)) continue;
    const right = visibleRight(element, rect.right);
    height = Math.max(height, rect.bottom + window.scrollY);
    const above = reach.get(element.parentElement as Element) ?? viewport;
    reach.set(element, Math.max(above, right));
    if (right - viewport < 1 || right <= above) continue;
    overflow.push({
      selector: selectorOf(element),
      element: element.localName,
      left: Math.round(rect.left),
      top: Math.round(rect.top + window.scrollY),
      width: Math.round(rect.width),
      height: Math.round(rect.height),
      by: Math.round(right - viewport),
    });
  }
  const page = document.documentElement.scrollHeight;
  const isScrolled = page > window.innerHeight;
  return { height: Math.ceil(isScrolled ? page : Math.min(height, page)), overflow };
}
