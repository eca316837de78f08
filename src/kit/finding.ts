import type { Finding, Place } from '../core/problem/finding.ts';
import { castWording } from '../core/problem/wording/cast.ts';
import { valueWording } from '../core/problem/wording/value.ts';
import type { Code } from '../core/problem/wording.ts';

export type { Finding, Level, Place } from '../core/problem/finding.ts';

type Words = {
  readonly level: Finding['level'];
  readonly message: (data: never) => string;
  readonly mend?: (data: never) => string;
};

const wording: Readonly<Record<string, Words>> = { ...valueWording, ...castWording };

/**
 * Stands for the module of that name: with the words for values and casts alone, for a mould is
 * sound that has come so far.
 */
export function finding(
  code: Code,
  data: object,
  place?: Place | { readonly file: string },
  path?: string,
): Finding {
  const words = wording[code];
  return {
    code,
    level: words?.level ?? 'note',
    message: words?.message(data as never) ?? code,
    ...place,
    ...(path === undefined ? {} : { path }),
    ...(words?.mend ? { mend: words.mend(data as never) } : {}),
  };
}

/** True when at least one of the findings is of level error. */
export function hasErrors(findings: readonly Finding[]): boolean {
  return findings.some((one) => one.level === 'error');
}
