/** A part of a page whose content is looked at: a snippet's whole body, or one cast. */
export interface Place {
  /** Which root on the page, by its place among them; undefined for the whole body. */
  readonly at?: number;
  /** True where the root is a box around what the author wrote. */
  readonly box?: boolean;
}

/** A place that a visitor aims at, in CSS px of the viewport. */
export interface Aim {
  readonly type: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  /** False where something else lies on top, or it has no box. */
  readonly isThere: boolean;
}

const skipped = new Set([
  'SCRIPT',
  'STYLE',
  'LINK',
  'TEMPLATE',
  'META',
  'TITLE',
  'NOSCRIPT',
  'BASE',
]);

/** Roots of casts, also those in the shadow trees of custom elements. */
const rootsIn = (tree: ParentNode): Element[] =>
  [...tree.querySelectorAll('*')].flatMap((one) => {
    if (one.hasAttribute('data-cast')) return [one];
    return one.shadowRoot ? rootsIn(one.shadowRoot) : [];
  });
const topOf = ({ at, box }: Place): Element[] => {
  if (at === undefined) return [...document.body.children];
  const root = rootsIn(document)[at];
  if (!root) return [];
  // A shadow root without a mould's is one of the author's own custom element.
  const sealed = root.shadowRoot?.querySelector('[data-mould-root]');
  const base = sealed ?? root;
  const injected = sealed
    ? [...(root.shadowRoot?.children ?? [])].filter((one) => one !== base)
    : [];
  const content = box ? [...base.children] : [base];
  return [...content, ...injected];
};
/** An element and all in it, with what custom elements show in shadow trees of theirs. */
const deep = (one: Element): Element[] => {
  if (skipped.has(one.tagName)) return [];
  return [one, ...[...(one.shadowRoot?.children ?? []), ...one.children].flatMap(deep)];
};
const contentOf = (place: Place): Element[] => topOf(place).flatMap(deep);

const plain = (text: string) =>
  text
    .replace(/~c\d/g, '')
    .replace(/var\(--km-url-([\w-]+)\)/g, 'url("#$1")')
    .replace(/\d{5,}/g, '0')
    .replace(/\s+/g, ' ')
    .trim();
