/** States one can go back to, and forth again. */
export interface History<T> {
  readonly past: readonly T[];
  readonly now: T;
  readonly future: readonly T[];
  /** What is being changed: further changes of it are one with the last. */
  readonly open: string | undefined;
}

/** How far back one can go. */
const most = 200;

export function beginHistory<T>(now: T): History<T> {
  return { past: [], now, future: [], open: undefined };
}

/** Goes on to another state. Changes of the same thing, one after the other, are one step back. */
export function goOn<T>(history: History<T>, now: T, changed?: string): History<T> {
  const isSame = changed !== undefined && changed === history.open;
  const past = isSame ? history.past : [...history.past, history.now].slice(-most);
  return { past, now, future: [], open: changed };
}

/** Ends what is being changed, so that the next change is a step of its own. */
export function pause<T>(history: History<T>): History<T> {
  return history.open === undefined ? history : { ...history, open: undefined };
}

export function goBack<T>({ past, now, future, open }: History<T>): History<T> {
  const before = past.at(-1);
  if (before === undefined) return { past, now, future, open };
  return { past: past.slice(0, -1), now: before, future: [now, ...future], open: undefined };
}

export function goForth<T>({ past, now, future, open }: History<T>): History<T> {
  const [next, ...later] = future;
  if (next === undefined) return { past, now, future, open };
  return { past: [...past, now], now: next, future: later, open: undefined };
}
