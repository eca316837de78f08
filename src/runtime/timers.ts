import type { Running } from './registry.ts';

type Timer = (run: (...given: never[]) => unknown, ...rest: never[]) => number;

/** Timers that stand still while the cast is not in the page. */
export function timers(cast: Running): Record<string, unknown> {
  const held = new Map<number, () => void>();
  const timer =
    (set: Timer, clear: (id: number) => void, isOnce: boolean): Timer =>
    (run, ...rest) => {
      if (typeof run !== 'function') return set(run, ...rest);
      let now = 0;
      const tick = (...given: never[]) => {
        if (isOnce) stop(true);
        run(...given);
      };
      const release = cast.keep(
        () => {
          now = set(tick, ...rest);
        },
        () => clear(now),
      );
      const id = now;
      const stop = (hasRun = false) => {
        held.delete(id);
        // A timer that has run may not be cleared: its number can be another's by now.
        if (hasRun) now = 0;
        release();
      };
      held.set(id, stop);
      return id;
    };
  const clearing = (clear: (id: number) => void) => (id: number) => {
    const stop = held.get(id);
    if (stop) stop();
    else clear(id);
  };
  const clear = clearing(window.clearTimeout.bind(window));
  return {
    setTimeout: timer(
      window.setTimeout.bind(window) as Timer,
      window.clearTimeout.bind(window),
      true,
    ),
    setInterval: timer(
      window.setInterval.bind(window) as Timer,
      window.clearInterval.bind(window),
      false,
    ),
    requestAnimationFrame: timer(
      window.requestAnimationFrame.bind(window) as Timer,
      window.cancelAnimationFrame.bind(window),
      true,
    ),
    clearTimeout: clear,
    clearInterval: clear,
    cancelAnimationFrame: clearing(window.cancelAnimationFrame.bind(window)),
  };
}
