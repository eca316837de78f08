import type { Confinement } from './registry.ts';

/** Names of elements are the page's: one that a cast has defined, the next leaves as it is. */
export function elements({ win }: Confinement): void {
  const real = customElements;
  win.customElements = {
    define: (name: string, ...rest: [CustomElementConstructor]) =>
      real.get(name) ?? real.define(name, ...rest),
    get: (name: string) => real.get(name),
    whenDefined: (name: string) => real.whenDefined(name),
    upgrade: (root: Node) => real.upgrade(root),
  };
}
