import type { TemplateResult } from 'lit';
import type { Offers } from '../../core/form/offers.ts';
import type { Steps } from '../../core/form/place.ts';
import type { Field } from '../../core/model/field.ts';
import type { Json } from '../../core/model/json-source.ts';
import type { EditorState } from './rich-text-editor.ts';
import type { RowParts } from './row-parts.ts';
import type { WidthParts } from './width-switch.ts';
import type { FormWords } from './words/en.ts';

/** One value in a form: which field, where it stands, and what it is now. */
export interface Place {
  readonly field: Field;
  readonly steps: Steps;
  /** As given, where it is given; else what it is by default. */
  readonly value: Json;
  /** Of the control that its label belongs to. */
  readonly id: string;
  /** Ids of its help and its problems, for `aria-describedby`; '' for none. */
  readonly describedBy: string;
  readonly isWrong: boolean;
}

/** What controls ask of the form around them, and tell it. */
export interface FormParts {
  readonly words: FormWords;
  /** True where nothing may be changed. */
  readonly isFixed: boolean;
  /** Names of elements to edit a kind with, in place of its own control. */
  readonly controls: Readonly<Record<string, string>>;
  /** Gives one value; undefined puts back what it is by default. */
  set(steps: Steps, value: Json | undefined): void;
  /** A field with its label, help and problems. */
  field(field: Field, steps: Steps): TemplateResult;
  /** True where a field does something and its condition holds. */
  isShown(field: Field, steps: Steps): boolean;
  /** What the piece itself has to choose from. */
  readonly offers: Offers;
  /** What is wrong at a path and below it. */
  problemCount(path: string): number;
  /** The complete value at some steps. */
  complete(steps: Steps): Json;
  /** What a row is known by, wherever it is moved. */
  rowKey(steps: Steps): string;
  /**
   * Asks whoever embeds the form for the address of a file, or, without one, for a picker.
   *
   * @returns true where the browser may ask for a file
   */
  take(file: File | undefined, steps: Steps): boolean;
  /** An address under which this page can show what a value names. */
  addressOf(src: string): string;
  /** What became of the last file that was given at a path; or ''. */
  takenAt(path: string): string;
  readonly rows: RowParts;
  readonly widths: WidthParts;
  /** What the editor of a rich text last said of itself. */
  editorAt(path: string): EditorState | undefined;
  setEditor(path: string, state: EditorState | undefined): void;
  /** What a long list is searched for; or ''. */
  queryAt(path: string): string;
  setQuery(path: string, query: string): void;
  isOpen(key: string): boolean;
  setOpen(key: string, isOpen: boolean): void;
}

/** Draws what a person edits a value with. */
export type ControlView = (place: Place, form: FormParts) => TemplateResult;
