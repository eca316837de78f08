import { type Code, type DataOf, wording } from './wording.ts';

/** How much a finding matters: an error breaks the promise, a warning may, a note informs. */
export type Level = 'error' | 'warning' | 'note';

/** A spot in a file. Line and column count from 1; columns count UTF-16 code units. */
export interface Place {
  readonly file: string;
  readonly line: number;
  readonly column: number;
}

/** One thing that is wrong, or worth knowing, with where it stands and how to mend it. */
export interface Finding {
  readonly code: Code;
  readonly level: Level;
  readonly message: string;
  readonly file?: string;
  readonly line?: number;
  readonly column?: number;
  /** The path of the field concerned, where there is one. */
  readonly path?: string;
  readonly mend?: string;
  readonly fixable?: boolean;
}

/**
 * Makes a finding from its code and the facts its wording needs.
 *
 * @param place where it stands; a bare file name when no line is known
 */
export function finding<C extends Code>(
  code: C,
  data: DataOf<C>,
  place?: Place | { readonly file: string },
  path?: string,
): Finding {
  const words = wording[code];
  // The table's rows differ in their data; `code` and `data` are tied by the signature.
  const say = words.message as (data: DataOf<C>) => string;
  const mend = ('mend' in words ? words.mend : undefined) as
    | ((data: DataOf<C>) => string)
    | undefined;
  return {
    code,
    level: words.level,
    message: say(data),
    ...place,
    ...(path === undefined ? {} : { path }),
    ...(mend ? { mend: mend(data) } : {}),
  };
}

/** True when at least one of the findings is of level error. */
export function hasErrors(findings: readonly Finding[]): boolean {
  return findings.some((one) => one.level === 'error');
}
