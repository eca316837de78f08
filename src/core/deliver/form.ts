import type { Cast } from '../compile/cast.ts';
import type { Finding } from '../problem/finding.ts';
import type { CodePieces } from './code-pieces.ts';
import type { Finish, Parts, Runtime } from './delivery.ts';
import type { Writing } from './elements.ts';

/** Where a form that has a choice puts style: in the head, in a box for CSS, or in a file. */
export type StyleAt = 'head' | 'css' | 'file';

/** What stands before and after content of the host's own, and all that goes with it. */
interface Opened {
  readonly pieces: CodePieces;
  readonly open: string;
  readonly close: string;
}

/** What a form is written from. */
export interface FormSource {
  readonly title: string;
  /** The name of the first mould. */
  readonly name: string;
  readonly pieces: CodePieces;
  /** Markup apart at a slot, for one cast of a mould with slots. */
  readonly opened: Opened | undefined;
  readonly style: StyleAt;
  /** Of a frame, in px; undefined for one that follows what is in it. */
  readonly height: number | undefined;
  readonly writing: Writing;
  readonly casts: readonly Cast[];
  readonly runtime: Runtime;
  readonly kit: Kit | undefined;
  readonly finish: Finish;
}

/** The code that casts without the rest of the library, as expressions; see `keen-mould/kit`. */
export interface Kit {
  readonly module: string;
  readonly element: string;
  /** Tools that only some moulds need: what reads HTML, and what knows the types of CSS. */
  readonly html: string;
  readonly css: string;
  /** What reads HTML in a page. */
  readonly htmlInPage: string;
}

/** A way of handing casts to a host. */
export interface Form {
  /** What to paste where, in two lines. */
  readonly notes: readonly [string, string];
  /** True where nothing of a host stands around the casts. */
  readonly isAlone?: boolean;
  readonly write: (source: FormSource) => Parts;
  /** What is to be said of some casts in this form. */
  readonly findings?: (source: FormSource) => readonly Finding[];
}
