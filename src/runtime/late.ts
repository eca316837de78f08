import type { Confinement } from './registry.ts';

/** What waits for a moment of loading that has passed is run soon. */
export function late(to: Confinement): void {
  to.runLate = (type, run) => {
    const isRead = /^(?:DOMContentLoaded|ready(?:statechange)?)$/.test(type);
    const isLoaded = type === 'load' || type === 'pageshow';
    if (
      !(isRead ? document.readyState !== 'loading' : isLoaded && document.readyState === 'complete')
    )
      return false;
    const soon = Promise.resolve().then(() => {});
    (isRead ? soon : soon.then(() => {})).then(() => {
      try {
        run();
      } catch (error) {
        reportError(error);
      }
    });
    return true;
  };
}
