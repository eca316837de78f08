import { html } from 'lit';
import { live } from 'lit/directives/live.js';
import type { ControlView } from '../control.ts';

/** Where something is: an address of the site, or one elsewhere. */
export const address: ControlView = (place, { set }) => {
  const { field, steps, value, id, describedBy, isWrong } = place;
  return html`<input
    id=${id}
    class="code"
    type="text"
    inputmode="url"
    spellcheck="false"
    autocomplete="off"
    aria-invalid=${isWrong}
    aria-describedby=${describedBy}
    aria-required=${field.required}
    .value=${live(String(value ?? ''))}
    @input=${(event: InputEvent) => set(steps, (event.target as HTMLInputElement).value)}
  />`;
};
