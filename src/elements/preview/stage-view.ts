import { html, nothing } from 'lit';
import { repeat } from 'lit/directives/repeat.js';
import { styled } from '../styled.ts';
import { frameView, largeHead, type ShownFrame } from './frame-view.ts';
import {
  type Arrangement,
  gapPx,
  type PreviewSettings,
  smallScale,
  withinLimits,
} from './preview-settings.ts';
import type { WidthSweep } from './probe.ts';
import type { PreviewWords } from './words/en.ts';

/** What stands on the stage of a preview, and whom it tells. */
interface StageParts {
  readonly words: PreviewWords;
  readonly frames: readonly ShownFrame[];
  readonly settings: PreviewSettings;
  readonly arrangement: Arrangement;
  readonly sweep: WidthSweep;
  /** What is being edited in a frame. */
  readonly panel: unknown;
  resize(at: number, width: number): void;
  remove(at: number): void;
  enlarge(at: number): void;
  startSweep(): void;
}

/** The frames, as they share the room, and what stands above and beside them. */
export function stageView(parts: StageParts) {
  const { frames, settings, arrangement, sweep, panel, words } = parts;
  const { widths } = settings;
  const { large, scale } = arrangement;
  const partsOf = (at: number) => ({
    words,
    width: widths[at] as number,
    at,
    isOnly: widths.length === 1,
    sweep: sweep.state,
    resize: (width: number) => parts.resize(at, withinLimits(width)),
    remove: () => parts.remove(at),
    startSweep: () => parts.startSweep(),
    stopSweep: () => parts.sweep.stop(),
  });
  return html`<div class="stage ${large === undefined ? '' : 'one'}" ${styled({ gap: `${gapPx}px` })}>
    ${large === undefined ? nothing : largeHead(partsOf(large))}
    ${repeat(
      frames,
      ({ frame }) => frame,
      (one) =>
        frameView(one, {
          ...partsOf(one.at),
          scale: large === undefined || large === one.at ? scale : smallScale,
          stands: large === undefined ? 'row' : large === one.at ? 'large' : 'small',
          enlarge: () => parts.enlarge(one.at),
          outline: (selector) => one.frame.send({ do: 'outline', selector }),
        }),
    )}
    ${frames.length === 0 ? html`<p class="help">${words.noWidth}</p>` : nothing}
    ${panel}
    <div class="probes" inert></div>
  </div>`;
}
