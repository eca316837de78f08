import { parentOf, wordsClipOf } from '../../../facts/box.ts';
import type { HiddenPart } from '../messages.ts';
import { stepTo } from './point.ts';

const mark = 'data-km-revealed';

/** As many hidden parts are listed. */
const most = 60;

/** Elements that are never seen, whatever style says. */
const unseen =
  /^(?:script|style|template|link|meta|title|base|head|source|track|noscript|datalist|option|optgroup|param)$/;

/** What a page was like before a part of it was brought to sight. */
const before = new WeakMap<HTMLElement, string | null>();

/** Which hidden parts are brought to sight. */
interface Revealed {
  readonly isRevealed: boolean;
  readonly revealed: readonly string[];
}

/** Brings hidden parts of a page to sight, and hides all others again. */
export function reveal(page: Document, { isRevealed, revealed }: Revealed): void {
  const chosen = new Set(revealed.flatMap((path) => partsAt(page, path)));
  for (const element of [...everyPart(page), ...hostParts(page)]) {
    if (unseen.test(element.localName)) continue;
    const isOf = chosen.has(element) || (isRevealed && isInCast(element));
    if (isOf) revealOne(element);
    else hideAgain(element);
  }
}

/** The parts of a page that are hidden, or were so before they were brought to sight. */
export function hiddenParts(page: Document): HiddenPart[] {
  const found: HiddenPart[] = [];
  const seen = new Set<string>();
  const within = new Set<Element>();
  for (const element of [...everyPart(page), ...hostParts(page)]) {
    if (unseen.test(element.localName) || found.length >= most) continue;
    const around = parentOf(element);
    if (around && within.has(around)) {
      within.add(element);
      continue;
    }
    const is = howHidden(element);
    if (!is) continue;
    within.add(element);
    const path = pathTo(element);
    if (path === '' || seen.has(path)) continue;
    seen.add(path);
    found.push({ path, label: labelOf(element), is, isInHost: !isInCast(element) });
  }
  return found;
}

function howHidden(element: HTMLElement): HiddenPart['is'] | undefined {
  const known = element.getAttribute(mark);
  if (known !== null) return known as HiddenPart['is'];
  const { display, visibility, opacity } = getComputedStyle(element);
  if (element instanceof HTMLDetailsElement) return element.open ? undefined : 'closed';
  if (display === 'none') return 'hidden';
  // Nothing that has no words and no picture is missed.
  if (!element.textContent?.trim() && !element.querySelector('img, svg, video, input'))
    return undefined;
  if (visibility !== 'visible') return 'hidden';
  if (Number(opacity) < 0.05) return 'transparent';
  return isOutside(element) ? 'outside' : undefined;
}

/** True for what lies wholly outside of a box around it that cuts it off. */
function isOutside(element: HTMLElement): boolean {
  const rect = element.getBoundingClientRect();
  if (rect.width === 0 || rect.height === 0) return false;
  const clip = wordsClipOf(element);
  if (!clip || clip.clipper === element || clip.rect.width < 8 || clip.rect.height < 8)
    return false;
  if (isMoving(element, clip.clipper)) return false;
  const { left, right, top, bottom } = clip.rect;
  return (
    rect.right <= left + 1 ||
    rect.left >= right - 1 ||
    rect.bottom <= top + 1 ||
    rect.top >= bottom - 1
  );
}

/** What moves past by itself comes to sight by itself. */
function isMoving(element: Element, until: Element): boolean {
  for (let up: Element | null = element; up && up !== until; up = parentOf(up))
    if (up.getAnimations().some(({ playState }) => playState === 'running')) return true;
  return false;
}

function revealOne(element: HTMLElement): void {
  if (element.hasAttribute(mark)) return;
  const is = howHidden(element);
  if (!is) return;
  before.set(element, element.getAttribute('style'));
  element.setAttribute(mark, is);
  const { display, visibility, opacity } = getComputedStyle(element);
  const set = (name: string, value: string) => element.style.setProperty(name, value, 'important');
  if (is === 'closed') element.setAttribute('open', '');
  if (display === 'none') set('display', usualDisplay(element));
  if (visibility !== 'visible') set('visibility', 'visible');
  if (Number(opacity) < 0.05) set('opacity', '1');
  if (is === 'outside') bringIn(element, set);
  if (is !== 'closed') set('outline', '1px dashed #a0400f');
}

