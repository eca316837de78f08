import { bindSpots, compileMould, type Mould, Refusal, type Spot } from 'keen-mould';

/** A mould in which all that could be a field is one, so that the frames know its places. */
export interface AllBound {
  readonly mould: Mould;
  /** The id of the spot that a field of it was made of. */
  readonly spotOf: (path: string) => string | undefined;
}

let last: { readonly of: Mould; readonly made: AllBound } | undefined;

/**
 * What is proposed, bound on trial: it looks as before, and what is pointed at in a frame leads to
 * its proposal. Where it cannot be bound, the mould itself.
 */
export function allBound(mould: Mould, spots: readonly Spot[]): AllBound {
  if (last?.of !== mould) last = { of: mould, made: bound(mould, spots) };
  return last.made;
}

function bound(mould: Mould, spots: readonly Spot[]): AllBound {
  const none = { mould, spotOf: () => undefined };
  try {
    const { mould: all, ties } = bindSpots(
      mould,
      spots.map(({ id }) => ({ id })),
    );
    if (!compileMould(all).isSound) return none;
    const ids = new Map(ties.map(({ field }) => [field, spots.find((one) => one.field === field)]));
    return { mould: all, spotOf: (path) => ids.get(path.split('.')[0] ?? '')?.id };
  } catch (error) {
    if (error instanceof Refusal) return none;
    throw error;
  }
}
