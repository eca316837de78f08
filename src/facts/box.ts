/** An element that is at fault, with its place on the page in CSS px. */
export interface Box {
  /** Leads to the element from the cast's root. */
  readonly selector: string;
  readonly element: string;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** All roots of casts; the body where there are none. */
export function castRoots(): Element[] {
  const roots = [...document.querySelectorAll('[data-cast]')];
  return roots.length > 0 ? roots : [document.body];
}

/** Every element of the casts, with those in their shadow roots. */
export function castElements(): Element[] {
  return castRoots().flatMap((root) => [root, ...(root.shadowRoot ?? root).querySelectorAll('*')]);
}

/** The element that one stands in, out of a shadow root as well. */
export function parentOf(element: Element): Element | null {
  if (element.parentElement) return element.parentElement;
  const root = element.getRootNode();
  return root instanceof ShadowRoot ? root.host : null;
}

/** The box of an element or of a part of it, named by its selector. */
export function boxOf(element: Element, rect: DOMRect = element.getBoundingClientRect()): Box {
  return {
    selector: selectorOf(element),
    element: element.localName,
    left: Math.round(rect.left + scrollX),
    top: Math.round(rect.top + scrollY),
    width: Math.round(rect.width),
    height: Math.round(rect.height),
  };
}

/** Steps from the cast's root down, or from the nearest id. */
export function selectorOf(element: Element): string {
  const steps: string[] = [];
  for (let up: Element | null = element; up && up !== document.body; up = parentOf(up)) {
    steps.unshift(step(up));
    if (up.hasAttribute('data-cast') || up.id) break;
  }
  return steps.join(' > ');
}

function step(element: Element): string {
  if (element.id) return `#${CSS.escape(element.id)}`;
  const name =
    element.localName + [...element.classList].map((one) => `.${CSS.escape(one)}`).join('');
  const siblings = [...(element.parentElement?.children ?? [])];
  if (siblings.filter((one) => one.matches(name)).length < 2) return name;
  return `${name}:nth-child(${siblings.indexOf(element) + 1})`;
}

/** The selectors, as facts have them, of the elements that others name in their own way. */
export function selectorsFor(named: readonly string[]): Record<string, string[]> {
  const elements = castElements();
  const matched = (selector: string) => {
    try {
      return elements.filter((element) => element.matches(selector)).map(selectorOf);
    } catch {
      return [];
    }
  };
  return Object.fromEntries(named.map((selector) => [selector, matched(selector)]));
}

/** True for what a person can see: it has a size, and nothing around it hides it. */
export function isSeen(element: Element): boolean {
  return element.checkVisibility({ opacityProperty: true, visibilityProperty: true });
}

/** Lines of the words that stand in an element itself, as boxes. */
export function linesOf(element: Element): DOMRect[] {
  return [...element.childNodes].flatMap((node) => {
    if (node.nodeType !== Node.TEXT_NODE || !node.nodeValue?.trim()) return [];
    const range = document.createRange();
    range.selectNodeContents(node);
    return [...range.getClientRects()].filter(({ width, height }) => width > 1 && height > 1);
  });
}

/** The ancestor's box within which alone an element is shown, or undefined where none cuts it. */
function clipOf(
  element: Element,
): { readonly clipper: Element; readonly rect: DOMRect } | undefined {
  let position = getComputedStyle(element).position;
  for (let up = parentOf(element); up && up !== document.body; up = parentOf(up)) {
    if (position === 'fixed') return undefined;
    const style = getComputedStyle(up);
    const holds =
      position !== 'absolute' ||
      style.position !== 'static' ||
      style.transform !== 'none' ||
      style.contain !== 'none';
    if (holds && (style.overflowX !== 'visible' || style.overflowY !== 'visible')) {
      return { clipper: up, rect: innerBox(up) };
    }
    if (holds) position = style.position;
  }
  return undefined;
}

/** What cuts the words of an element: its own box where that does, else one around it. */
export function wordsClipOf(element: Element): ReturnType<typeof clipOf> {
  const { overflowX, display } = getComputedStyle(element);
  const isOwn = overflowX !== 'visible' && display !== 'inline';
  return isOwn ? { clipper: element, rect: innerBox(element) } : clipOf(element);
}

/** Where an element shows what is in it: its box without its borders. */
function innerBox(element: Element): DOMRect {
  const { left, top } = element.getBoundingClientRect();
  return new DOMRect(
    left + element.clientLeft,
    top + element.clientTop,
    element.clientWidth,
    element.clientHeight,
  );
}