/** Scrolls what cuts it off; what no scrolling reaches is moved, and stands above the others. */
function bringIn(element: HTMLElement, set: (name: string, value: string) => void): void {
  element.scrollIntoView({ block: 'nearest', inline: 'nearest', behavior: 'instant' });
  if (!isOutside(element)) return;
  const { rect } = wordsClipOf(element) as { rect: DOMRect };
  const { left, top } = element.getBoundingClientRect();
  set('translate', `${Math.round(rect.left - left)}px ${Math.round(rect.top - top)}px`);
  set('z-index', '9');
}

function hideAgain(element: HTMLElement): void {
  const is = element.getAttribute(mark);
  if (is === null) return;
  if (is === 'closed') element.removeAttribute('open');
  const style = before.get(element) ?? '';
  element.setAttribute('style', style);
  if (style === '') element.removeAttribute('style');
  element.removeAttribute(mark);
}

function everyPart(page: Document): HTMLElement[] {
  const roots = [...page.querySelectorAll('[data-cast]')];
  const all = roots.flatMap((root) => [root, ...(root.shadowRoot ?? root).querySelectorAll('*')]);
  return all as HTMLElement[];
}

/** What the page around the casts hides; it may be what a cast is there to show. */
function hostParts(page: Document): HTMLElement[] {
  return [...page.body.querySelectorAll<HTMLElement>('*')].filter((one) => !isInCast(one));
}

function isInCast(element: Element): boolean {
  const tree = element.getRootNode();
  return tree instanceof ShadowRoot || element.closest('[data-cast]') !== null;
}

/** Steps by tag and order from the cast or the body down: classes come and go. */
function pathTo(element: Element): string {
  const steps: string[] = [];
  for (let one: Element | null = element; one; one = parentOf(one)) {
    if (one.hasAttribute('data-cast')) return ['cast', ...steps].join(' > ');
    if (one.localName === 'body') return ['body', ...steps].join(' > ');
    steps.unshift(stepTo(one));
  }
  return '';
}

/** The elements that a path leads to, in each cast. */
function partsAt(page: Document, path: string): Element[] {
  const [first, ...steps] = path.split(' > ');
  const from = first === 'body' ? [page.body] : [...page.querySelectorAll('[data-cast]')];
  return steps.reduce<Element[]>(
    (found, step) =>
      found.flatMap((one) => {
        const children = [...(one.shadowRoot ?? one).children];
        return children.filter((child) => stepTo(child) === step);
      }),
    from,
  );
}

/** As many characters of the words in a part are its name. */
const labelLength = 40;

function labelOf(element: Element): string {
  const words = (element.getAttribute('aria-label') ?? element.textContent ?? '')
    .replace(/\s+/g, ' ')
    .trim();
  if (words.length > labelLength) return `${words.slice(0, labelLength).trimEnd()}…`;
  if (words !== '') return words;
  const [name = ''] = element.classList;
  return name === '' ? element.localName : `${element.localName}.${name}`;
}

/** What an element is shown as where nothing is said of it. */
function usualDisplay({ localName }: Element): string {
  const usual: Readonly<Record<string, string>> = {
    li: 'list-item',
    tr: 'table-row',
    td: 'table-cell',
    th: 'table-cell',
    table: 'table',
    tbody: 'table-row-group',
    thead: 'table-header-group',
    tfoot: 'table-footer-group',
    span: 'inline',
    a: 'inline',
    b: 'inline',
    i: 'inline',
    em: 'inline',
    strong: 'inline',
    img: 'inline-block',
    svg: 'inline-block',
    button: 'inline-block',
    input: 'inline-block',
  };
  return usual[localName] ?? 'block';
}
