import type { Library } from '../model/mould.ts';
import type { Finding } from '../problem/finding.ts';

/** The pieces of code a host takes, by where they go. */
export interface Parts {
  readonly html?: string;
  readonly css?: string;
  readonly js?: string;
  /** For the head of the page. */
  readonly head?: string;
  /** For the end of its body. */
  readonly bodyEnd?: string;
  readonly document?: string;
}

/** A cast in the form that a host takes. */
export interface Delivery {
  readonly id: string;
  readonly form: string;
  readonly parts: Parts;
  readonly libraries: readonly Library[];
  readonly findings: readonly Finding[];
}

/** The code that ships to pages, given by whoever delivers; see `keen-mould/runtime`. */
export interface Runtime {
  /** Each part by its name, as an expression for a function. */
  readonly parts: Readonly<Record<string, string>>;
}
