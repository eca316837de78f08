import type { Library } from '../model/mould.ts';
import type { Finding } from '../problem/finding.ts';

/** The pieces of code a host takes, by where they go. */
export interface Parts {
  readonly html?: string;
  readonly css?: string;
  readonly js?: string;
  /** A classic script, which the module of an element loads: code that no module can hold. */
  readonly classic?: string;
  /** For the head of the page. */
  readonly head?: string;
  /** For the end of its body. */
  readonly bodyEnd?: string;
  /** What stands before and after content of the host's own, for a mould with a slot. */
  readonly open?: string;
  readonly close?: string;
  /** Type declarations of a module. */
  readonly types?: string;
  /** What a module says of its custom elements (Custom Elements Manifest), as JSON. */
  readonly manifest?: string;
  readonly document?: string;
}

/** Casts in the form that a host takes. */
export interface Delivery {
  /** Of the first cast. */
  readonly id: string;
  readonly form: string;
  readonly parts: Parts;
  readonly libraries: readonly Library[];
  readonly findings: readonly Finding[];
}

/** The code that ships to pages, given by whoever delivers; see `keen-mould/runtime`. */
export interface Runtime {
  /** By which blocks of the same version find on a page what they share. */
  readonly key: string;
  /** Each part by its name, as an expression for a function. */
  readonly parts: Readonly<Record<string, string>>;
}

/** What is done to style and scripts last, such as prefixing and minifying. */
export interface Finish {
  /** Says what is done: the same key does the same. */
  readonly key?: string;
  readonly style?: (css: string) => string;
  readonly script?: (js: string) => string;
}
