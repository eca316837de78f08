import { html } from 'lit';
import { live } from 'lit/directives/live.js';
import type { ControlView } from '../control.ts';

/** A number with its unit, and a slider where both its limits are known. */
export const number: ControlView = (place, { set }) => {
  const { field, steps, value, id, describedBy, isWrong } = place;
  const { declared, title } = field;
  const { minimum, maximum, multipleOf, unit, type } = declared;
  const step = multipleOf ?? (type === 'integer' ? 1 : 'any');
  const hasSlider = typeof minimum === 'number' && typeof maximum === 'number';
  const give = (event: Event) => {
    const { value: typed } = event.target as HTMLInputElement;
    set(steps, typed === '' ? null : Number(typed));
  };
  const slider = hasSlider
    ? html`<input
        type="range"
        aria-label=${title}
        tabindex="-1"
        min=${minimum}
        max=${maximum}
        step=${multipleOf ?? (type === 'integer' ? 1 : fineStep(minimum, maximum))}
        .value=${live(String(value ?? minimum))}
        @input=${give}
      />`
    : '';
  return html`<div class="number">
    ${slider}
    <span class="with-unit">
      <input
        id=${id}
        type="number"
        step=${String(step)}
        min=${typeof minimum === 'number' ? minimum : ''}
        max=${typeof maximum === 'number' ? maximum : ''}
        aria-invalid=${isWrong}
        aria-describedby=${describedBy}
        aria-required=${field.required}
        .value=${live(value === null ? '' : String(value))}
        @input=${give}
      />${typeof unit === 'string' ? html`<span class="unit">${unit}</span>` : ''}
    </span>
  </div>`;
};

/** A hundredth of the range, as a power of ten. */
function fineStep(minimum: number, maximum: number): number {
  return 10 ** Math.floor(Math.log10((maximum - minimum) / 50));
}
