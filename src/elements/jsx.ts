import type { KmFormElement, KmFormEventMap } from './form/form-element.ts';
import type { KmPreviewElement, KmPreviewEventMap } from './preview/preview-element.ts';

/** What JSX may say of an element: its properties, its events, and what every element has. */
type Attributes<Element, Events> = {
  [Name in keyof Element as Name extends keyof HTMLElement ? never : Name]?: Element[Name];
} & {
  [Name in keyof Events as `on${Name & string}`]?: (event: Events[Name]) => void;
} & {
  readonly [attribute: string]: unknown;
};

/**
 * The elements in JSX, for frameworks that set properties of custom elements.
 *
 * @example
 * declare module 'react' {
 *   namespace JSX {
 *     interface IntrinsicElements extends KeenMouldElements {}
 *   }
 * }
 */
export interface KeenMouldElements {
  'km-form': Attributes<KmFormElement, KmFormEventMap>;
  'km-preview': Attributes<KmPreviewElement, KmPreviewEventMap>;
}
