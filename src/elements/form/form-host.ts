import type { FilledForm } from '../../core/form/filled-form.ts';
import type { ProblemsByPath } from '../../core/form/form-problems.ts';
import type { Offers } from '../../core/form/offers.ts';
import type { Steps } from '../../core/form/place.ts';
import type { EditorState } from './rich-text-editor.ts';
import type { FormWords } from './words/en.ts';

/** The element around a form, as its parts see it. */
export interface FormHost {
  readonly form: FilledForm;
  /** True where nothing may be changed. */
  readonly isFixed: boolean;
  readonly controls: Readonly<Record<string, string>>;
  /** Files that were given, by the addresses they got. */
  readonly uploads: Map<string, File>;
  addressOf(src: string): string;
  /** Keeps a file by the address it got. */
  keepFile(src: string, file: File): void;
  readonly words: FormWords;
  /** Colours and icons of the piece. */
  readonly offers: Offers;
  readonly problems: ProblemsByPath;
  /** The path of a field that is lit up; or ''. */
  readonly pointedAt: string;
  /** What is unfolded, by a key of its own for each section, row and picker. */
  readonly opened: Map<string, boolean>;
  readonly editors: Map<string, EditorState>;
  /** What long lists are searched for, by path. */
  readonly queries: Map<string, string>;
  /** What became of files that were given, by path. */
  readonly taken: Map<string, string>;
  /** The width whose value is shown of a field, by its path. */
  readonly widths: Map<string, string | undefined>;
  /** That width for a field, or for the one it is a member of. */
  widthAt(steps: Steps): string | undefined;
  /** Changes the values and fires the event for it. */
  change(path: string, run: (host: FormHost) => void): void;
  take(file: File | undefined, steps: Steps): boolean;
  /** Has a screen reader say it. */
  say(words: string): void;
  /** Unfolds all that some steps lead through. */
  openTo(steps: Steps): void;
  /** Puts the focus on the first of what the selector finds in a field, once that is drawn. */
  focusIn(path: string, selector: string): void;
  focused(): Element | null;
  requestUpdate(): void;
}

/** Unfolds all that some steps lead through. */
export function openTo({ form, opened, requestUpdate }: FormHost, steps: Steps): void {
  const section = form?.sections.find(({ fields }) => fields.some(({ name }) => name === steps[0]));
  if (section) opened.set(`section ${section.title}`, true);
  for (const [at, step] of steps.entries()) {
    if (!form || !/^\d+$/.test(step)) continue;
    opened.set(`row ${form.rowKey(steps.slice(0, at + 1))}`, true);
  }
  requestUpdate();
}

/** What a form knows of how it is being used, before it is. */
export function freshState(): Pick<
  FormHost,
  'opened' | 'editors' | 'queries' | 'taken' | 'widths' | 'uploads'
> {
  return {
    opened: new Map(),
    editors: new Map(),
    queries: new Map(),
    taken: new Map(),
    widths: new Map(),
    uploads: new Map(),
  };
}
