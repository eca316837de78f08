import type { Confinement } from './registry.ts';

/** What a page gives a script that takes its window or document for more than their members. */
export function frames(to: Confinement): void {
  const { cast, doc, win } = to;
  Object.defineProperty(doc, 'defaultView', { get: () => to.reach });
  win.getComputedStyle = (element: unknown, part?: string) =>
    getComputedStyle((element === win.document ? cast.base : element) as Element, part);
  for (const name of parent === window ? ['frames', 'top', 'parent'] : ['frames']) {
    Object.defineProperty(win, name, { configurable: true, get: () => to.reach });
  }
}
