import { formatHex, formatHex8, parse } from 'culori';
import { html, nothing } from 'lit';
import { live } from 'lit/directives/live.js';
import { ref } from 'lit/directives/ref.js';
import 'vanilla-colorful/hex-color-picker.js';
import type { ControlView, FormParts } from '../control.ts';

/** A colour: a swatch that opens a picker with opacity, and the colour as CSS writes it. */
export const color: ControlView = (place, form) => {
  const { field, steps, value, id, describedBy, isWrong } = place;
  const { words, set } = form;
  const text = String(value ?? '');
  const key = `picker ${steps.join('.')}`;
  const isOpen = form.isOpen(key);
  const close = (event: FocusEvent | KeyboardEvent) => {
    const box = event.currentTarget as HTMLElement;
    if (event instanceof KeyboardEvent) {
      if (event.key !== 'Escape' || !isOpen) return;
      event.stopPropagation();
      box.querySelector<HTMLElement>('.swatch')?.focus();
    } else if (box.contains(event.relatedTarget as Node | null)) return;
    form.setOpen(key, false);
  };
  return html`<div class="color" @keydown=${close} @focusout=${close}>
    <button
      type="button"
      class="swatch"
      aria-label=${words.pickColour(field.title)}
      aria-expanded=${isOpen}
      @click=${() => form.setOpen(key, !isOpen)}
    >
      <span style="background: ${parse(text) ? text : 'none'}"></span>
    </button>
    <input
      id=${id}
      class="code"
      type="text"
      spellcheck="false"
      autocomplete="off"
      aria-invalid=${isWrong}
      aria-describedby=${describedBy}
      aria-required=${field.required}
      .value=${live(text)}
      @input=${(event: InputEvent) => set(steps, (event.target as HTMLInputElement).value || null)}
    />
    ${isOpen ? picker(text, form, (next) => set(steps, next)) : ''}
  </div>`;
};

function picker(text: string, { words, offers }: FormParts, give: (color: string) => void) {
  const now = parse(text) ?? { mode: 'rgb' as const, r: 0, g: 0, b: 0 };
  const alpha = now.alpha ?? 1;
  const withAlpha = (hex: string, share: number) => {
    const colour = parse(hex);
    if (colour) give(share >= 1 ? formatHex(colour) : formatHex8({ ...colour, alpha: share }));
  };
  const hex = formatHex(now);
  const own = offers.colours.filter((one) => parse(one));
  return html`<div class="picker" ${ref(intoView)}>
    ${
      own.length === 0
        ? nothing
        : html`<div class="own-colours" role="group" aria-label=${words.ownColours}>
            ${own.map((one) => html`<button type="button" class="swatch" aria-label=${one} title=${one} aria-pressed=${one === text.toLowerCase()} @click=${() => give(one)}><span style="background: ${one}"></span></button>`)}
          </div>`
    }
    <hex-color-picker
      .color=${hex}
      @color-changed=${({ detail }: CustomEvent<{ value: string }>) => {
        if (detail.value !== hex) withAlpha(detail.value, alpha);
      }}
    ></hex-color-picker>
    <label
      >${words.opacity}
      <input
        type="range"
        min="0"
        max="100"
        .value=${live(String(Math.round(alpha * 100)))}
        @input=${(event: InputEvent) =>
          withAlpha(hex, Number((event.target as HTMLInputElement).value) / 100)}
      /><output>${Math.round(alpha * 100)} %</output></label
    >
  </div>`;
}

/** A picker may open below what is in sight. */
function intoView(picker: Element | undefined): void {
  // Now it is not in the page yet.
  requestAnimationFrame(() => picker?.scrollIntoView({ block: 'nearest' }));
}
