import type { Box } from '../../facts/box.ts';

/** A numbered place on a picture, in px of the picture as it is drawn. */
export interface Dot {
  readonly number: number;
  readonly left: number;
  readonly top: number;
}

/** The size of a dot, and how far it stands off. */
const sizePx = 18;

/**
 * Gives each numbered box a dot near one of its corners, so that no two dots lie on each other and
 * all are on the picture: at a corner, or where there is room nearest to it.
 */
export function placeDots(
  boxes: readonly {
    readonly number: number;
    readonly box: Pick<Box, 'left' | 'top' | 'width' | 'height'>;
  }[],
  size: { readonly width: number; readonly height: number },
): Dot[] {
  const placed: Dot[] = [];
  const isFree = ({ left, top }: { left: number; top: number }) =>
    placed.every((one) => Math.abs(one.left - left) >= sizePx || Math.abs(one.top - top) >= sizePx);
  const within = (left: number, top: number) => ({
    left: Math.round(Math.min(Math.max(0, left), Math.max(0, size.width - sizePx))),
    top: Math.round(Math.min(Math.max(0, top), Math.max(0, size.height - sizePx))),
  });
  const nearestFree = (left: number, top: number) => {
    const apart = (one: { left: number; top: number }) =>
      Math.hypot(one.left - left, one.top - top);
    const free = gridOver(size).filter(isFree);
    // A picture may be too small for all of them.
    return free.sort((a, b) => apart(a) - apart(b))[0] ?? within(left, top);
  };
  for (const { number, box } of boxes) {
    const [near, low] = [box.left - sizePx / 2, box.top - sizePx / 2];
    const corners = [
      within(near, low),
      within(near + box.width, low),
      within(near, low + box.height),
      within(near + box.width, low + box.height),
    ];
    const spot = corners.find(isFree) ?? nearestFree(near, low);
    placed.push({ number, ...spot });
  }
  return placed;
}

function gridOver({ width, height }: { readonly width: number; readonly height: number }) {
  const [columns, rows] = [Math.floor(width / sizePx), Math.floor(height / sizePx)];
  return Array.from({ length: columns * rows }, (_, at) => ({
    left: (at % columns) * sizePx,
    top: Math.floor(at / columns) * sizePx,
  }));
}
