import { html, nothing } from 'lit';
import { live } from 'lit/directives/live.js';
import type { Turn } from '../../core/preview/sweep.ts';
import { icon } from '../form/icons.ts';
import { styled } from '../styled.ts';
import { widthLimits, withinLimits } from './preview-settings.ts';
import type { PreviewWords } from './words/en.ts';

/** What was found at all widths: nothing yet, a share of it, or where something changes. */
export type Sweep =
  | { readonly is: 'none' }
  | { readonly is: 'running'; readonly share: number }
  | { readonly is: 'done'; readonly turns: readonly Turn[] }
  | { readonly is: 'failed'; readonly why: string };

/** The widths that the slider reaches and a sweep looks at, in CSS px. */
export const sweepRange = { least: 280, most: 1600, step: 20 } as const;

/** What the bar of one frame shows, and whom it tells. */
export interface WidthParts {
  readonly words: PreviewWords;
  readonly width: number;
  readonly at: number;
  readonly isOnly: boolean;
  readonly sweep: Sweep;
  resize(width: number): void;
  remove(): void;
  startSweep(): void;
  stopSweep(): void;
}

/** The width of a frame as a number to type in. */
export function widthInput({ width, at, words, resize }: WidthParts) {
  return html`<input
      class="measure"
      type="number"
      min=${widthLimits.least}
      max=${widthLimits.most}
      aria-label=${words.widthInput(at + 1)}
      .value=${String(width)}
      @change=${(event: Event) => {
        const input = event.target as HTMLInputElement;
        const typed = withinLimits(Number(input.value) || width);
        input.value = String(typed);
        resize(typed);
      }}
    /><span class="measure">px</span>`;
}

/** The width of the large frame: typed, picked from devices, or slid through; and what changes where. */
export function widthBar(parts: WidthParts, after: unknown) {
  const { width, at, sweep, words, resize } = parts;
  const known = width in words.devices;
  return html`<div class="width-bar">
      ${widthInput(parts)}
      <select
        aria-label=${words.deviceOf(at + 1)}
        .value=${live(known ? String(width) : '')}
        @change=${(event: Event) => resize(Number((event.target as HTMLSelectElement).value))}
      >
        ${known ? nothing : html`<option value="" selected>${words.device}</option>`}
        ${Object.entries(words.devices).map(([one, title]) => html`<option value=${one} ?selected=${Number(one) === width}>${title}, ${one} px</option>`)}
      </select>
      <span class="track">
        <input
          type="range"
          min=${sweepRange.least}
          max=${sweepRange.most}
          aria-label=${words.widthSlider(at + 1)}
          .value=${live(String(width))}
          @input=${(event: Event) => resize(Number((event.target as HTMLInputElement).value))}
        />
        ${sweep.is === 'done' ? sweep.turns.map(mark) : nothing}
      </span>
      ${
        sweep.is === 'running'
          ? html`<progress max="1" .value=${sweep.share} aria-label=${words.sweeping}></progress>
            <button type="button" class="do" @click=${parts.stopSweep}>${words.stop}</button>`
          : html`<button type="button" class="do" title=${words.sweepHelp} @click=${parts.startSweep}>
              ${icon('sweep')}<span>${words.sweep}</span>
            </button>`
      }
      ${after}
    </div>
    ${sweep.is === 'done' ? turnsView(sweep.turns, words, resize) : nothing}
    ${sweep.is === 'failed' ? html`<p class="turns error" role="alert">${sweep.why}</p>` : nothing}`;
}

/** The thumb of a slider keeps half its width from either end. */
function mark({ width, isLayout }: Turn) {
  const { least, most } = sweepRange;
  const share = (width - least) / (most - least);
  return html`<span class="tick ${isLayout ? '' : 'fault'}" ${styled({ left: `calc(8px + (100% - 16px) * ${share.toFixed(4)})` })} aria-hidden="true"></span>`;
}

function turnsView(turns: readonly Turn[], words: PreviewWords, resize: (width: number) => void) {
  const { least, most } = sweepRange;
  if (turns.length === 0) {
    return html`<p class="turns" role="status">${words.noTurns(least, most)}</p>`;
  }
  const go = (width: number, said: string) =>
    html`<li><button type="button" class="plain" @click=${() => resize(width)}>${said}</button></li>`;
  return html`<ul class="turns" role="status" aria-label=${words.turns}>
    ${turns.map(({ width, isLayout, narrower, wider }) => [
      isLayout ? go(width, words.layoutChanges(width)) : nothing,
      ...narrower.map((fault) => go(width - 1, words.belowWidth(width, fault))),
      ...wider.map((fault) => go(width, words.fromWidth(width, fault))),
    ])}
  </ul>`;
}
