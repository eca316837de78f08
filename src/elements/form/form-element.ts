import type { Json, JsonObject } from '../../core/model/json-source.ts';
import type { Mould } from '../../core/model/mould.ts';
import type { MouldJson } from '../../core/pack/mould-json.ts';
import type { Finding } from '../../core/problem/finding.ts';
import type { FileAsked, FormChange, FormPointed, FormProblems } from './form-events.ts';
import type { RowParts } from './row-parts.ts';
import type { FormWords } from './words/en.ts';

/** The events of `km-form`; all bubble out of shadow roots. */
export interface KmFormEventMap {
  /** A value changes. */
  'km-change': CustomEvent<FormChange>;
  /** What is wrong changes. */
  'km-problems': CustomEvent<FormProblems>;
  /** The address of a file is asked for; `preventDefault()` says that the embedder chooses one. */
  'km-file': CustomEvent<FileAsked>;
  /** A field gets the focus. */
  'km-point': CustomEvent<FormPointed>;
}

/**
 * The settings form of a mould, made from its fields.
 *
 * @example
 * const form = document.querySelector('km-form');
 * form.mould = mould;
 * form.addEventListener('km-change', ({ detail }) => save(detail.values));
 */
export interface KmFormElement extends HTMLElement {
  /** The mould whose fields it shows, or the JSON of it. */
  get mould(): Mould | undefined;
  set mould(mould: Mould | MouldJson | undefined);
  /** Values as a cast file has them: what is absent is the default. Equal ones keep undo. */
  values: JsonObject;
  /** Values for viewports narrower than so many px, by width and then by field. */
  below: JsonObject;
  /** Findings of a cast made elsewhere, shown beside those of the form. */
  findings: readonly Finding[];
  /** A BCP 47 tag; by default that of the page around it. */
  language: string;
  /** Words in place of its own. */
  words: Partial<FormWords>;
  /** Names of elements to edit kinds with, in place of its own controls. */
  controls: Readonly<Record<string, string>>;
  /** Gives an address under which this page can show what a value names. */
  addressOf: ((src: string) => string | undefined) | undefined;
  /** The path of a field to outline. */
  pointedAt: string;
  /** Paths of the fields that are shown, in this order; all where it is empty. */
  only: readonly string[];
  /** How long nothing more is changed before `km-change` is sent, in ms; 0 sends each change. */
  delay: number;
  /** As in controls of HTML. */
  disabled: boolean;
  readOnly: boolean;
  name: string;
  /** True where no value is wrong. */
  readonly isValid: boolean;
  /** False, with an `invalid` event, where a value is wrong. */
  checkValidity(): boolean;
  /** The same, and the first field with a wrong value gets the focus. */
  reportValidity(): boolean;
  /** Takes back the last change. */
  undo(): void;
  /** Makes the change again that was taken back last. */
  redo(): void;
  /** Makes the next change a step of its own to undo. */
  pause(): void;
  /** Opens what a field stands in and puts the focus on it. */
  focusField(path: string): Promise<void>;
  /** Gives one value, by its path with rows counted from 0; undefined puts back the default. */
  set(path: string, value: Json | undefined): void;
  /** The value at a path as it is now, complete. */
  valueAt(path: string): Json | undefined;
  /** Adds, duplicates, moves or removes a row of a list. */
  readonly rows: RowParts;
  /** Files that were given, by the addresses they got. */
  readonly uploads: ReadonlyMap<string, File>;
  /** The same settings again: what is changed in one is changed in the other, with one undo. */
  panel(): KmFormElement;
  addEventListener<Name extends keyof KmFormEventMap>(
    type: Name,
    listener: (this: KmFormElement, event: KmFormEventMap[Name]) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  addEventListener(
    type: string,
    listener: EventListenerOrEventListenerObject,
    options?: boolean | AddEventListenerOptions,
  ): void;
}

export interface KmFormConstructor {
  new (): KmFormElement;
  readonly prototype: KmFormElement;
}

declare global {
  interface HTMLElementTagNameMap {
    'km-form': KmFormElement;
  }
}
