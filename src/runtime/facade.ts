import type { Confinement } from './registry.ts';

/**
 * An object that reads like a real one of the page, with members of its own that come first and
 * take what is written to it. Functions of the platform are bound to the real one, which they
 * insist on; those of anybody's own come as they are.
 *
 * @param to asked before a member is written
 */
export function facade<T extends object>(real: T, own: object, to?: Pick<Confinement, 'take'>): T {
  const bound = new Map<unknown, unknown>();
  return new Proxy(own, {
    get(members, key) {
      if (key in members) return Reflect.get(members, key);
      const value: unknown = Reflect.get(real, key);
      if (typeof value !== 'function' || Object.hasOwn(value, 'prototype')) return value;
      if (!bound.has(value)) bound.set(value, value.bind(real));
      return bound.get(value);
    },
    set(members, key, value) {
      // Of some members there is one for a page, whoever sets them.
      const isOfPage =
        to &&
        !(key in members) &&
        (real === (document as object) ? key in real : key === 'location');
      if (!to?.take?.(members, key, value)) Reflect.set(isOfPage ? real : members, key, value);
      return true;
    },
    has: (members, key) => key in members || key in real,
    getPrototypeOf: () => Reflect.getPrototypeOf(real),
  }) as T;
}
