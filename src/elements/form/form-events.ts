import type { FormValues } from '../../core/form/form-values.ts';
import type { Finding } from '../../core/problem/finding.ts';

/** What `km-change` says. */
export interface FormChange extends FormValues {
  /** The path of the field that was changed; '' where it was more than one. */
  readonly path: string;
  readonly findings: readonly Finding[];
}

/** What `km-file` asks. */
export interface FileAsked {
  readonly file: File;
  readonly path: string;
  /** Gives the address of the file once it is there, or refuses with words for a person. */
  answer(address: string | Promise<string>): void;
}
