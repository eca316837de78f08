import type { ListOfElements } from './registry.ts';

/** An array as a list of the page, which scripts tell from an array and treat differently. */
export function lists(found: HTMLElement[]): ListOfElements {
  Object.setPrototypeOf(found, NodeList.prototype);
  return Object.assign(found, { item: (at: number) => found[at] ?? null });
}
