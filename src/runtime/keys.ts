import type { Confinement } from './registry.ts';

/** Keys are for the cast that is in use, but for the one that closes whatever is open. */
export function keys(to: Confinement): void {
  const { page, cast, view } = to;
  to.view = (event) => {
    if (event.type.startsWith('key') && (event as KeyboardEvent).key !== 'Escape') {
      const [target] = event.composedPath();
      const isElsewhere = page.used?.root.isConnected && page.used !== cast;
      // What is typed into a field of somebody else is not for this cast.
      const isTyped =
        target instanceof Element &&
        !cast.root.contains(target) &&
        target.matches('input, textarea, select, [contenteditable]');
      if (isElsewhere || isTyped) return undefined;
    }
    return view?.(event);
  };
  addEventListener(
    'pointerdown',
    (event) => {
      const isHere = event.composedPath().includes(cast.root);
      if (isHere || page.used === cast) page.used = isHere ? cast : undefined;
    },
    true,
  );
}
