import type { Cast } from '../../core/compile/cast.ts';
import type { Reached } from '../../core/preview/confinement.ts';
import { framedAfter } from '../../core/preview/copies.ts';
import { withHead } from '../../core/preview/page-text.ts';
import { runtime } from '../../generated/runtime.ts';
import { assetsOf } from '../asset-addresses.ts';
import type { ToFrame } from './messages.ts';
import type { PlacedMoulds } from './placed-moulds.ts';
import { type PreviewSettings, viewOf } from './preview-settings.ts';

/** What a frame is given to begin with. */
export type Beginning = Extract<ToFrame, { do: 'begin' }>;

/** What a frame begins in. */
interface BeginningSource {
  readonly placed: PlacedMoulds;
  readonly settings: PreviewSettings;
  readonly reached: Reached;
  /** Files beside those of the moulds, by their addresses. */
  readonly uploads: ReadonlyMap<string, Blob>;
}

/** A page with casts in it, as a frame begins with it. */
export function beginningOf(
  page: string,
  casts: readonly Cast[],
  { placed, settings, reached, uploads }: BeginningSource,
): Beginning {
  return {
    do: 'begin',
    page: withHead(page, '<base href="about:srcdoc">'),
    casts: framedAfter(casts, [], runtime),
    columns: settings.columns,
    assets: new Map([...assetsOf(placed.files), ...uploads]),
    reached,
    view: viewOf(settings),
    scroll: [0, 0],
  };
}
