import { html } from 'lit';
import { live } from 'lit/directives/live.js';
import type { ControlView } from '../control.ts';

/** Text of several lines, as high as it needs. */
export const lines: ControlView = (place, { set }) => {
  const { field, steps, value, id, describedBy, isWrong } = place;
  return html`<textarea
    id=${id}
    rows="2"
    aria-invalid=${isWrong}
    aria-describedby=${describedBy}
    aria-required=${field.required}
    .value=${live(String(value ?? ''))}
    @input=${(event: InputEvent) => set(steps, (event.target as HTMLTextAreaElement).value)}
  ></textarea>`;
};

/** Markup, as its author writes it. */
export const code: ControlView = (place, { set }) => {
  const { steps, value, id, describedBy, isWrong } = place;
  return html`<textarea
    id=${id}
    class="code"
    rows="3"
    spellcheck="false"
    autocomplete="off"
    aria-invalid=${isWrong}
    aria-describedby=${describedBy}
    .value=${live(String(value ?? ''))}
    @input=${(event: InputEvent) => set(steps, (event.target as HTMLTextAreaElement).value || null)}
  ></textarea>`;
};
