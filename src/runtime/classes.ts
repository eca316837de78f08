import type { Confinement } from './registry.ts';

/** Elements by class: a live list, but where the root is one of them. */
export function classes({ cast: { base, box }, within, all, doc, slotIn }: Confinement): void {
  doc.getElementsByClassName = (names: string) => {
    const css = names.trim().replace(/^|\s+/g, '.');
    const isLive = !slotIn && (box || !base.matches(css));
    // A shadow root has no such method.
    return (isLive && within.getElementsByClassName?.(names)) || all(css);
  };
}
