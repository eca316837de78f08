import type { Confinement, MouldCode, Registry, Running } from './registry.ts';

/** An array that can do what a list of the page can. */
type Found = HTMLElement[] & { item(at: number): HTMLElement | null };

/**
 * Gives a cast a document and a window of its own, which reach no further than its root. What they
 * have beside looking up elements is added by other parts.
 */
export function confine(page: Registry, cast: Running, about: MouldCode): Confinement {
  const { tree, base, box, suffix } = cast;
  const within = (box ? base : tree) as HTMLElement;
  const own = page.selectors?.(cast) ?? String;
  const all: Confinement['all'] = (selector) => {
    const css = own(selector);
    let found = [...within.querySelectorAll<HTMLElement>(css)] as Found;
    // A box is none of the author's elements, but for what means the page.
    if (within === base && (!box || css !== selector) && base.matches(css)) found.unshift(base);
    if (about.slots) found = found.filter(cast.owns) as Found;
    found.item = (at) => found[at] ?? null;
    return found;
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
