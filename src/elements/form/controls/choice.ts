import { html, nothing } from 'lit';
import { live } from 'lit/directives/live.js';
import { isJsonObject, type Json } from '../../../core/model/json-source.ts';
import { choices } from '../../../core/model/kinds/choice.ts';
import type { ControlView, FormParts, Place } from '../control.ts';
import type { FormWords } from '../words/en.ts';

/** How many letters stand side by side as buttons in the narrowest form. */
const lettersInRow = 26;

/** One of several values: buttons side by side where they fit, else a list to open. */
export const choice: ControlView = (place, form) => {
  const { declared, at } = place.field;
  const values = choices(declared);
  const { choices: called } = form.words;
  const titles = values.map((one) => {
    const own = at === undefined ? called[String(one)] : undefined;
    return own ?? titleOf(one, declared.oneOf ?? null, form.words);
  });
  const isShort = values.length <= 4 && titles.join('  ').length <= lettersInRow;
  const mayBeNone = declared.default === null || place.value === null;
  if (values.includes(true) && values.includes(false) && !mayBeNone)
    return flag(place, form, values);
  const all = mayBeNone && !values.includes(null) ? [null, ...values] : values;
  const shown = all.map((one) => ({
    value: one,
    title: one === null ? form.words.asUsual : (titles[values.indexOf(one)] as string),
  }));
  return isShort && !mayBeNone ? buttons(place, form, shown) : menu(place, form, shown);
};

/** Yes or no as a switch; where there is more than one kind of yes, which, once it is on. */
function flag(place: Place, form: FormParts, values: readonly Json[]) {
  const { steps, value, id, describedBy } = place;
  const { words, set } = form;
  const others = values.filter((one) => typeof one !== 'boolean');
  const title = (one: Json) => (one === true ? words.always : titleOf(one, null, words));
  return html`<span class="flag"
      ><input
        id=${id}
        type="checkbox"
        role="switch"
        aria-describedby=${describedBy}
        .checked=${live(value !== false)}
        @change=${(event: Event) => set(steps, (event.target as HTMLInputElement).checked)}
      /></span
    >${
      value === false || others.length === 0
        ? nothing
        : html`<select
            aria-label=${place.field.title}
            .value=${live(String(value))}
            @change=${(event: Event) => {
              const { value: picked } = event.target as HTMLSelectElement;
              set(steps, values.find((one) => String(one) === picked) ?? true);
            }}
          >
            ${[true, ...others].map((one) => html`<option value=${String(one)} ?selected=${one === value}>${title(one)}</option>`)}
          </select>`
    }`;
}

interface Option {
  readonly value: Json;
  readonly title: string;
}

function buttons(
  { steps, value, id, describedBy, field }: Place,
  { set }: FormParts,
  all: readonly Option[],
) {
  return html`<div
    class="buttons"
    id=${id}
    role="radiogroup"
    aria-label=${field.title}
    aria-describedby=${describedBy}
  >
    ${all.map(
      (one) => html`<label
        ><input
          type="radio"
          name=${id}
          .checked=${live(one.value === value)}
          @change=${() => set(steps, one.value)}
        /><span>${one.title}</span></label
      >`,
    )}
  </div>`;
}

function menu(
  { steps, value, id, describedBy, isWrong }: Place,
  { set }: FormParts,
  all: readonly Option[],
) {
  const at = all.findIndex((one) => one.value === value);
  return html`<select
    id=${id}
    aria-invalid=${isWrong}
    aria-describedby=${describedBy}
    .value=${live(String(at))}
    @change=${(event: Event) => {
      const picked = all[Number((event.target as HTMLSelectElement).value)];
      if (picked) set(steps, picked.value);
    }}
  >
    ${at < 0 ? html`<option value="-1" selected>${String(value ?? '')}</option>` : ''}
    ${all.map((one, index) => html`<option value=${index} ?selected=${index === at}>${one.title}</option>`)}
  </select>`;
}

function titleOf(value: Json, oneOf: Json, words: FormWords): string {
  const titled = Array.isArray(oneOf)
    ? (oneOf as readonly Json[]).find((one) => isJsonObject(one) && one.const === value)
    : undefined;
  if (titled && isJsonObject(titled) && typeof titled.title === 'string') return titled.title;
  if (value === true) return words.yes;
  if (value === false) return words.no;
  return value === 'offsite' ? words.offsite : String(value);
}
