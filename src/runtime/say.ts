import type { Confinement } from './registry.ts';

/** An event that a cast says on its document or window is for that cast alone, unless all share it. */
export function say({ page, cast, about, doc, win }: Confinement): void {
  page.said ??= new WeakMap();
  const { said } = page;
  const own = (event: Event) => {
    if (!about.events?.includes(event.type)) said.set(event, cast);
    return event;
  };
  doc.dispatchEvent = (event: Event) => document.dispatchEvent(own(event));
  win.dispatchEvent = (event: Event) => window.dispatchEvent(own(event));
}
