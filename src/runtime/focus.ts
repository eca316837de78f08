import type { Confinement } from './registry.ts';

/** The element in use, as far as it is of the cast. */
export function focus({ cast, doc }: Confinement): void {
  const { tree, base } = cast;
  Object.defineProperty(doc, 'activeElement', {
    get() {
      const inner = (tree as ShadowRoot).activeElement ?? document.activeElement;
      return tree.contains(inner) ? inner : base;
    },
  });
}
