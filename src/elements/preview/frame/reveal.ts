const mark = 'data-km-revealed';

/** Elements that are never seen, whatever style says. */
const unseen =
  /^(?:script|style|template|link|meta|title|base|head|source|track|noscript|datalist|option|optgroup|param)$/;

/** Shows what a cast hides until something is done with it, or hides it again. */
export function reveal(page: Document, isOn: boolean): void {
  const roots = [...page.querySelectorAll<HTMLElement>('[data-cast]')];
  for (const root of roots) {
    const tree = root.shadowRoot ?? root;
    for (const element of tree.querySelectorAll<HTMLElement>('*')) {
      if (unseen.test(element.localName)) continue;
      if (isOn) revealOne(element);
      else hideAgain(element);
    }
  }
}

const before = new WeakMap<HTMLElement, string | null>();

function revealOne(element: HTMLElement): void {
  if (element.hasAttribute(mark)) return;
  const { display, visibility, opacity } = getComputedStyle(element);
  const isClosed = element instanceof HTMLDetailsElement && !element.open;
  const isHidden = display === 'none' || visibility !== 'visible' || Number(opacity) < 0.05;
  if (!isHidden && !isClosed) return;
  before.set(element, element.getAttribute('style'));
  element.setAttribute(mark, isClosed ? 'opened' : '');
  if (isClosed) element.setAttribute('open', '');
  const set = (name: string, value: string) => element.style.setProperty(name, value, 'important');
  if (display === 'none') set('display', usualDisplay(element));
  if (visibility !== 'visible') set('visibility', 'visible');
  if (Number(opacity) < 0.05) set('opacity', '1');
  if (isHidden) set('outline', '1px dashed #a0400f');
}

function hideAgain(element: HTMLElement): void {
  if (!element.hasAttribute(mark)) return;
  if (element.getAttribute(mark) === 'opened') element.removeAttribute('open');
  const style = before.get(element) ?? null;
  if (style === null) element.removeAttribute('style');
  else element.setAttribute('style', style);
  element.removeAttribute(mark);
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
