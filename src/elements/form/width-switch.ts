import { html } from 'lit';
import { live } from 'lit/directives/live.js';
import { pathOf, valueAt } from '../../core/form/place.ts';
import type { Json } from '../../core/model/json-source.ts';
import type { FormParts, Place } from './control.ts';

/** What a form with values under widths offers beside its other parts. */
export interface WidthParts {
  /** Shows a field's value under a width in px; undefined shows that of all. */
  showWidth(path: string, width: string | undefined): void;
  /** What rules under each width, complete; the widest last. */
  readonly rulesAt: (path: string) => readonly { readonly width: string; readonly value: Json }[];
  readonly hasOwn: (width: string, path: string) => boolean;
}

/** Chooses the width whose value is edited, and says which value rules where. */
export function widthSwitch(
  { field, steps, id }: Place,
  widths: readonly string[],
  shown: string | undefined,
  form: FormParts,
) {
  const { words, widths: parts } = form;
  const path = pathOf(steps);
  const options = [undefined, ...widths];
  const add = (event: Event) => {
    const input = event.target as HTMLInputElement;
    const typed = Math.round(Number(input.value));
    input.value = '';
    if (typed > 0 && typed < 100_000) parts.showWidth(path, String(typed));
  };
  const rules = [
    ...parts
      .rulesAt(path)
      .map(({ width, value }) => words.rules(words.under(width), written(value) || words.empty)),
    words.rules(words.otherwise, written(valueAt(form.complete([]), steps) ?? null) || words.empty),
  ];
  return html`<div class="widths">
    <div class="buttons" role="radiogroup" aria-label=${words.widths(field.title)}>
      ${options.map(
        (width) => html`<label
          ><input
            type="radio"
            name="${id}-width"
            .checked=${live(width === shown)}
            @change=${() => parts.showWidth(path, width)}
          /><span class=${width && parts.hasOwn(width, path) ? 'own' : ''}
            >${width === undefined ? words.allWidths : words.under(width)}</span
          ></label
        >`,
      )}
    </div>
    <input
      class="code new-width"
      type="number"
      min="1"
      max="99999"
      aria-label=${`${words.addWidth}: ${words.widthInPx}`}
      title=${words.addWidth}
      placeholder="+ px"
      @change=${add}
    />
    <p class="rules">${rules.join(' · ')}</p>
  </div>`;
}

function written(value: Json): string {
  if (value === null) return '';
  if (typeof value !== 'object') return String(value);
  return Object.values(value)
    .filter((one) => one !== null && one !== '' && typeof one !== 'object')
    .join(' ');
}
