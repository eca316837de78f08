import { html } from 'lit';
import { live } from 'lit/directives/live.js';
import type { ControlView } from '../control.ts';

/** The input of HTML for each `format` that a date may have. */
const types: Readonly<Record<string, string>> = {
  date: 'date',
  time: 'time',
  'date-time': 'datetime-local',
};

/** A day, a time, or both. */
export const date: ControlView = ({ field, steps, value, id, describedBy, isWrong }, { set }) =>
  html`<input
    id=${id}
    type=${types[String(field.declared.format)] ?? 'date'}
    aria-invalid=${isWrong}
    aria-describedby=${describedBy}
    aria-required=${field.required}
    .value=${live(String(value ?? ''))}
    @input=${(event: InputEvent) => set(steps, (event.target as HTMLInputElement).value || null)}
  />`;
