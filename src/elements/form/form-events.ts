import type { FormValues } from '../../core/form/form-values.ts';
import type { Finding } from '../../core/problem/finding.ts';

/** What `km-change` says. */
export interface FormChange extends FormValues {
  /** The path of the field that was changed; '' where it was more than one. */
  readonly path: string;
  readonly findings: readonly Finding[];
}

/** What `km-problems` says. */
export interface FormProblems {
  readonly findings: readonly Finding[];
}

/** What `km-point` says. */
export interface FormPointed {
  /** The path of the field that has the focus; '' for none. */
  readonly path: string;
}

/** A file as a field takes it: its address, or the value of the field with the address in it. */
export type TakenFile = string | { readonly src: string; readonly [member: string]: unknown };

/**
 * What `km-file` asks: the address of a file that was dropped or chosen, or, before the browser asks
 * for one, whether the embedder has a picker of its own. That is what `preventDefault()` says.
 */
export interface FileAsked {
  /** Undefined where somebody is about to choose. */
  readonly file: File | undefined;
  readonly path: string;
  /** `image`, `icon` or `media`. */
  readonly kind: string;
  /** The types of files it takes, as the attribute `accept` writes them. */
  readonly accept: string;
  /** Gives the address of the file once it is there, or refuses with words for a person. */
  answer(taken: TakenFile | Promise<TakenFile>): void;
}
