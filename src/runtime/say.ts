import type { Confinement } from './registry.ts';

/** An event that a cast says on its document or window is for that cast alone. */
export function say({ page, cast, doc, win }: Confinement): void {
  page.said ??= new WeakMap();
  const { said } = page;
  doc.dispatchEvent = (event: Event) => document.dispatchEvent(said.set(event, cast) && event);
  win.dispatchEvent = (event: Event) => window.dispatchEvent(said.set(event, cast) && event);
}
