import { type Box, castElements } from './box.ts';
import { type ClippedText, findClippedText } from './clipped-text.ts';
import { findOverflow, type Overflow } from './overflow.ts';
import { findOverlappingText, type OverlappingText } from './overlapping-text.ts';
import { type BadPicture, findBadPictures } from './pictures.ts';
import { findShifts, type Shift } from './shifts.ts';
import { findSmallTargets } from './small-targets.ts';
import { findSmallText, type SmallText } from './small-text.ts';

/** What is measured on a page once its picture is due; each fact with the element at fault. */
export interface PageFacts {
  /** Of the cast's content from the top of the page, in CSS px. */
  readonly height: number;
  readonly overflow: readonly Overflow[];
  readonly clipped: readonly ClippedText[];
  readonly overlapping: readonly OverlappingText[];
  readonly smallText: readonly SmallText[];
  readonly smallTargets: readonly Box[];
  readonly pictures: readonly BadPicture[];
  readonly shifts: readonly Shift[];
}

/** Measures the page it is called in. */
export async function measurePage(): Promise<PageFacts> {
  return { height: contentHeight(), ...measureRest(), shifts: await findShifts() };
}

/** What can be measured of a page at any moment. */
export function measureRest(): Omit<PageFacts, 'height' | 'shifts'> {
  return {
    overflow: findOverflow(),
    clipped: findClippedText(),
    overlapping: findOverlappingText(),
    smallText: findSmallText(),
    smallTargets: findSmallTargets(),
    pictures: findBadPictures(),
  };
}

/** How high the content is, or the page where that is scrolled. */
function contentHeight(): number {
  const page = document.documentElement.scrollHeight;
  if (page > window.innerHeight) return Math.ceil(page);
  let height = document.body.getBoundingClientRect().bottom + scrollY;
  for (const element of castElements()) {
    const rect = element.getBoundingClientRect();
    const isDrawn = rect.width > 0 && rect.height > 0;
    if (!isDrawn || getComputedStyle(element).visibility !== 'visible') continue;
    height = Math.max(height, rect.bottom + scrollY);
  }
  return Math.ceil(Math.min(height, page));
}
