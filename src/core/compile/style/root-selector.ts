/**
 * Selectors for the casts of one mould. The id in the list exists on no page: it is there for
 * its weight, so that every rule of a mould gains the strength of one id, which keeps the
 * author's own order of strength and beats a host's rules by class and element.
 */
export function rootSelector(name: string): string {
  return `:is(#km_, [data-mould="${name}"])`;
}

/** The root or anything in it; the same weight. */
export function withinSelector(name: string): string {
  return `:is(#km_, [data-mould="${name}"], [data-mould="${name}"] *)`;
}

/** Anything inside the root, at no weight: keeps a sibling combinator from leaving the cast. */
export function insideGuard(name: string): string {
  return `:where([data-mould="${name}"] *)`;
}

/** The root of one cast. */
export function castSelector(name: string, id: string): string {
  return `${rootSelector(name)}[data-cast="${id}"]`;
}
