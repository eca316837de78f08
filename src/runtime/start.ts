import type { Handler, MouldCode, Registry, Running } from './registry.ts';

/** A root remembers its cast, so that one that is moved is not started again. */
type Root = HTMLElement & { [casted]?: object };
const casted = Symbol.for('keen-mould.cast');

/** Makes a page ready for casts: it starts each once, whenever its root comes. */
export function start(page: Registry & Record<string, unknown>): void {
  const moulds: Record<string, MouldCode> = {};
  const casts: Record<
    string,
    { readonly mould?: MouldCode | undefined; readonly values: unknown }
  > = {};
  const ids: Record<string, Root> = {};

  const begin = (root: Root): void => {
    const { cast: given = '', mould: name = '' } = root.dataset;
    const { mould = moulds[name], values = mould?.values } = casts[given] ?? { values: undefined };
    if (!mould || root[casted]) return;
    let id = given;
    for (let copy = 2; ids[id]?.isConnected; copy += 1) id = `${given}-${copy}`;
    ids[id] = root;
    const shadow = root.shadowRoot;
    const suffix = shadow ? '' : `~${id}`;
    if (id !== given && !shadow) page.renumber?.(root, given, id);
    const cast: Running = {
      root,
      id,
      suffix,
      tree: shadow ?? root,
      box: !!mould.box,
      base: shadow?.querySelector<HTMLElement>('[data-mould-root]') ?? root,
      owns: (element) => (element.closest('[data-slot],[data-cast]') ?? root) === root,
      keep: (go, stop) => {
        go();
        return stop;
      },
    };
    root[casted] = cast;
    page.away?.(cast);
    const failed = (error: unknown) =>
      console.error(`keen-mould: the script of cast ${id} failed.`, error);
    try {
      const confined = page.confine?.(page, cast);
      const reach = (confined?.reach ?? window) as unknown as Record<string, unknown>;
      const inReach = {
        root: cast.tree,
        id,
        page: document,
        channel: page.channel,
        failed,
        values: structuredClone(values),
        plain: (value: unknown) =>
          suffix && String(value).endsWith(suffix) ? String(value).slice(0, -suffix.length) : value,
        own: page.selectors?.(cast),
        handlers: (list: readonly Handler[]) => page.handlers?.(cast, list),
      };
      if (confined) page.load?.(page, confined, mould, inReach);
      const names = mould.names ?? [];
      const done = mould.code.apply(reach, [inReach, ...names.map((one) => reach[one])]);
      (done as Promise<unknown> | undefined)?.catch?.(failed);
    } catch (error) {
      failed(error);
    }
    page.first?.(cast);
  };
  const roots = (mark: string): Root[] => [
    ...document.querySelectorAll<Root>(`[data-cast${mark}]`),
  ];

  page.channel = new EventTarget();
  page.mould = (name, about, code) => {
    moulds[name] = { ...about, code };
  };
  page.cast = (id, values, all = roots(`="${id}"`)) => {
    for (const root of all) {
      casts[id] = { mould: moulds[root.dataset.mould as string], values };
      begin(root);
    }
    casts[id] ??= { values };
  };
  const look = (): void => {
    // While a page is being read, a root may be there before what is in it.
    if (document.readyState !== 'loading') roots('').forEach(begin);
  };
  new MutationObserver(look).observe(document, { childList: true, subtree: true });
  document.addEventListener('DOMContentLoaded', look);
}
