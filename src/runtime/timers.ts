import type { Confinement } from './registry.ts';

type Timer = (run: (...given: never[]) => unknown, ...rest: never[]) => number;

/** Timers that stand still while the cast is not in the page, and go on when it is back. */
export function timers({ cast, win }: Confinement): void {
  const waiting: Record<number, () => void> = {};
  cast.wake = () => {
    for (const id in waiting) {
      const run = waiting[id];
      delete waiting[id];
      run?.();
    }
  };
  for (const [name, end] of [
    ['setTimeout', 'clearTimeout'],
    ['setInterval', 'clearInterval'],
    ['requestAnimationFrame', 'cancelAnimationFrame'],
  ] as const) {
    const set = window[name].bind(window) as unknown as Timer;
    win[name] = (run: Parameters<Timer>[0], ...rest: never[]) => {
      const tick = (...given: never[]) => {
        if (cast.root.isConnected) run(...given);
        else if (end !== 'clearInterval') waiting[id] = () => run(...given);
      };
      const id = set(tick, ...rest);
      return id;
    };
    win[end] = (id: number) => {
      delete waiting[id];
      window[end](id);
    };
  }
}
