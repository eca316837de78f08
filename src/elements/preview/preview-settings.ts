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
  /** True while what is clicked in a frame is edited there. */
  readonly isEditing: boolean;
  /** A share of 1, or 0 to fit what is shown into the room there is. */
  readonly zoom: number;
  /** All frames in a row, or one large and the others above it; by itself what can be read. */
  readonly layout: 'auto' | 'row' | 'one';
}

export const usualSettings: Omit<PreviewSettings, 'widths'> = {
  copies: 1,
  columns: 1,
  host: 'bare',
  isSealed: false,
  isBeside: false,
  isRightToLeft: false,
  isPicking: false,
  isEditing: false,
  zoom: 0,
  layout: 'auto',
  state: 'rest',
  scheme: 'light',
  isStill: false,
  isRevealed: false,
  revealed: [],
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
export function viewOf({
  state,
  scheme,
  isStill,
  isRevealed,
  revealed,
  background,
}: PreviewSettings) {
  return { state, scheme, isStill, isRevealed, revealed, background };
}

/** The room between two frames, in px. */
export const gapPx = 24;

/** Text in frames of a smaller scale is not read any more. */
const readable = 0.6;

/** The scale of frames that are there to be chosen from. */
export const smallScale = 0.11;

/** How frames share the room. */
export interface Arrangement {
  /** Which of the widths is shown large; undefined where all are in a row. */
  readonly large: number | undefined;
  readonly scale: number;
}

/**
 * Says how frames share the room there is.
 *
 * @param roomPx the width of it, in px
 * @param chosen the place of the width that a person has enlarged
 */
export function arrangementOf(
  { widths, isBeside, layout, zoom }: PreviewSettings,
  roomPx: number,
  chosen: number | undefined,
): Arrangement {
  const fitting = (some: readonly number[]) =>
    scaleToFit(isBeside ? some.flatMap((one) => [one, one]) : some, roomPx);
  const inRow = { large: undefined, scale: zoom || fitting(widths) };
  const isCramped = widths.length === 1 || inRow.scale < readable;
  const isOne = layout === 'one' || (layout === 'auto' && zoom === 0 && isCramped);
  if (!isOne || widths.length === 0) return inRow;
  const large = chosen !== undefined && chosen < widths.length ? chosen : best(widths, fitting);
  return { large, scale: zoom || fitting([widths[large] as number]) };
}

/** The widest that can be read, else the narrowest. */
function best(widths: readonly number[], fitting: (some: readonly number[]) => number): number {
  const sorted = [...widths].sort((a, b) => b - a);
  const width = sorted.find((one) => fitting([one]) >= readable + 0.15) ?? sorted.at(-1);
  return widths.indexOf(width as number);
}

/** The scale at which frames of these widths fit into so much room, all in px. */
function scaleToFit(widths: readonly number[], roomPx: number): number {
  const total = widths.reduce((sum, width) => sum + width, 0);
  // Each has a border, and the last its handle beside it.
  const room = roomPx - (widths.length - 1) * gapPx - 3 * widths.length - 14;
  return Math.min(1, Math.max(0.2, room / Math.max(1, total)));
}
