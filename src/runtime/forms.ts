import type { Confinement } from './registry.ts';

/** The page's own lists of elements, and elements by their names: `document.order`. */
export function forms(to: Confinement): void {
  const { cast, all, doc } = to;
  const listed = (css: string) => {
    const list = [...all(css)];
    const members: Record<string, unknown> = { item: (at: number) => list[at] ?? null };
    for (const one of list) {
      for (const name of [one.getAttribute('id'), one.getAttribute('name')]) {
        if (name) members[name.replace(cast.suffix, '')] ??= one;
      }
    }
    return Object.assign(list, members);
  };
  for (const [name, css] of [
    ['forms', 'form'],
    ['images', 'img'],
    ['links', 'a[href], area[href]'],
  ] as const) {
    Object.defineProperty(doc, name, { get: () => listed(css) });
  }
  const own = to.win.document as Document;
  to.win.document = new Proxy(own, {
    get: (members, key) => {
      const value = Reflect.get(members, key);
      if (!(value instanceof Element) || value === cast.base || key === 'activeElement')
        return value;
      return typeof key === 'string' && !(key in Document.prototype)
        ? (listed('form, img, iframe, embed, object')[key as never] ?? value)
        : value;
    },
  });
}
