import type { Running } from './registry.ts';

/** Stops what a cast left running when it is taken out of the page, and goes on when it is back. */
export function away(cast: Running & { keep: Running['keep'] }): void {
  const kept = new Set<{ readonly go: () => void; readonly stop: () => void }>();
  let isOn = true;
  Object.assign(cast, {
    keep(go: () => void, stop: () => void) {
      const one = { go, stop };
      kept.add(one);
      if (isOn) go();
      return () => {
        kept.delete(one);
        stop();
      };
    },
  });
  new MutationObserver(() => {
    if (cast.root.isConnected === isOn) return;
    isOn = !isOn;
    for (const { go, stop } of kept) isOn ? go() : stop();
  }).observe(document, { childList: true, subtree: true });
}
