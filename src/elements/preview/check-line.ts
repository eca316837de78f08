import { html } from 'lit';
import { live } from 'lit/directives/live.js';

/** A line with a box to check, and what it means beside it. */
export function checkLine(
  label: string,
  content: unknown,
  isOn: boolean,
  give: (isOn: boolean) => void,
) {
  return html`<label class="mark-line"
    ><input
      type="checkbox"
      aria-label=${label}
      .checked=${live(isOn)}
      @change=${(event: Event) => give((event.target as HTMLInputElement).checked)}
    /><span>${content}</span></label
  >`;
}