const isOurs = (name: string) => /^(?:data-(?:mould|cast|look|slot|km-|copy)|on[a-z]+$)/.test(name);
const address = (value: string) =>
  /^\s*javascript:/i.test(value)
    ? 'javascript:'
    : value
        // A second file of a name is brought along under another.
        .replace(/(^|\/)assets\/\d+-/, '$1')
        .replace(/^.*\/(?=[^/]*$)/s, '')
        .replace(/[?#].*$/, (end) => (end.startsWith('#') ? end : ''));
// A new tab is not given its opener, whether that is said or not (HTML Standard, 4.6.7).
const relations = (value: string) =>
  value
    .split(/\s+/)
    .filter((word) => word !== 'noopener')
    .sort()
    .join(' ');

/** Attributes that name elements by id. */
const refersById =
  /^(?:id|for|headers|list|aria-(?:activedescendant|controls|describedby|details|errormessage|flowto|labelledby|owns))$/;

/** Names of ids that end in a number, by their order in the content: a counter goes on from copy to copy. */
let numbered = new Map<string, string>();
const numberIds = (content: readonly Element[]): void => {
  numbered = new Map();
  const counts = new Map<string, number>();
  for (const { id } of content) {
    const [, stem] = /^(.*?)\d+$/.exec(plain(id)) ?? [];
    if (stem === undefined || numbered.has(plain(id))) continue;
    const count = (counts.get(stem) ?? 0) + 1;
    counts.set(stem, count);
    numbered.set(plain(id), `${stem}${count}`);
  }
};
const idsIn = (value: string): string =>
  value
    .split(/\s+/)
    .map((word) => numbered.get(plain(word)) ?? word)
    .join(' ');

const write = (node: Node): string => {
  if (node.nodeType === Node.TEXT_NODE) return plain(node.textContent ?? '');
  if (!(node instanceof Element) || skipped.has(node.tagName)) return '';
  const attributes = [...node.attributes]
    .filter(({ name }) => !isOurs(name))
    .map(({ name, value }) => {
      const isAddress =
        /^(?:src|href|xlink:href|poster|data|srcset)$/.test(name) ||
        /^[^\s]+\.(?:png|jpe?g|gif|svg|webp)$/i.test(value);
      const text =
        name === 'style'
          ? (node as HTMLElement).style.cssText
              .replace(/--[\w-]+(?=[;,\s]|$)/g, '')
              .replace(/url\("([^"#][^"]*)"\)/g, (_, to: string) => `url("${address(to)}")`)
          : isAddress
            ? address(value)
            : name === 'rel'
              ? relations(value)
              : refersById.test(name)
                ? idsIn(value)
                : value;
      return `${name}=${plain(text)}`;
    })
    .filter((text) => !/^(?:style|class|rel)=$/.test(text))
    .sort();
  const inside = [...(node.shadowRoot?.childNodes ?? []), ...node.childNodes];
  return `<${node.localName} ${[...attributes, ...stateOf(node)].join(' ')}>${inside.map(write).join('')}</>`;
};
/** What a visitor has changed though no attribute says so. */
const stateOf = (node: Element): string[] => {
  if (node instanceof HTMLCanvasElement) {
    try {
      return [`=${node.toDataURL().length}`];
    } catch {
      return [];
    }
  }
  if (node instanceof HTMLInputElement)
    return [`=${plain(node.value)}${node.checked}${node.indeterminate}`];
  if (node instanceof HTMLSelectElement || node instanceof HTMLTextAreaElement)
    return [`=${node.value}`];
  return node.scrollTop + node.scrollLeft > 0
    ? [`@${Math.round(node.scrollLeft)},${Math.round(node.scrollTop)}`]
    : [];
};
const snapshot = (place: Place): string => {
  numberIds(contentOf(place));
  return topOf(place)
    .map(write)
    .filter((text) => text !== '')
    .join('\n');
};

/** Elements a visitor would try, by their place in the content. */
const tried =
  'button, a[href], input, select, textarea, summary, label, [role=button], [role=tab], [role=option], [role=menuitem], [tabindex], [draggable=true], canvas, th, li, img, [data-km-on], [onclick]';
export const acts = (place: Place, most: number): number[] => {
  const content = contentOf(place);
  const seen = content.flatMap((one, at) => {
    const { width, height } = one.getBoundingClientRect();
    const isShown = width > 3 && height > 3 && getComputedStyle(one).visibility === 'visible';
    const isPlain = /^(?:li|img|th)$/.test(one.localName);
    const points = getComputedStyle(one).cursor === 'pointer';
    return isShown &&
      (one.matches(tried) || points) &&
      (!isPlain || points || one.matches('[onclick], [tabindex]'))
      ? [at]
      : [];
  });
  const step = Math.max(1, seen.length / most);
  return Array.from(
    { length: Math.min(most, seen.length) },
    (_, index) => seen[Math.floor(index * step)] as number,
  );
};
export const bottomOf = (place: Place): number =>
  Math.max(
    0,
    ...contentOf(place).map((one) => {
      const { bottom, width, height } = one.getBoundingClientRect();
      return width > 0 && height > 0 ? bottom : 0;
    }),
  );
const elementAt = (place: Place, at: number): Element | undefined => contentOf(place)[at];

/** What goes round for ever, at one moment: it runs by the browser's own clock, which is never the same. */
const holdLoops = (): void => {
  const trees = [...document.querySelectorAll('*')].flatMap((one) => one.shadowRoot ?? []);
  for (const one of [document, ...trees].flatMap((tree) => tree.getAnimations())) {
    const isEndless = one.effect?.getComputedTiming().endTime === Infinity;
    if (isEndless && one.currentTime !== null) one.currentTime = 1000;
  }
};

/** The colour of the canvas (CSS Backgrounds 3, 2.11.1 and 2.11.2). */
export const ground = (): string => {
  const colors = [document.documentElement, document.body].map(
    (one) => getComputedStyle(one).backgroundColor,
  );
  return colors.find((one) => one !== 'rgba(0, 0, 0, 0)') ?? '';
};

/** The computed style of every element of the host, and of its pseudo-elements. */
export const hostStyles = (): Record<string, string> => {
  const found: Record<string, string> = {};
  const roots = [...document.querySelectorAll('[data-cast], [data-stand-in]')];
  for (const root of roots) (root as HTMLElement).style.setProperty('display', 'none', 'important');
  const host = [...document.querySelectorAll('*')].filter(
    (one) =>
      !one.closest('[data-cast], [data-stand-in]') &&
      !skipped.has(one.tagName) &&
      one.tagName !== 'HEAD',
  );
  host.forEach((one, at) => {
    for (const part of ['', '::before', '::after', '::marker', '::placeholder']) {
      const style = getComputedStyle(one, part || undefined);
      const lines = [...style].sort().map((name) => `${name}:${style.getPropertyValue(name)}`);
      found[`${at} ${one.localName}#${one.id}.${one.className}${part}`] = lines.join(';');
    }
    const members = [...one.attributes].map(({ name, value }) => `${name}=${value}`);
    found[`${at} ${one.localName} attributes`] = members.sort().join(' ');
  });
  for (const root of roots) (root as HTMLElement).style.removeProperty('display');
  return found;
};
/** Brings an element into view and says where to point at it. */
export const aim = (place: Place, at: number): Aim | undefined => {
  const one = elementAt(place, at);
  if (!one) return undefined;
  holdLoops();
  one.scrollIntoView({ block: 'center', behavior: 'instant' });
  const { x, y, width, height } = one.getBoundingClientRect();
  const type = one instanceof HTMLInputElement ? one.type : one.localName;
  const hit = (one.getRootNode() as Document).elementFromPoint(x + width / 2, y + height / 2);
  const isThere = width > 0 && hit !== null && (one.contains(hit) || hit.contains(one));
  return { type, x: x + width / 2, y: y + height / 2, width, isThere };
};

/** Takes the next choice of a select, as a visitor would: no pointer reaches its list. */
export const choose = (place: Place, at: number): void => {
  const select = elementAt(place, at) as HTMLSelectElement;
  select.selectedIndex = (select.selectedIndex + 1) % Math.max(1, select.options.length);
  for (const type of ['input', 'change']) select.dispatchEvent(new Event(type, { bubbles: true }));
};

/** Scrolls the page as pointing at an element does. */
export const pass = (place: Place, at: number): void => {
  const { top = 0, height = 0 } = elementAt(place, at)?.getBoundingClientRect() ?? {};
  window.scrollTo(0, window.scrollY + top + height / 2 - window.innerHeight / 2);
};

/** Covers the page, so that the pointer does the same as before but outside the content. */
export const cover = (): void => {
  const mark = 'data-beside';
  if (document.querySelector(`[${mark}]`)) return;
  const over = document.createElement('div');
  over.setAttribute(mark, '');
  over.style.cssText = 'all: initial; position: fixed; inset: 0; z-index: 2147483647';
  document.documentElement.append(over);
};

/** Ends what is on its way; a document does not tell of what moves in shadow trees. */
export const settle = (): void => {
  const trees = [...document.querySelectorAll('*')].flatMap((one) => one.shadowRoot ?? []);
  for (const one of [document, ...trees].flatMap((tree) => tree.getAnimations())) {
    if (Number.isFinite(Number(one.effect?.getComputedTiming().endTime))) one.finish();
  }
};

/** How far everything on the page is scrolled, all in all. */
export const scrolled = (): number =>
  [...document.querySelectorAll('*')].reduce((all, one) => all + one.scrollTop + one.scrollLeft, 0);

/** The content at the top of the page, with loops held. */
export const look = (place: Place): string => {
  window.scrollTo(0, 0);
  holdLoops();
  return snapshot(place);
};

/** The place of an element on the page, in CSS px. */
export const boxOf = (selector: string) => {
  window.scrollTo(0, 0);
  const { x, y, width, height } = (
    document.querySelector(selector) as Element
  ).getBoundingClientRect();
  return { x, y, width, height };
};
