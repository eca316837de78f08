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

/** The text around a number that counts rows from 1, where texts are alike but for that. */
export function numbered(
  texts: readonly (string | undefined)[],
  { index }: RowFacts,
): { readonly before: string; readonly after: string } | undefined {
  const [first, second] = texts;
  if (texts.length < 2 || first === undefined || second === undefined) return undefined;
  for (const { index: at } of first.matchAll(/\d+/g)) {
    const before = first.slice(0, at);
    const after = first.slice(at).replace(/^\d+/, '');
    const fits = texts.every((text, row) => text === `${before}${(index[row] ?? 0) + 1}${after}`);
    if (fits) return { before, after };
  }
  return undefined;
}
