import type { Confinement } from './registry.ts';

/** The older ways to elements: by tag, class and name, the page's lists of them, and writing. */
export function named(to: Confinement, doc: Document): Document {
  const { cast, within, all, hasSlots, ofDocument, ofWindow } = to;
  const { tree, base, box, suffix } = cast;
  /** A live list where that can be, which it cannot where the root is one of the found. */
  const live = (
    name: string,
    method: 'getElementsByTagName' | 'getElementsByClassName',
    css: string,
  ) =>
    method in within && !hasSlots && (box || !base.matches(css)) ? within[method](name) : all(css);
  const listed = (css: string) => {
    const list = [...all(css)];
    const members: Record<string, unknown> = { item: (at: number) => list[at] ?? null };
    for (const one of list) {
      for (const name of [one.getAttribute('id'), one.getAttribute('name')]) {
        if (name) members[name.replace(suffix, '')] ??= one;
      }
    }
    return Object.assign(list, members);
  };
  const write = (...html: string[]) => base.insertAdjacentHTML('beforeend', html.join(''));
  Object.defineProperties(
    ofDocument,
    Object.getOwnPropertyDescriptors({
      getElementsByTagName: (name: string) =>
        name === 'script'
          ? document.scripts
          : /^(?:body|html|head)$/i.test(name)
            ? [base]
            : live(name, 'getElementsByTagName', name),
      getElementsByClassName: (names: string) =>
        live(names, 'getElementsByClassName', names.trim().replace(/^|\s+/g, '.')),
      getElementsByName: (name: string) => all(`[name="${CSS.escape(name)}"]`),
      write,
      writeln: (...html: string[]) => write(...html, '\n'),
      writeAt: (at: number, ...html: string[]) =>
        (
          tree.querySelectorAll('template[data-write]')[at] ??
          base.appendChild(document.createElement('template'))
        ).insertAdjacentHTML('beforebegin', html.join('')),
      get activeElement() {
        const inner = (tree as ShadowRoot).activeElement ?? document.activeElement;
        return tree.contains(inner) ? inner : base;
      },
      get defaultView() {
        return to.reach;
      },
      get forms() {
        return listed('form');
      },
      get images() {
        return listed('img');
      },
      get links() {
        return listed('a[href], area[href]');
      },
    }),
  );
  /** `document.order` is the form of that name. */
  const byName: Document = new Proxy(doc, {
    get: (members, key) => {
      const value = Reflect.get(members, key);
      if (!(value instanceof Element) || value === base || key === 'activeElement') return value;
      return typeof key === 'string' && !(key in Document.prototype)
        ? (listed('form, img, iframe, embed, object')[key as never] ?? value)
        : value;
    },
  });
  ofWindow.getComputedStyle = (element: unknown, part?: string) =>
    getComputedStyle((element === byName ? base : element) as Element, part);
  ofWindow.customElements = to.page.facade(customElements, {
    define: (name: string, ...rest: [CustomElementConstructor]) =>
      customElements.get(name) ?? customElements.define(name, ...rest),
  });
  const around = parent === window ? ['frames', 'top', 'parent'] : ['frames'];
  for (const name of around) {
    Object.defineProperty(ofWindow, name, { configurable: true, get: () => to.reach });
  }
  return byName;
}
