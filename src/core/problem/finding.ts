import { type Code, type DataOf, wording } from '#wording';

/** How much a finding matters: an error breaks the promise, a warning may, a note informs. */
export type Level = 'error' | 'warning' | 'note';

/** A spot in a file. Line and column count from 1; columns count UTF-16 code units. */
export interface Place {
  readonly file: string;
  readonly line: number;
  readonly column: number;
}

interface Wording {
  readonly level: Level;
  readonly message: (data: never) => string;
  readonly hint?: (data: never) => string;
}

/** One thing that is wrong, or worth knowing, with its place and how to fix it. */
export interface Finding {
  readonly code: Code;
  readonly level: Level;
  readonly message: string;
  readonly file?: string;
  readonly line?: number;
  readonly column?: number;
  /** The path of the field concerned, where there is one. */
  readonly path?: string;
  /** How to fix it. */
  readonly hint?: string;
  readonly fixable?: boolean;
  /** What the message says of this case, for wording in other languages. */
  readonly data: Readonly<Record<string, unknown>>;
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
  // The table's rows differ in their data; `code` and `data` are tied by the signature. Code that
  // only casts carries the wording of values and casts alone.
  const words = (wording as Partial<Record<Code, Wording>>)[code];
  const hint = words?.hint?.(data as never);
  return {
    code,
    level: words?.level ?? 'error',
    message: words?.message(data as never) ?? code,
    ...place,
    ...(path === undefined ? {} : { path }),
    ...(hint === undefined ? {} : { hint }),
    data: data as Finding['data'],
  };
}

/** True when at least one of the findings is of level error. */
export function hasErrors(findings: readonly Finding[]): boolean {
  return findings.some((one) => one.level === 'error');
}
