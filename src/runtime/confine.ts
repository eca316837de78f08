import type { Confinement, MouldCode, Registry, Running } from './registry.ts';

/**
 * Gives a cast a document and a window of its own, which reach no further than its root. What they
 * have beside looking up elements is added by other parts.
 */
export function confine(page: Registry, cast: Running, about: MouldCode): Confinement {
  const { tree, base, box, suffix } = cast;
  const within = (box ? base : tree) as HTMLElement;
  const own = page.bodies?.(page, cast) ?? page.selectors?.(cast) ?? String;
  const all: Confinement['all'] = (selector) => {
    const css = own(selector);
    const list = within.querySelectorAll<HTMLElement>(css);
    // A box is none of the author's elements, but for what means the body.
    const isBase =
      within === base &&
      base.matches(css) &&
      (!box || css !== selector || page.attributed?.(css) === true);
    if (!isBase && !about.slots) return list;
    const found = [...(isBase ? [base] : []), ...list].filter(about.slots ? cast.owns : Boolean);
    return page.lists?.(found) ?? found;
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
