import type { Confinement } from './registry.ts';

/** A selector that a field holds for elements of the host is looked up in the whole page. */
export function targets(to: Confinement): void {
  const { cast, about, doc } = to;
  const within = to.all;
  to.all = (selector) =>
    about.targets?.some((name) => cast.values?.[name] === selector)
      ? document.querySelectorAll<HTMLElement>(selector)
      : within(selector);
  doc.querySelectorAll = (selector: string) => to.all(selector);
  doc.querySelector = (selector: string) => to.all(selector)[0] ?? null;
}
