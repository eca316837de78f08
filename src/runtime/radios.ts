import type { Running } from './registry.ts';

/** Radio buttons that a script makes stand together within the cast, as those of the markup do. */
export function radios({ tree, suffix, owns }: Running): () => void {
  const own = (): void => {
    for (const one of tree.querySelectorAll<HTMLInputElement>('input[type=radio][name]')) {
      if (!one.form && !one.name.endsWith(suffix) && owns(one)) one.name += suffix;
    }
  };
  if (!suffix) return () => {};
  new MutationObserver(own).observe(tree, { childList: true, subtree: true });
  return own;
}
