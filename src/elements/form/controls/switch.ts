import { html } from 'lit';
import { live } from 'lit/directives/live.js';
import type { ControlView } from '../control.ts';

/** On or off. */
export const switchControl: ControlView = ({ steps, value, id, describedBy }, { set }) =>
  html`<input
    id=${id}
    type="checkbox"
    role="switch"
    aria-describedby=${describedBy}
    .checked=${live(value === true)}
    @change=${(event: Event) => set(steps, (event.target as HTMLInputElement).checked)}
  />`;
