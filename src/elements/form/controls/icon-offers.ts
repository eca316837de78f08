import { html, nothing } from 'lit';
import { unsafeSVG } from 'lit/directives/unsafe-svg.js';
import type { JsonObject } from '../../../core/model/json-source.ts';
import type { FormParts, Place } from '../control.ts';

/** The icons that the piece has, to be picked from; none where there is no other. */
export function iconOffers({ field, steps }: Place, form: FormParts, value: JsonObject) {
  const { icons } = form.offers;
  if (icons.filter((one) => one !== value.svg).length === 0) return nothing;
  return html`<div class="offers" role="group" aria-label=${form.words.iconsOf(field.title)}>
    ${icons.map(
      (svg, at) => html`<button
        type="button"
        class="offer"
        aria-label=${form.words.icon(at + 1)}
        aria-pressed=${svg === value.svg}
        @click=${() => form.set(steps, { ...labelOf(value), svg })}
      >
        ${unsafeSVG(svg)}
      </button>`,
    )}
  </div>`;
}

/** Another drawing is of the same thing. */
function labelOf({ label }: JsonObject): JsonObject {
  return label === undefined || label === null ? {} : { label };
}
