import { type Box, boxOf, castElements, isSeen } from './box.ts';

/** A picture that is not shown as it was made. */
export interface BadPicture extends Box {
  readonly is: 'missing' | 'upscaled' | 'distorted';
  readonly src: string;
  /** How many times it is enlarged, or the one side is stretched against the other. */
  readonly by: number;
}

/** A picture that is shown larger than this looks soft. */
const mostEnlarged = 1.2;

/** Nobody sees that a picture is stretched by less. */
const mostStretched = 1.03;

/** Pictures that did not come, are blown up beyond their pixels, or out of their proportions. */
export function findBadPictures(): BadPicture[] {
  return castElements().flatMap((element) => {
    if (!(element instanceof HTMLImageElement) || !isSeen(element)) return [];
    const { naturalWidth, naturalHeight, complete } = element;
    const src = element.getAttribute('src') ?? element.currentSrc;
    const fault = (is: BadPicture['is'], by: number) => [
      { ...boxOf(element), is, src: src.slice(0, 120), by: Math.round(by * 100) / 100 },
    ];
    if (src === '') return [];
    if (complete && naturalWidth === 0) return fault('missing', 0);
    const { objectFit } = getComputedStyle(element);
    const [width, height] = [element.clientWidth, element.clientHeight];
    if (width < 8 || height < 8 || naturalWidth < 2 || naturalHeight < 2) return [];
    const [wide, high] = [width / naturalWidth, height / naturalHeight];
    const stretched = Math.max(wide / high, high / wide);
    if (objectFit === 'fill' && stretched > mostStretched) return fault('distorted', stretched);
    // A drawing has no pixels to run out of.
    if (/\.svg(?:[?#]|$)|^data:image\/svg/i.test(element.currentSrc)) return [];
    const enlarged = objectFit === 'cover' ? Math.max(wide, high) : Math.min(wide, high);
    return enlarged > mostEnlarged ? fault('upscaled', enlarged) : [];
  });
}
