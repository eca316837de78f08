import type { Confinement } from './registry.ts';

/** What waits for a moment of loading that has passed is run soon. */
export function late(to: Confinement): void {
  to.runLate = (type, run) => {
    const isRead = /^(?:DOMContentLoaded|ready(?:statechange)?)$/.test(type);
    const { readyState } = document;
    if (
      isRead
        ? readyState === 'loading'
        : !/^(?:load|pageshow)$/.test(type) || readyState !== 'complete'
    )
      return false;
    // What is loaded comes after what is read.
    queueMicrotask(() => queueMicrotask(isRead ? run : () => queueMicrotask(run)));
    return true;
  };
}
