import type { HostName } from '../../core/preview/host-pages.ts';
import type { FrameView } from './messages.ts';

/** How a preview shows its mould; all of it a person's own choice. */
export interface PreviewSettings extends FrameView {
  readonly widths: readonly number[];
  readonly copies: number;
  readonly columns: number;
  readonly host: HostName | 'own';
  readonly isSealed: boolean;
  readonly isBeside: boolean;
  readonly isRightToLeft: boolean;
  readonly isPicking: boolean;
  /** A share of 1, or 0 to fit all frames into the room there is. */
  readonly zoom: number;
}

export const usualSettings: Omit<PreviewSettings, 'widths'> = {
  copies: 1,
  columns: 1,
  host: 'bare',
  isSealed: false,
  isBeside: false,
  isRightToLeft: false,
  isPicking: false,
  zoom: 0,
  state: 'rest',
  scheme: 'light',
  isStill: false,
  isRevealed: false,
  background: '',
};

/** The settings of which each needs the page in a frame to begin anew. */
export const beginningAnew: readonly (keyof PreviewSettings)[] = [
  ...(['copies', 'columns', 'host', 'isSealed', 'isRightToLeft', 'scheme', 'isStill'] as const),
];

/** The narrowest and the widest viewport that can be shown, in px. */
export const widthLimits = { least: 120, most: 3840 } as const;

export function withinLimits(width: number): number {
  return Math.round(Math.min(widthLimits.most, Math.max(widthLimits.least, width)));
}

/** The settings as a frame receives them. */
export function viewOf({ state, scheme, isStill, isRevealed, background }: PreviewSettings) {
  return { state, scheme, isStill, isRevealed, background };
}

/** The room between two frames, in px. */
export const gapPx = 24;

/** The scale at which frames of these widths fit into so much room, all in px. */
export function scaleToFit(widths: readonly number[], roomPx: number): number {
  const total = widths.reduce((sum, width) => sum + width, 0);
  // Each has a border, and the last its handle beside it.
  const room = roomPx - (widths.length - 1) * gapPx - 3 * widths.length - 14;
  return Math.min(1, Math.max(0.2, room / Math.max(1, total)));
}
