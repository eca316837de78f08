import type { Confinement } from './registry.ts';

type Listens = (type: string, listener: unknown) => void;

/** `window.onload = f` and the like: each cast has one of its own. */
export function on(to: Confinement): void {
  to.take = (members, key, value) => {
    if (typeof key !== 'string' || !key.startsWith('on')) return false;
    const { addEventListener: add, removeEventListener: remove } = members as Record<
      string,
      Listens
    >;
    const held = `=${key}`;
    const before = Reflect.get(members, held);
    if (before) remove?.(key.slice(2), before);
    if (typeof value === 'function') add?.(key.slice(2), value);
    Object.defineProperty(members, held, { value, configurable: true });
    Object.defineProperty(members, key, {
      configurable: true,
      get: () => value,
      set: (next) => to.take?.(members, key, next),
    });
    return true;
  };
}
