/** Does something with all of some things, so many at the same time, in the order they are in. */
export async function atOnce<T>(
  all: readonly T[],
  count: number,
  run: (one: T) => Promise<unknown>,
): Promise<void> {
  const left = all.values();
  const turn = async () => {
    for (const one of left) await run(one);
  };
  await Promise.all(Array.from({ length: Math.min(count, all.length) }, turn));
}

/** While one page is written another is made. */
export const pagesAtOnce = 6;
