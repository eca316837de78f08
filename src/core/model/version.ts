/** A version of a mould (Semantic Versioning 2.0.0). */
export const versionPattern =
  '^(?:0|[1-9]\\d*)\\.(?:0|[1-9]\\d*)\\.(?:0|[1-9]\\d*)(?:-[0-9A-Za-z-]+(?:\\.[0-9A-Za-z-]+)*)?(?:\\+[0-9A-Za-z-]+(?:\\.[0-9A-Za-z-]+)*)?$';

/** What a version has to be, as words that follow where it stands. */
export const versionRule = 'must be a version such as 1.0.0 or 1.1.0-beta.1';

/** Negative where the first is older (Semantic Versioning 2.0.0, 11). */
export function compareVersions(a: string, b: string): number {
  const [one, other] = [partsOf(a), partsOf(b)];
  for (const [at, number] of one.numbers.entries()) {
    const difference = number - (other.numbers[at] as number);
    if (difference !== 0) return difference;
  }
  if (one.more.length === 0 || other.more.length === 0) return other.more.length - one.more.length;
  for (const [at, word] of one.more.entries()) {
    const difference = compareWords(word, other.more[at]);
    if (difference !== 0) return difference;
  }
  return one.more.length - other.more.length;
}

function partsOf(version: string): { numbers: number[]; more: string[] } {
  const [, numbers = '', more] = /^([\d.]+)(?:-([^+]*))?/.exec(version) ?? [];
  return { numbers: numbers.split('.').map(Number), more: more?.split('.') ?? [] };
}

function compareWords(one: string, other: string | undefined): number {
  if (other === undefined) return 1;
  const areNumbers = [one, other].map((word) => /^\d+$/.test(word));
  if (areNumbers[0] && areNumbers[1]) return Number(one) - Number(other);
  if (areNumbers[0] !== areNumbers[1]) return areNumbers[0] ? -1 : 1;
  return one < other ? -1 : one > other ? 1 : 0;
}
