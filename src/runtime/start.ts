import type { MouldCode, Registry, Running } from './registry.ts';

/** A root remembers its cast, so that one that is moved is not started again. */
type Root = HTMLElement & { [casted]?: Switch };
const casted = Symbol.for('keen-mould.cast');

interface Switch {
  isOn: boolean;
  readonly kept: Set<{ readonly go: () => void; readonly stop: () => void }>;
}

/**
 * Makes a page ready for casts: it starts each once, whenever its root comes, and stops what it
 * left running when the root goes.
 */
export function start(page: Registry & Record<string, unknown>): void {
  const moulds: Record<string, MouldCode> = {};
  const casts: Record<string, { readonly mould: MouldCode; readonly values: unknown }> = {};
  const copies: Record<string, number> = {};
  const running = new Set<readonly [Root, Switch]>();

  const begin = (root: Root): void => {
    const given = root.dataset.cast as string;
    const { mould = moulds[root.dataset.mould as string], values } = casts[given] ?? {};
    if (!mould || root[casted]) return;
    const state: Switch = { isOn: true, kept: new Set() };
    root[casted] = state;
    running.add([root, state]);
    copies[given] = (copies[given] ?? 0) + 1;
    const id = copies[given] > 1 ? `${given}-${copies[given]}` : given;
    const tree = root.shadowRoot ?? root;
    if (id !== given && tree === root) page.renumber?.(root, given, id);
    const cast: Running = {
      ...{ root, tree, id, box: mould.box === true },
      base: tree === root ? root : (tree.querySelector('[data-mould-root]') as HTMLElement),
      suffix: tree === root ? `~${id}` : '',
      owns: (element) => (element.closest('[data-slot],[data-cast]') ?? root) === root,
      keep(go, stop) {
        const one = { go, stop };
        state.kept.add(one);
        if (state.isOn) go();
        return () => {
          state.kept.delete(one);
          stop();
        };
      },
    };
    run(cast, mould, values);
  };

  const run = (cast: Running, mould: MouldCode, values: unknown): void => {
    const failed = (error: unknown) =>
      console.error(`keen-mould: the script of cast ${cast.id} failed.`, error);
    try {
      const confined = page.confine?.(page, cast);
      const reach = (confined?.reach ?? window) as unknown as Record<string, unknown>;
      const inReach = {
        ...{ root: cast.tree, id: cast.id, page: document, channel: page.channel, failed },
        values: structuredClone(values ?? mould.values),
        plain: (value: unknown) =>
          typeof value === 'string' && cast.suffix && value.endsWith(cast.suffix)
            ? value.slice(0, -cast.suffix.length)
            : value,
        handlers: (list: Parameters<NonNullable<Registry['handlers']>>[1]) =>
          page.handlers?.(cast, list),
      };
      if (confined && mould.libraries) page.load?.(page, confined, mould.libraries, inReach);
      if (confined && mould.shared) page.globals?.(cast, confined.reach, mould.shared);
      const names = mould.names ?? [];
      const done = mould.code.apply(reach, [inReach, ...names.map((name) => reach[name])]);
      (done as Promise<unknown> | undefined)?.catch?.(failed);
    } catch (error) {
      failed(error);
    }
  };

  const look = (): void => {
    for (const one of running) {
      const [root, state] = one;
      if (root.isConnected) continue;
      running.delete(one);
      state.isOn = false;
      for (const { stop } of state.kept) stop();
    }
    // While a page is being read, a root may be there before what is in it.
    if (document.readyState === 'loading') return;
    for (const root of document.querySelectorAll<Root>('[data-cast]')) {
      const state = root[casted];
      if (!state) begin(root);
      else if (!state.isOn) {
        state.isOn = true;
        running.add([root, state]);
        for (const { go } of state.kept) go();
      }
    }
  };

  page.libraries = {};
  page.said = new WeakMap();
  page.channel = new EventTarget();
  page.mould = (name, about, code) => {
    moulds[name] = { ...about, code };
  };
  page.library = (key, library) => {
    page.libraries[key] ??= library;
  };
  page.cast = (id, values) => {
    for (const root of document.querySelectorAll<Root>(`[data-cast="${id}"]`)) {
      casts[id] = { mould: moulds[root.dataset.mould as string] as MouldCode, values };
      begin(root);
    }
    casts[id] ??= { values } as never;
  };
  new MutationObserver(look).observe(document, { childList: true, subtree: true });
  document.addEventListener('DOMContentLoaded', look);
}
