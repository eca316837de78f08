import { html, nothing } from 'lit';
import { live } from 'lit/directives/live.js';
import { styled } from '../../styled.ts';
import type { ControlView } from '../control.ts';

let picker: typeof import('./color-picker.ts').colorPicker | undefined;

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
  // It is large, and most forms are filled in without it.
  if (isOpen && !picker) {
    void import('./color-picker.ts').then(({ colorPicker }) => {
      picker = colorPicker;
      form.setOpen(key, form.isOpen(key));
    });
  }
  return html`<div class="color" @keydown=${close} @focusout=${close}>
    <button
      type="button"
      class="swatch"
      aria-label=${words.pickColour(field.title)}
      aria-expanded=${isOpen}
      @click=${() => form.setOpen(key, !isOpen)}
    >
      <span ${styled({ background: CSS.supports('color', text) ? text : 'none' })}></span>
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
    ${(isOpen && picker?.(text, form, (next) => set(steps, next))) || nothing}
  </div>`;
};
