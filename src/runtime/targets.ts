import type { Confinement } from './registry.ts';

/** A selector that a field holds for elements of the host is looked up in the whole page. */
export function targets(to: Confinement): void {
  const { cast, about, doc, all } = to;
  to.all = doc.querySelectorAll = (css: string) =>
    about.targets?.some((name) => cast.values?.[name] === css)
      ? document.querySelectorAll<HTMLElement>(css)
      : all(css);
  doc.querySelector = (css: string) => to.all(css)[0] ?? null;
}
