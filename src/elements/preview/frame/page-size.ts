/** The height of a page and of the casts in it, and the viewport they need, all in CSS px. */
export function sizeOf(roots: readonly Element[]): {
  readonly page: number;
  readonly cast: number;
  readonly roomPx: number;
} {
  // What stands in the viewport is at no place of the page.
  const inPage = roots.filter((root) => getComputedStyle(root).position !== 'fixed');
  const bottoms = inPage.map((root) => root.getBoundingClientRect().bottom + scrollY);
  const { scrollHeight } = document.documentElement;
  const isHigher = scrollHeight > innerHeight;
  const page = isHigher ? scrollHeight : document.body.getBoundingClientRect().bottom + scrollY;
  return { page, cast: Math.ceil(Math.max(0, ...bottoms)), roomPx: roomOf(roots) };
}

/** The height that something without one of its own is tried in, in CSS px. */
const tryingPx = 480;

/** As many elements are asked; what has no height of its own is small. */
const most = 200;

/**
 * The height of the viewport that casts need to be tried in, in CSS px: something that stands at an
 * edge of the viewport or follows the pointer takes no height in the page. 0 for all others.
 */
function roomOf(roots: readonly Element[]): number {
  const all = roots.flatMap((root) => [root, ...(root.shadowRoot ?? root).querySelectorAll('*')]);
  const needsIt = all.slice(0, most).some((element) => {
    if (getComputedStyle(element).position !== 'fixed') return false;
    const { width, height } = element.getBoundingClientRect();
    return width > 0 && height > 0;
  });
  const isFlat = roots.length > 0 && roots.every((root) => root.getBoundingClientRect().height < 8);
  return needsIt || isFlat ? tryingPx : 0;
}
