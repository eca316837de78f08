import type { Confinement } from './registry.ts';

/** Names of elements are the page's: one that a cast has defined, the next leaves as it is. */
export function elements({ win }: Confinement): void {
  const real = customElements;
  const waiting: Record<string, CustomElementConstructor> = {};
  win.customElements = {
    define: (name: string, made: CustomElementConstructor, options?: ElementDefinitionOptions) => {
      waiting[name] ??= made;
      const define = () => real.get(name) ?? real.define(name, made, options);
      // An element of a later cast would be there before what is in it has been read.
      if (document.readyState !== 'loading') define();
      else document.addEventListener('DOMContentLoaded', define);
    },
    get: (name: string) => real.get(name) ?? waiting[name],
    whenDefined: (name: string) => real.whenDefined(name),
    upgrade: (root: Node) => real.upgrade(root),
  };
}
