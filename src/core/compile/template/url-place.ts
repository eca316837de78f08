/** How a value stands in `url()`: it is the whole address, or part of it. */
type UrlPlace = 'whole' | 'part';

/** The texts around bindings in CSS, and where one stands in `url()`. */
export interface UrlTexts {
  readonly texts: readonly string[];
  readonly places: readonly (UrlPlace | undefined)[];
}

const quote = '(?:"|\'|&quot;|&apos;|&#3[49];)';

/**
 * Finds the bindings inside `url()`, with quotes or without, as people write it. Where one is the
 * whole address, `url(…)` is left to the value, which brings its own.
 *
 * @param texts what stands around the bindings; one more than there are of these
 */
export function urlPlaces(texts: readonly string[]): UrlTexts {
  const left = [...texts];
  let before = '';
  const places = texts.slice(0, -1).map((text, at): UrlPlace | undefined => {
    before += text;
    const open = new RegExp(`\\burl\\(\\s*(${quote}?)[^"')]*$`, 'i').exec(before);
    before += 'x';
    if (!open) return undefined;
    const mark = open[1] ?? '';
    const start = new RegExp(`\\burl\\(\\s*${mark}\\s*$`, 'i').exec(left[at] ?? '');
    const end = new RegExp(`^\\s*${mark}\\s*\\)`, 'i').exec(left[at + 1] ?? '');
    if (!start || !end) return 'part';
    left[at] = (left[at] ?? '').slice(0, start.index);
    left[at + 1] = (left[at + 1] ?? '').slice(end[0].length);
    return 'whole';
  });
  return { texts: left, places };
}
