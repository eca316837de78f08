import type { CastFile } from '../../core/model/cast-file.ts';
import type { JsonObject } from '../../core/model/json-source.ts';
import type { Mould } from '../../core/model/mould.ts';
import type { MouldJson } from '../../core/pack/mould-json.ts';
import type { KmFormElement } from '../form/form-element.ts';
import type {
  PreviewFindings,
  PreviewPainted,
  PreviewPointed,
  SampleChosen,
} from './preview-events.ts';
import type { PreviewSettings } from './preview-settings.ts';
import type { AddressOf } from './shown-files.ts';
import type { PreviewWords } from './words/en.ts';

/** The events of `km-preview`; all bubble out of shadow roots. */
export interface KmPreviewEventMap {
  /** Another sample was chosen. */
  'km-sample': CustomEvent<SampleChosen>;
  /** An element was pointed at. */
  'km-point': CustomEvent<PreviewPointed>;
  /** What is wrong with the mould, or with the cast. */
  'km-findings': CustomEvent<PreviewFindings>;
  /** All frames show the last change. */
  'km-painted': CustomEvent<PreviewPainted>;
}

/**
 * Frames of a cast at several viewport widths. What is in them was pasted, and runs confined.
 *
 * @example
 * const preview = document.querySelector('km-preview');
 * preview.mould = mould;
 * preview.form = form;
 * form.addEventListener('km-change', ({ detail: { values, below } }) => {
 *   Object.assign(preview, { values, below });
 * });
 */
export interface KmPreviewElement extends HTMLElement {
  /** What is cast, or the JSON of it. One that cannot be leaves the last that could in sight. */
  get mould(): Mould | undefined;
  set mould(mould: Mould | MouldJson | undefined);
  /** The moulds of casts in its slots. */
  moulds: readonly Mould[];
  /** As a cast file has them. */
  values: JsonObject;
  below: JsonObject;
  slots: CastFile['slots'];
  /** How it is shown; what is left out is as usual. */
  get settings(): PreviewSettings;
  set settings(settings: Partial<PreviewSettings>);
  /** HTML of a page to try it in, and CSS of a site. */
  hostPage: string;
  hostStyle: string;
  /** The path of a field whose places are outlined. */
  lit: string;
  /** The name of the sample chosen last. */
  sample: string;
  /** A form of the same mould: what is clicked in a frame can be edited there, through the form. */
  form: KmFormElement | undefined;
  /** Origins that frames may load from beside those that the mould declares. */
  reaches: readonly string[];
  /** Gives the address, or the bytes, of a file that a value names and the mould does not hold. */
  addressOf: AddressOf | undefined;
  /** Where the page of a frame is hosted, for sites whose policy forbids inline script. */
  framePage: string;
  /** A BCP 47 tag; by default that of the page around it. */
  language: string;
  /** Words in place of its own. */
  words: Partial<PreviewWords>;
  addEventListener<Name extends keyof KmPreviewEventMap>(
    type: Name,
    listener: (this: KmPreviewElement, event: KmPreviewEventMap[Name]) => unknown,
    options?: boolean | AddEventListenerOptions,
  ): void;
  addEventListener(
    type: string,
    listener: EventListenerOrEventListenerObject,
    options?: boolean | AddEventListenerOptions,
  ): void;
}

export interface KmPreviewConstructor {
  new (): KmPreviewElement;
  readonly prototype: KmPreviewElement;
}

declare global {
  interface HTMLElementTagNameMap {
    'km-preview': KmPreviewElement;
  }
}
