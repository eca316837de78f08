import { KmPreview as Element } from './preview/km-preview.ts';
import type { KmPreviewConstructor } from './preview/preview-element.ts';

export type { KmPreviewElement, KmPreviewEventMap } from './preview/preview-element.ts';
export type {
  PreviewFindings,
  PreviewPainted,
  PreviewPointed,
  SampleChosen,
} from './preview/preview-events.ts';
export type { PreviewSettings } from './preview/preview-settings.ts';
export type { AddressOf } from './preview/shown-files.ts';
export type { PreviewWords } from './preview/words/en.ts';

export const KmPreview: KmPreviewConstructor = Element as unknown as KmPreviewConstructor;

if (!customElements.get('km-preview')) customElements.define('km-preview', Element);
