import type { MouldCode, Registry, Running } from './registry.ts';

/** A root remembers its cast, so that one that is moved is not started again. */
type Root = HTMLElement & { kmCast?: Running };

/** Makes a page ready for casts: it starts each once, whenever its root comes. */
export function start(page: Registry): void {
  const moulds: Record<string, MouldCode> = {};
  const valuesOf: Record<string, unknown> = {};
  const running: Record<string, Running> = {};

  // What waits for nothing is started at once: up to its first await, a function runs as it is called.
  const begin = async (root: Root): Promise<void> => {
    const { cast: given, mould: name } = root.dataset as Readonly<Record<'cast' | 'mould', string>>;
    const mould = moulds[name];
    if (!mould || root.kmCast) return;
    let id = given;
    for (let copy = 2; running[id]?.root.isConnected; copy += 1) id = `${given}-${copy}`;
    const tree = root.shadowRoot ?? root;
    const suffix = tree === root ? `~${id}` : '';
    const cast: Running = {
      root,
      id,
      suffix,
      tree,
      box: mould.box,
      base: tree.querySelector<HTMLElement>('[data-mould-root]') ?? root,
      owns: (element) => (element.closest('[data-slot],[data-cast]') ?? root) === root,
    };
    root.kmCast = running[id] = cast;
    if (id !== given && suffix) page.renumber?.(root, given, id);
    const failed = (error: unknown): void => {
      const place = /script\.js:\d+/.exec((error as Error)?.stack ?? '') ?? '';
      const cause = / is not | null| undefined/.test(`${error}`)
        ? ': library or element missing?'
        : '';
      console.error(`keen-mould: ${name}, cast ${id}, ${place} failed${cause}`, error);
    };
    if (mould.needs) await page.bring?.(page, mould.needs, name);
    try {
      const to = page.confine?.(page, cast, mould);
      const reach = to?.reach ?? window;
      const inReach = {
        root: tree,
        id,
        page: document,
        channel: page.channel,
        failed,
        values: structuredClone(valuesOf[given] ?? mould.values),
        plain: page.plain?.(suffix),
        own: to?.own,
        handlers: page.handlers?.(cast),
      };
      if (to) page.load?.(page, to, mould, inReach);
      await mould.code.call(reach, inReach, reach);
    } catch (error) {
      failed(error);
    }
    page.first?.(cast);
  };
  const roots = (mark: string) => document.querySelectorAll<HTMLElement>(`[data-cast${mark}]`);

  page.channel = new EventTarget();
  page.mould = (name, about, code) => {
    moulds[name] = { ...about, code };
  };
  page.cast = async (id, values, found: Iterable<HTMLElement> = roots(`="${id}"`)) => {
    valuesOf[id] = values;
    for (const root of found) await begin(root);
  };
  const look = (): void => {
    // While a page is being read, a root may be there before what is in it.
    if (document.readyState !== 'loading') roots('').forEach(begin);
    for (const id in running) if (running[id]?.root.isConnected) running[id].wake?.();
  };
  new MutationObserver(look).observe(document, { childList: true, subtree: true });
  document.addEventListener('DOMContentLoaded', look);
}
