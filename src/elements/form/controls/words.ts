import { html } from 'lit';
import type { ControlView } from '../control.ts';

/** A note in the form: words and no value. */
export const words: ControlView = ({ field }) =>
  html`<p class="note">${String(field.declared.description ?? '')}</p>`;
