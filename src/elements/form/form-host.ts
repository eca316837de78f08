import type { FilledForm } from '../../core/form/filled-form.ts';
import type { ProblemsByPath } from '../../core/form/form-problems.ts';
import type { Steps } from '../../core/form/place.ts';
import type { Mould } from '../../core/model/mould.ts';
import type { EditorState } from './rich-text-editor.ts';
import type { FormWords } from './words/en.ts';

/** The element around a form, as its parts see it. */
export interface FormHost {
  readonly form: FilledForm;
  readonly files: Mould['files'];
  readonly words: FormWords;
  readonly problems: ProblemsByPath;
  /** What is unfolded, by a key of its own for each section, row and picker. */
  readonly opened: Map<string, boolean>;
  readonly editors: Map<string, EditorState>;
  /** What became of files that were given, by path. */
  readonly taken: Map<string, string>;
  /** The width whose value is shown of a field, by its path. */
  readonly widths: Map<string, string | undefined>;
  /** That width for a field, or for the one it is a member of. */
  widthAt(steps: Steps): string | undefined;
  /** Changes the values and fires the event for it. */
  change(path: string, run: (host: FormHost) => void): void;
  take(file: File, steps: Steps): void;
  /** Has a screen reader say it. */
  say(words: string): void;
  /** Unfolds all that some steps lead through. */
  openTo(steps: Steps): void;
  /** Puts the focus on the first of what the selector finds in a field, once that is drawn. */
  focusIn(path: string, selector: string): void;
  focused(): Element | null;
  requestUpdate(): void;
}
