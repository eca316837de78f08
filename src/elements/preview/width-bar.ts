import { html, nothing } from 'lit';
import { live } from 'lit/directives/live.js';
import type { Turn } from '../../core/preview/sweep.ts';
import { icon } from '../form/icons.ts';
import { widthLimits, withinLimits } from './preview-settings.ts';

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
  readonly width: number;
  readonly at: number;
  readonly isOnly: boolean;
  readonly sweep: Sweep;
  resize(width: number): void;
  remove(): void;
  startSweep(): void;
  stopSweep(): void;
}

const devices: readonly (readonly [title: string, width: number])[] = [
  ['Small phone', 320],
  ['Phone', 360],
  ['Large phone', 430],
  ['Tablet', 768],
  ['Tablet, landscape', 1024],
  ['Laptop', 1280],
  ['Desktop', 1440],
  ['Large desktop', 1920],
];

/** The width of a frame as a number to type in. */
export function widthInput({ width, at, resize }: Pick<WidthParts, 'width' | 'at' | 'resize'>) {
  return html`<input
      class="measure"
      type="number"
      min=${widthLimits.least}
      max=${widthLimits.most}
      aria-label="Viewport ${at + 1}, width in px"
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
  const { width, at, sweep, resize } = parts;
  const known = devices.find(([, one]) => one === width);
  return html`<div class="width-bar">
      ${widthInput(parts)}
      <select
        aria-label="Device for viewport ${at + 1}"
        .value=${live(known ? String(width) : '')}
        @change=${(event: Event) => resize(Number((event.target as HTMLSelectElement).value))}
      >
        ${known ? nothing : html`<option value="" selected>Device…</option>`}
        ${devices.map(([title, one]) => html`<option value=${one} ?selected=${one === width}>${title}, ${one} px</option>`)}
      </select>
      <span class="track">
        <input
          type="range"
          min=${sweepRange.least}
          max=${sweepRange.most}
          aria-label="Width of viewport ${at + 1}, slider"
          .value=${live(String(width))}
          @input=${(event: Event) => resize(Number((event.target as HTMLInputElement).value))}
        />
        ${sweep.is === 'done' ? sweep.turns.map(mark) : nothing}
      </span>
      ${
        sweep.is === 'running'
          ? html`<progress max="1" .value=${sweep.share} aria-label="Looking at all widths"></progress>
            <button type="button" class="do" @click=${parts.stopSweep}>Stop</button>`
          : html`<button type="button" class="do" title="Finds the widths where the layout changes or something is cut off" @click=${parts.startSweep}>
              ${icon('sweep')}<span>Check all widths</span>
            </button>`
      }
      ${after}
    </div>
    ${sweep.is === 'done' ? turnsView(sweep.turns, resize) : nothing}
    ${sweep.is === 'failed' ? html`<p class="turns error" role="alert">${sweep.why}</p>` : nothing}`;
}

/** The thumb of a slider keeps half its width from either end. */
function mark({ width, isLayout }: Turn) {
  const { least, most } = sweepRange;
  const share = (width - least) / (most - least);
  return html`<span class="tick ${isLayout ? '' : 'fault'}" style="left: calc(8px + (100% - 16px) * ${share.toFixed(4)})" aria-hidden="true"></span>`;
}

function turnsView(turns: readonly Turn[], resize: (width: number) => void) {
  const { least, most } = sweepRange;
  if (turns.length === 0) {
    return html`<p class="turns" role="status">The layout stays the same from ${least} to ${most} px, and nothing new is cut off.</p>`;
  }
  const go = (width: number, words: string) =>
    html`<li><button type="button" class="plain" @click=${() => resize(width)}>${words}</button></li>`;
  return html`<ul class="turns" role="status" aria-label="What changes with the width">
    ${turns.map(({ width, isLayout, narrower, wider }) => [
      isLayout ? go(width, `${width} px: the layout changes`) : nothing,
      ...narrower.map((fault) => go(width - 1, `below ${width} px: ${fault}`)),
      ...wider.map((fault) => go(width, `from ${width} px: ${fault}`)),
    ])}
  </ul>`;
}
