import { KmForm } from './form/km-form.ts';
import { KmPreview } from './preview/km-preview.ts';

export type { FileAsked, FormChange } from './form/form-events.ts';
export { KmForm } from './form/km-form.ts';
export { KmPreview } from './preview/km-preview.ts';
export type { PreviewFindings, SampleChosen } from './preview/preview-events.ts';
export type { PreviewSettings } from './preview/preview-settings.ts';

for (const [name, element] of Object.entries({ 'km-form': KmForm, 'km-preview': KmPreview })) {
  if (!customElements.get(name)) customElements.define(name, element);
}
