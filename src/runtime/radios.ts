import type { Confinement } from './registry.ts';

/** Radio buttons that a script makes stand together within the cast, as those of the markup do. */
export function radios(to: Confinement): void {
  const { tree, suffix, owns } = to.cast;
  if (!suffix) return;
  const own = (): void => {
    for (const one of tree.querySelectorAll<HTMLInputElement>('input[type=radio][name]')) {
      if (!one.form && !one.name.endsWith(suffix) && owns(one)) one.name += suffix;
    }
  };
  new MutationObserver(own).observe(tree, { childList: true, subtree: true });
  to.settle = own;
}
