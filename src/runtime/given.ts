import type { Confinement } from './registry.ts';

/** What libraries from elsewhere made, by the names that scripts know them by. */
export function given({ page, about, win }: Confinement): void {
  for (const [src, , provides] of about.needs ?? []) {
    const taken = page.taken?.[src];
    if (provides && taken) win[provides] = taken;
  }
}
