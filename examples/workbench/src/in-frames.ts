import { bindSpots, compileMould, type Mould, Refusal, type Spot } from 'keen-mould';

/** A mould in which all that could be a field is one, so that the frames know its places. */
export interface AllBound {
  readonly mould: Mould;
  /** The id of the spot that a field of it was made of. */
  readonly spotOf: (path: string) => string | undefined;
}

/** That, as data: the ids of spots by the fields made of them. */
export interface OnTrial {
  readonly mould: Mould;
  readonly ids: readonly (readonly [field: string, id: string | undefined])[];
}

/**
 * What is proposed, bound on trial: it looks as before, and what is pointed at in a frame leads to
 * its proposal. Undefined where it cannot be bound.
 */
export function boundOnTrial(mould: Mould, spots: readonly Spot[]): OnTrial | undefined {
  try {
    const { mould: all, ties } = bindSpots(
      mould,
      spots.map(({ id }) => ({ id })),
    );
    if (!compileMould(all).isSound) return undefined;
    const ids = ties.map(
      ({ field }) => [field, spots.find((one) => one.field === field)?.id] as const,
    );
    return { mould: all, ids };
  } catch (error) {
    if (error instanceof Refusal) return undefined;
    throw error;
  }
}
