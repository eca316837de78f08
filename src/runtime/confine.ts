import type { Confinement, Reach, Registry, Running } from './registry.ts';

/**
 * Gives a cast a document and a window of its own, which reach no further than its root. What it
 * asks of them beside its elements is added by other parts.
 */
export function confine(page: Registry, cast: Running): Confinement {
  const { root, tree, base, box, owns } = cast;
  const { facade } = page;
  const within = (box ? base : tree) as HTMLElement;
  const hasSlots = root.querySelector('[data-slot]');
  const own = page.selectors?.(cast) ?? ((selector: string) => selector);

  const isRoot = (css: string, written: string) =>
    (!box || css !== written) && base.matches(css) && within === base;
  const all: Confinement['all'] = (selector) => {
    const css = own(String(selector));
    const found = within.querySelectorAll<HTMLElement>(css);
    const isBase = isRoot(css, selector);
    if (!isBase && !hasSlots) return found;
    const list = [...(isBase ? [base] : []), ...found].filter(owns);
    return Object.assign(list, { item: (at: number) => list[at] ?? null });
  };
  const first = (selector: string) => {
    const css = own(String(selector));
    return isRoot(css, selector)
      ? base
      : hasSlots
        ? (all(selector)[0] ?? null)
        : within.querySelector(css);
  };
  const ofDocument: Record<string, unknown> = {
    querySelector: first,
    querySelectorAll: all,
    getElementById: (id: string) => first(`[id="${CSS.escape(id)}"]`),
    body: base,
    documentElement: base,
    head: base,
  };
  const ofWindow: Record<string, unknown> = { ...page.timers?.(cast) };
  const to: Confinement = {
    page,
    cast,
    own,
    within,
    all,
    hasSlots: Boolean(hasSlots),
    ofDocument,
    ofWindow,
    view: (event) => event,
    runLate: () => false,
    take: () => false,
    settle: page.radios?.(cast) ?? (() => {}),
    reach: undefined as never,
  };
  page.listen?.(to);
  const doc: Document = facade(document, ofDocument, (key, value) => {
    to.take(ofDocument, key, value);
    // The title and the like are the page's, and there is one of each.
    return key in document && !(key in ofDocument) && !String(key).startsWith('on')
      ? Reflect.set(document, key, value)
      : false;
  });
  ofWindow.document = page.named?.(to, doc) ?? doc;
  const reach = facade(window, ofWindow, (key, value) => {
    to.take(ofWindow, key, value);
    return key === 'location' && Reflect.set(window, key, value);
  }) as unknown as Reach;
  to.reach = ofWindow.window = ofWindow.self = ofWindow.globalThis = reach;
  page.styles?.(cast);
  return to;
}
