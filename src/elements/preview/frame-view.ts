import { html, nothing } from 'lit';
import { icon } from '../form/icons.ts';
import { styled } from '../styled.ts';
import { badgeOf, frameFindings } from './frame-findings.ts';
import type { PreviewFrame } from './preview-frame.ts';
import { widthLimits } from './preview-settings.ts';
import { type WidthParts, widthBar, widthInput } from './width-bar.ts';
import type { PreviewWords } from './words/en.ts';

/** A frame and what it shows. */
export interface ShownFrame {
  readonly key: string;
  readonly width: number;
  /** Which of the widths it is of. */
  readonly at: number;
  readonly isPaste: boolean;
  readonly frame: PreviewFrame;
}

/** How a frame stands among the others, and what can be done with it. */
export interface FrameParts extends WidthParts {
  readonly scale: number;
  readonly stands: 'row' | 'large' | 'small';
  enlarge(): void;
  outline(selector: string): void;
}

/** As high a frame is that is there to be chosen, in px. */
const smallHeightPx = 88;

/**
 * A frame with its width above it, its height and what was found in it below. However it stands, it
 * is in the same elements: a frame that is put elsewhere in a page loads again.
 */
export function frameView({ frame, width, isPaste }: ShownFrame, parts: FrameParts) {
  const { scale, stands, at, words } = parts;
  const { heightPx, viewportPx } = frame.state;
  const shownWidth = Math.round(width * scale);
  Object.assign(frame.element.style, {
    width: `${width}px`,
    height: `${viewportPx}px`,
    transform: `scale(${scale})`,
  });
  frame.element.inert = stands === 'small';
  const whole = Math.ceil(heightPx * scale) + 2;
  const height = stands === 'small' ? Math.min(smallHeightPx, whole) : whole;
  return html`<figure
    class="viewport ${stands}"
    data-width=${width}
    ?data-paste=${isPaste}
    ${styled({ width: `${shownWidth + 2}px` })}
  >
    ${stands === 'small' ? nothing : head(isPaste, parts)}
    <div class="stand">
      <div class="holder" ${styled({ height: `${height}px` })}>${frame.element}</div>
      ${isPaste || stands === 'small' ? nothing : handle(width, at, parts)}
      ${stands === 'small' ? html`<button type="button" class="enlarge" aria-label=${isPaste ? words.enlargeOriginal(width) : words.enlargeWidth(width)} title=${words.enlarge} @click=${parts.enlarge}></button>` : nothing}
    </div>
    ${stands === 'small' ? smallCaption(frame, width, isPaste, words) : below(frame, parts)}
  </figure>`;
}

function head(isPaste: boolean, parts: FrameParts) {
  if (isPaste)
    return html`<p class="width"><span class="measure">${parts.words.originalMark}</span></p>`;
  if (parts.stands === 'large') return nothing;
  return html`<p class="width">
    ${widthInput(parts)}
    ${parts.isOnly ? nothing : removeButton(parts)}
  </p>`;
}

function removeButton({ width, words, remove }: WidthParts) {
  return html`<button type="button" class="act" aria-label=${words.removeWidth(width)} title=${words.remove} @click=${remove}>${icon('remove')}</button>`;
}

/** What stands above the large frame. */
export function largeHead(parts: WidthParts) {
  return html`<div class="large-head">${widthBar(parts, parts.isOnly ? nothing : removeButton(parts))}</div>`;
}

/** The sign of the worst alone; who listens hears all of it. */
function smallCaption(frame: PreviewFrame, width: number, isPaste: boolean, words: PreviewWords) {
  const { said, worst } = badge(frame, words);
  return html`<figcaption class="measure">
    ${isPaste ? words.originalMark : `${width} px`}
    <span class="badge ${worst}" title=${said}>${said.slice(0, 1)}<span class="unseen">${said.slice(1)}</span></span>
  </figcaption>`;
}

/** What was found in a frame, in a word, and how bad the worst of it is. */
function badge({ state }: PreviewFrame, words: PreviewWords) {
  if (!state.isShown && !state.isBlocked) {
    return { findings: [], said: `… ${words.loading}`, worst: 'note' } as const;
  }
  const findings = frameFindings(state, words);
  return { findings, said: badgeOf(findings, words), worst: findings[0]?.level ?? 'well' } as const;
}

function handle(width: number, at: number, { scale, words, resize }: FrameParts) {
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
    aria-label=${words.widthOf(at + 1)}
    aria-valuenow=${width}
    aria-valuemin=${widthLimits.least}
    aria-valuemax=${widthLimits.most}
    title=${words.dragWidth}
    @pointerdown=${drag}
    @keydown=${onKey}
  ></div>`;
}

function below(frame: PreviewFrame, { words, outline }: FrameParts) {
  const { findings, said, worst } = badge(frame, words);
  const { heightPx } = frame.state;
  const measure = html`<span class="measure">${words.high(heightPx)}</span>`;
  if (findings.length === 0) {
    return html`<div class="below"><p>${measure}<span class="badge ${worst}">${said}</span></p></div>`;
  }
  return html`<details class="below">
    <summary>${measure}<span class="badge ${worst}">${said}</span></summary>
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
