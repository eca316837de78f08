import type { Confinement } from './registry.ts';

/** A script's own tag, for which an element stands in the template. */
export function scripts({ cast: { tree }, doc }: Confinement): void {
  const own = (at: number) => tree.querySelectorAll('template[data-write]')[at] ?? null;
  doc.scriptAt = own;
  // The tag of the script that runs is the last that has been read.
  doc.scriptsAt = (at: number) => [...document.scripts, own(at)];
}
