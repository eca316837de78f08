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
  /** How much stronger than the least: what is outside layers beats what is in them. */
  readonly rank: number;
}

/** What marks the root; in a shadow tree, the element that holds the content. */
export function rootMark({ mouldName, sealed }: Pick<Scoping, 'mouldName' | 'sealed'>): string {
  return sealed ? '[data-mould-root]' : `[data-mould="${mouldName}"]`;
}

/** The root. */
export function rootSelector(scoping: Scoping): string {
  if (scoping.sealed) return rootMark(scoping);
  return `:is(${weight}${'#k'.repeat(scoping.rank)}, ${rootMark(scoping)})`;
}

/** The root or anything in it; the same weight. Nothing where a shadow root is the border. */
export function withinSelector(scoping: Scoping): string {
  if (scoping.sealed) return '';
  const mark = rootMark(scoping);
  return `:is(${weight}${'#k'.repeat(scoping.rank)}, ${mark}, ${mark} *)`;
}

/** Anything inside the root, at no weight: keeps a sibling combinator from leaving the cast. */
export function insideGuard(scoping: Scoping): string {
  return scoping.sealed ? '' : `:where(${rootMark(scoping)} *)`;
}

/** The root of one cast. */
export function castSelector(scoping: Scoping, id: string): string {
  return scoping.sealed ? rootSelector(scoping) : `${rootSelector(scoping)}[data-cast="${id}"]`;
}
