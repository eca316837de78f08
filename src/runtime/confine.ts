import type { Confinement, MouldCode, Registry, Running } from './registry.ts';

/**
 * Gives a cast a document and a window of its own, which reach no further than its root. What they
 * have beside looking up elements is added by other parts.
 */
export function confine(page: Registry, cast: Running, about: MouldCode): Confinement {
  const { tree, base, box, suffix } = cast;
  const within = (box ? base : tree) as HTMLElement;
  const own = page.selectors?.(cast) ?? String;
  // A box is none of the author's elements, but for what means the body, whose attributes it has.
  const isBodys = (css: string): boolean => {
    const body = document.createElement('body');
    for (const { name, value } of base.attributes) body.setAttribute(name, value);
    return body.matches(css);
  };
  const all: Confinement['all'] = (selector) => {
    const css = own(selector);
    const list = within.querySelectorAll<HTMLElement>(css);
    const isBase =
      within === base && base.matches(css) && (!box || css !== selector || isBodys(css));
    if (!isBase && !about.slots) return list;
    const found = [...(isBase ? [base] : []), ...list].filter(about.slots ? cast.owns : Boolean);
    // Scripts tell a list of the page from an array, and treat the two differently.
    Object.setPrototypeOf(found, NodeList.prototype);
    return Object.assign(found, { item: (at: number) => found[at] ?? null });
  };
  const first = (selector: string) => all(selector)[0] ?? null;
  const byId = (id: string) => first(`[id="${CSS.escape(id)}"]`);
  const doc: Confinement['doc'] = {
    querySelector: first,
    querySelectorAll: all,
    getElementById: (id: string) => byId(id + suffix) ?? byId(id),
    body: base,
    documentElement: base,
    head: base,
  };
  const win: Confinement['win'] = { document: doc };
  win.window = win.self = win.globalThis = win;
  const to: Confinement = { page, cast, about, own, within, all, doc, win, reach: win as never };
  for (const part of about.adds ?? []) page[part](to);
  return to;
}
