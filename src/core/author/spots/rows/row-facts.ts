/** Where each of several rows stands in its own list. */
export interface RowFacts {
  /** From 0. */
  readonly index: readonly number[];
  readonly isLast: readonly boolean[];
  /** Names the list for drafts that ask for its path. */
  readonly slot: string;
}

/** The facts of rows that are there in spans. */
export function factsOf(spans: readonly (readonly number[] | undefined)[], slot: string): RowFacts {
  const index: number[] = [];
  const isLast: boolean[] = [];
  for (const span of spans) {
    for (const [at, row] of (span ?? []).entries()) {
      index[row] = at;
      isLast[row] = at === (span?.length ?? 0) - 1;
    }
  }
  return { index, isLast, slot };
}

/** Text around a number that counts rows. */
export interface Numbered {
  readonly before: string;
  readonly after: string;
  /** From 1 it is the row's number, from 0 its index. */
  readonly fact: 'number' | 'index';
}

/** The text around a number that counts rows, where texts are alike but for that. */
export function numbered(
  texts: readonly (string | undefined)[],
  { index }: RowFacts,
): Numbered | undefined {
  const [first, second] = texts;
  if (texts.length < 2 || first === undefined || second === undefined) return undefined;
  for (const { index: at } of first.matchAll(/\d+/g)) {
    const before = first.slice(0, at);
    const after = first.slice(at).replace(/^\d+/, '');
    for (const [from, fact] of ['index', 'number'].entries()) {
      const fits = texts.every(
        (text, row) => text === `${before}${(index[row] ?? 0) + from}${after}`,
      );
      if (fits) return { before, after, fact: fact as Numbered['fact'] };
    }
  }
  return undefined;
}

/** Where numbers grow by the same step from row to row: the first, and the step. */
export function countedFrom(
  numbers: readonly number[],
  { index }: RowFacts,
): { readonly first: number; readonly step: number } | undefined {
  const [first = Number.NaN, second = Number.NaN] = numbers;
  const step = Number((second - first).toFixed(6));
  if (!(Math.abs(step) > 0)) return undefined;
  const isNext = (number: number, row: number) =>
    Math.abs(number - first - step * (index[row] ?? 0)) < 1e-6;
  return numbers.every(isNext) ? { first, step } : undefined;
}
