/**
 * Selectors for the casts of one mould. The first in the list matches nothing, since no element
 * has two ids: it is there for its weight, so that every rule of a mould gains the strength of
 * several ids. That keeps the author's own order of strength, and beats a host's rules.
 */
const weight = '#k#m#k#m';

/** The weight of what keeps a host's rules out: less than any rule of a mould, more than a host's. */
export const resetWeight = '#k#m#k';

/** What a mould's rules are scoped to, and how strongly. */
export interface Scoping {
  readonly mouldName: string;
  /** In a shadow tree nothing has to be kept apart but the root. */
  readonly sealed: boolean;
  /** True where a slot is the border of what a rule may reach. */
  readonly hasSlots?: boolean;
  /** How much stronger than the least: what is outside layers beats what is in them. */
  readonly rank: number;
}

/** What marks the root; in a shadow tree, the element that holds the content. */
export function rootMark({ mouldName, sealed }: Pick<Scoping, 'mouldName' | 'sealed'>): string {
  return sealed ? '[data-mould-root]' : `[data-mould="${mouldName}"]`;
}

/** The root, as a rule of the author's sees it. */
export function rootSelector(scoping: Scoping): string {
  if (scoping.sealed) return rootMark(scoping);
  return `:is(${weight}${'#k'.repeat(scoping.rank)}, ${seenMark(scoping)})`;
}

/** What encloses the rules of a mould with slots: they end where a slot begins (CSS Cascade 6, 2.5). */
export function slotBorder(mark: string): string {
  return `@scope (${mark}) to (:scope [data-slot])`;
}

/** What holds the content of a slot, where the mould's custom properties end. */
export function slotBox(scoping: Scoping): string {
  return scoping.sealed ? '::slotted([data-slot])' : `${rootMark(scoping)} [data-slot]`;
}

function seenMark(scoping: Scoping): string {
  return scoping.hasSlots && !scoping.sealed ? ':scope' : rootMark(scoping);
}

/** The root or anything in it; the same weight. Nothing where a shadow root is the border. */
export function withinSelector(scoping: Scoping): string {
  if (scoping.sealed) return '';
  const mark = seenMark(scoping);
  return `:is(${weight}${'#k'.repeat(scoping.rank)}, ${mark}, ${mark} *)`;
}

/** Anything inside the root, at no weight: keeps a sibling combinator from leaving the cast. */
export function insideGuard(scoping: Scoping): string {
  return scoping.sealed ? '' : `:where(${seenMark(scoping)} *)`;
}

/** The root or anything in it, at no weight: for what may choose any element of the page. */
export function castGuard(scoping: Scoping): string {
  const mark = seenMark(scoping);
  return scoping.sealed ? '' : `:where(${mark}, ${mark} *)`;
}

/** The root where a selector speaks of `html`, `body` or `:root` in passing, with their weight. */
export function pageMark(scoping: Scoping, isElement: boolean): string {
  const mark = seenMark(scoping);
  return isElement ? `:where(${mark}):not(html)` : mark;
}

/** The root of one cast. */
export function castSelector(scoping: Scoping, id: string): string {
  return scoping.sealed ? rootSelector(scoping) : `${rootSelector(scoping)}[data-cast="${id}"]`;
}
