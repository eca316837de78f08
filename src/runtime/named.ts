import type { Confinement } from './registry.ts';

/** Members of the real document and window that are asked for by name, each as it is at the time. */
export function named(to: Confinement): void {
  const { about, doc, win } = to;
  const from = (real: object, members: object, names = '') => {
    for (const name of names.split(' ')) {
      if (name in members) continue;
      Object.defineProperty(members, name, {
        configurable: true,
        get: () => {
          const value = Reflect.get(real, name);
          // Functions of the platform insist on the real one.
          return typeof value === 'function' && !value.prototype ? value.bind(real) : value;
        },
        set: (value) => {
          if (to.take?.(members, name, value)) return;
          // The title and the like are the page's, and there is one of each.
          if (real === document || name === 'location') Reflect.set(real, name, value);
          else Object.defineProperty(members, name, { value, writable: true });
        },
      });
    }
  };
  from(document, doc, about.document);
  from(window, win, about.window);
}
