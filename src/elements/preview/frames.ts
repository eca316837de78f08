import type { Reached } from '../../core/preview/confinement.ts';
import type { ShownFrame } from './frame-view.ts';
import type { PreviewFrame } from './preview-frame.ts';
import type { PreviewSettings } from './preview-settings.ts';

/** Which frames there are to be. */
export interface WantedFrames {
  readonly settings: PreviewSettings;
  readonly hasPaste: boolean;
  /** What the policy of each lets it reach. */
  readonly reached: Reached;
  /** The address of the hosted frame page; or ''. */
  readonly page: string;
  /** True where what is shown begins anew, so that a frame of another policy is of no use. */
  readonly isAnew: boolean;
}

/** Brings frames into line with the widths asked for; gives those that are new as well. */
export function matchFrames(
  old: readonly ShownFrame[],
  { settings, hasPaste, isAnew, ...source }: WantedFrames,
  make: (at: number, isPaste: boolean) => PreviewFrame,
): { readonly frames: ShownFrame[]; readonly fresh: ShownFrame[] } {
  const { widths, isBeside } = settings;
  const wanted = widths.flatMap((width, at) => [
    { at, width, isPaste: false },
    ...(isBeside && hasPaste ? [{ at, width, isPaste: true }] : []),
  ]);
  const fresh: ShownFrame[] = [];
  const frames = wanted.map(({ at, width, isPaste }) => {
    const key = `${at} ${isPaste}`;
    const found = old.find((one) => one.key === key && (!isAnew || one.frame.fits(source)));
    if (found) return { ...found, width };
    const one = { key, width, at, isPaste, frame: make(at, isPaste) };
    fresh.push(one);
    return one;
  });
  for (const { frame } of old) if (!frames.some((one) => one.frame === frame)) frame.destroy();
  return { frames, fresh };
}

/** The frames without those of one width; those behind it keep what they show. */
export function withoutWidth(frames: readonly ShownFrame[], gone: number): ShownFrame[] {
  for (const { at, frame } of frames) if (at === gone) frame.destroy();
  return frames
    .filter(({ at }) => at !== gone)
    .map((one) => {
      const at = one.at > gone ? one.at - 1 : one.at;
      return { ...one, at, key: `${at} ${one.isPaste}` };
    });
}
