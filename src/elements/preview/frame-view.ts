import { html, nothing } from 'lit';
import { styleMap } from 'lit/directives/style-map.js';
import { icon } from '../form/icons.ts';
import { badgeOf, frameFindings } from './frame-findings.ts';
import type { PreviewFrame } from './preview-frame.ts';
import { widthLimits, withinLimits } from './preview-settings.ts';

/** A frame and what it shows. */
export interface ShownFrame {
  readonly key: string;
  readonly width: number;
  /** Which of the widths it is of. */
  readonly at: number;
  readonly isPaste: boolean;
  readonly frame: PreviewFrame;
}

/** What can be done with a frame. */
export interface FrameParts {
  readonly scale: number;
  readonly isOnly: boolean;
  resize(width: number): void;
  remove(): void;
  outline(selector: string): void;
}

/** A frame with its width above it, its height and what was found in it below. */
export function frameView({ frame, width, at, isPaste }: ShownFrame, parts: FrameParts) {
  const { scale, isOnly, resize, remove } = parts;
  const { heightPx, viewportPx } = frame.state;
  const shownWidth = Math.round(width * scale);
  Object.assign(frame.element.style, {
    width: `${width}px`,
    height: `${viewportPx}px`,
    transform: `scale(${scale})`,
  });
  const head = isPaste
    ? html`<p class="width"><span class="measure">original</span></p>`
    : html`<p class="width">
        <input
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
        /><span class="measure">px</span>
        ${isOnly ? nothing : html`<button type="button" class="act" aria-label="Remove ${width} px" title="Remove" @click=${remove}>${icon('remove')}</button>`}
      </p>`;
  return html`<figure class="viewport" data-width=${width} ?data-paste=${isPaste} style=${styleMap({ width: `${shownWidth + 2}px` })}>
    ${head}
    <div class="stand">
      <div class="holder" style=${styleMap({ height: `${Math.ceil(heightPx * scale) + 2}px` })}>${frame.element}</div>
      ${isPaste ? nothing : handle(width, at, parts)}
    </div>
    ${below(frame, parts)}
  </figure>`;
}

function handle(width: number, at: number, { scale, resize }: FrameParts) {
  const drag = (event: PointerEvent) => {
    const grip = event.currentTarget as HTMLElement;
    const from = event.clientX;
    grip.setPointerCapture(event.pointerId);
    const move = ({ clientX }: PointerEvent) => resize(width + (clientX - from) / scale);
    grip.addEventListener('pointermove', move);
    grip.addEventListener('pointerup', () => grip.removeEventListener('pointermove', move), {
      once: true,
    });
  };
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    resize(width + by * (event.shiftKey ? 50 : 10));
  };
  return html`<div
    class="handle"
    role="separator"
    tabindex="0"
    aria-orientation="vertical"
    aria-label="Width of viewport ${at + 1}"
    aria-valuenow=${width}
    aria-valuemin=${widthLimits.least}
    aria-valuemax=${widthLimits.most}
    title="Drag to change the width"
    @pointerdown=${drag}
    @keydown=${onKey}
  ></div>`;
}

function below(frame: PreviewFrame, { outline }: FrameParts) {
  const findings = frameFindings(frame.state);
  const worst = findings[0]?.level ?? 'well';
  const words = badgeOf(findings);
  const { heightPx } = frame.state;
  const measure = html`<span class="measure">${heightPx} px high</span>`;
  if (findings.length === 0) {
    return html`<div class="below"><p>${measure}<span class="badge well">${words}</span></p></div>`;
  }
  return html`<details class="below">
    <summary>${measure}<span class="badge ${worst}">${words}</span></summary>
    <ul>
      ${findings.map(
        ({ level, text, selector }) => html`<li class=${level}>
          ${
            selector === undefined
              ? text
              : html`<button
                  type="button"
                  class="plain"
                  title=${selector}
                  @focus=${() => outline(selector)}
                  @blur=${() => outline('')}
                  @pointerenter=${() => outline(selector)}
                  @pointerleave=${() => outline('')}
                >
                  ${text}
                </button>`
          }
        </li>`,
      )}
    </ul>
  </details>`;
}
