import type { Confinement } from './registry.ts';

/** Elements by tag: a live list, but where the root is one of them. */
export function tags({ cast: { base, box }, within, all, doc, slotIn }: Confinement): void {
  doc.getElementsByTagName = (name: string) => {
    if (name === 'script') return document.scripts;
    if (/^(?:body|html|head)$/i.test(name)) return [base];
    const isLive = !slotIn && (box || !base.matches(name));
    // A shadow root has no such method.
    return (isLive && within.getElementsByTagName?.(name)) || all(name);
  };
}
