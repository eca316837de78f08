import type { Confinement } from './registry.ts';

/** What happens in a slot happens at the slot. */
export function slotted(to: Confinement): void {
  to.slotIn = (path) =>
    (
      path.findLast(
        (one) =>
          one instanceof Element &&
          one.matches('[data-slot]') &&
          to.cast.owns(one.parentElement as Element),
      ) as Element | undefined
    )?.parentElement ?? undefined;
}
