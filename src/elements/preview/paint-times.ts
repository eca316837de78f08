import type { PreviewFrame } from './preview-frame.ts';

/** How long the last change took, in ms. */
export interface PaintTime {
  /** Until all frames showed it. */
  readonly ms: number;
  /** Until it was made in all of them. */
  readonly madeMs: number;
}

/** Follows one change after the other until all frames show it. */
export class PaintTimes {
  /** The number of the last change. */
  change = 0;
  private changedAt = 0;
  private madeAt = 0;
  private unpainted = new Set<PreviewFrame>();

  /** A change begins, which so many frames are to show. */
  begin(frames: readonly PreviewFrame[]): number {
    this.change += 1;
    this.changedAt = performance.now();
    this.madeAt = 0;
    this.unpainted = new Set(frames);
    return this.change;
  }

  /** A frame shows a change, made at a time in ms since the epoch; undefined until all do. */
  painted(
    frame: PreviewFrame,
    { change, madeAt }: { readonly change: number; readonly madeAt: number },
  ): PaintTime | undefined {
    if (change !== this.change) return undefined;
    this.unpainted.delete(frame);
    this.madeAt = Math.max(this.madeAt, madeAt - performance.timeOrigin);
    if (this.unpainted.size > 0) return undefined;
    return { ms: performance.now() - this.changedAt, madeMs: this.madeAt - this.changedAt };
  }
}
