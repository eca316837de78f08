/// <reference path="../color-picker-parts.d.ts" />

import { formatHex, formatHex8, parse } from 'culori';
import { html, nothing, type TemplateResult } from 'lit';
import { live } from 'lit/directives/live.js';
import { ref } from 'lit/directives/ref.js';
import { HexBase } from 'vanilla-colorful/lib/entrypoints/hex.js';
import { styled } from '../../styled.ts';
import type { FormParts } from '../control.ts';

const sheet = new CSSStyleSheet();

/**
 * The picker under a name of ours, since its own may be another's in this page, and with a
 * constructed sheet: a policy such as `style-src 'self'` holds off the style element it comes with.
 */
class HexPicker extends HexBase {
  constructor() {
    super();
    const root = this.shadowRoot as ShadowRoot;
    // It has no effect before the element is in a page, and nothing is reported.
    const style = root.querySelector('style');
    sheet.replaceSync(style?.textContent ?? '');
    style?.remove();
    root.adoptedStyleSheets = [sheet];
  }
}

if (!customElements.get('km-hex-picker')) customElements.define('km-hex-picker', HexPicker);

/** Saturation, hue and opacity of a colour, and the colours that the piece itself has. */
export function colorPicker(
  text: string,
  { words, offers }: FormParts,
  give: (color: string) => void,
): TemplateResult {
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
            ${own.map((one) => html`<button type="button" class="swatch" aria-label=${one} title=${one} aria-pressed=${one === text.toLowerCase()} @click=${() => give(one)}><span ${styled({ background: one })}></span></button>`)}
          </div>`
    }
    <km-hex-picker
      .color=${hex}
      @color-changed=${({ detail }: CustomEvent<{ value: string }>) => {
        if (detail.value !== hex) withAlpha(detail.value, alpha);
      }}
    ></km-hex-picker>
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
