import type { Proposal } from '../atom.ts';
import { wordsOf } from '../names/words.ts';

const countWords = new Set([
  'count',
  'total',
  'number',
  'length',
  'amount',
  'slides',
  'items',
  'steps',
  'max',
]);

/**
 * Binds numbers of the script that must equal a number of rows to those rows: `const total = 3`
 * beside three slides.
 *
 * @returns the proposals of markup with those places, and the numbers that are none of their own
 */
export function boundCounts(
  markup: readonly Proposal[],
  scripted: readonly Proposal[],
): { readonly lists: Proposal[]; readonly taken: readonly Proposal[] } {
  const taken: Proposal[] = [];
  const lists = markup.map((list): Proposal => {
    const count = list.rows?.spans.length === 1 ? list.rows.spans[0]?.length : undefined;
    if (count === undefined) return list;
    const same = scripted.filter((one) => {
      if (one.kind !== 'number' || one.values[0] !== count || taken.includes(one)) return false;
      const words = one.names.flatMap((name) => wordsOf(name));
      const own = new Set(list.names.flatMap((name) => wordsOf(name)));
      return words.some((word) => countWords.has(word) || own.has(word));
    });
    if (same.length === 0) return list;
    taken.push(...same);
    const drafts = same.flatMap((one) =>
      one.found.map(({ start, end }) => ({
        start,
        end,
        in: 'script' as const,
        text: ({ path }: { path: string }) => `mould.values.${path}.length`,
      })),
    );
    const found = [...list.found, ...same.flatMap((one) => one.found)];
    return { ...list, found, drafts: [...list.drafts, ...drafts] };
  });
  return { lists, taken };
}

/**
 * Tells of a number in style that it counts the rows of a list: `--logos: 6` beside six logos. It
 * follows from the list, and is none to set by itself.
 */
export function countsRows(lists: readonly Proposal[]): (proposal: Proposal) => string | undefined {
  const counts = new Set(
    lists.flatMap(({ rows }) => rows?.spans.map((span) => span?.length) ?? []),
  );
  return ({ kind, values: [value], slot, names }) => {
    if (kind !== 'number' || !slot.startsWith('--') || !counts.has(Number(value))) return undefined;
    const words = names.flatMap((name) => wordsOf(name));
    const isCount = words.some(
      (word) => countWords.has(word) || /^(?:n|num|nb|anzahl)$/.test(word),
    );
    return isCount ? 'it counts the rows of a list' : undefined;
  };
}
