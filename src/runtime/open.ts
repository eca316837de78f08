import type { Confinement, Reach } from './registry.ts';

/** Gives a script all that a document and a window have, whatever it asks for. */
export function open(to: Confinement): void {
  const { page, doc, win } = to;
  win.document = page.facade?.(document, doc, to);
  to.reach = page.facade?.(window, win, to) as unknown as Reach;
  win.window = win.self = win.globalThis = to.reach;
}
