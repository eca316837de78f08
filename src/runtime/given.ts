import type { Confinement } from './registry.ts';

/** What libraries from elsewhere made, by the names that scripts know them by. */
export function given({ page, cast, about, win }: Confinement): void {
  for (const [src, , provides] of about.needs ?? []) {
    const taken = page.taken?.[src];
    if (provides && taken) win[provides] = taken;
  }
  // What the script makes them do comes now, and before anything that waits.
  const settle = page.heads?.(page, cast.root.dataset.mould as string);
  if (settle) queueMicrotask(settle);
}
