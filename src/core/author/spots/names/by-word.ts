/** Turns a table of meanings, each with its words parted by blanks, into one of words. */
export function byWord(table: Readonly<Record<string, string>>): ReadonlyMap<string, string> {
  return new Map(
    Object.entries(table).flatMap(([meaning, words]) =>
      words.split(' ').map((word) => [word, meaning] as const),
    ),
  );
}
