import { type Box, boxOf, castRoots } from './box.ts';

/** Something that was moved by what came after it. */
export interface Shift extends Box {
  /** How far, in CSS px. */
  readonly by: number;
}

/** What moves by less is not noticed. */
const leastPx = 4;

/** How long the browser has to hand over what it noted before, where there is anything. */
const handOverMs = 12;

/** Layout Instability, an entry of the performance timeline. */
interface LayoutShift extends PerformanceEntry {
  readonly hadRecentInput: boolean;
  readonly sources: readonly Source[];
}

interface Source {
  readonly node: Node | null;
  readonly previousRect: DOMRectReadOnly;
  readonly currentRect: DOMRectReadOnly;
}

/**
 * Elements in the flow of a page that were shown and then pushed up or down. What is placed on its
 * own, or is animated, moves on purpose. Of one in another only the outer is reported.
 */
export async function findShifts(): Promise<Shift[]> {
  const roots = castRoots();
  const moved = new Map<Element, { readonly from: number; readonly to: number }>();
  for (const { node, previousRect, currentRect } of await sources()) {
    const element = node instanceof Element ? node : node?.parentElement;
    if (!element?.isConnected || !roots.some((root) => root.contains(element))) continue;
    // What was not there before has not moved.
    if (previousRect.height === 0 || !isInFlow(element, roots)) continue;
    const { from } = moved.get(element) ?? { from: previousRect.top };
    moved.set(element, { from, to: currentRect.top });
  }
  const far = [...moved].filter(([, { from, to }]) => Math.abs(to - from) >= leastPx);
  return far
    .filter(([element]) => !far.some(([other]) => other !== element && other.contains(element)))
    .map(([element, { from, to }]) => ({ ...boxOf(element), by: Math.round(Math.abs(to - from)) }));
}

async function sources(): Promise<Source[]> {
  const entries = await new Promise<LayoutShift[]>((done) => {
    const found: LayoutShift[] = [];
    const observer = new PerformanceObserver((list) => {
      found.push(...(list.getEntries() as LayoutShift[]));
    });
    observer.observe({ type: 'layout-shift', buffered: true });
    setTimeout(() => {
      found.push(...(observer.takeRecords() as LayoutShift[]));
      observer.disconnect();
      done(found);
    }, handOverMs);
  });
  return entries.filter(({ hadRecentInput }) => !hadRecentInput).flatMap((one) => [...one.sources]);
}

function isInFlow(element: Element, roots: readonly Element[]): boolean {
  for (let up: Element | null = element; up && !roots.includes(up); up = up.parentElement) {
    const { position, transform } = getComputedStyle(up);
    if (/^(?:absolute|fixed|sticky)$/.test(position) || transform !== 'none') return false;
    if (up.getAnimations().length > 0) return false;
  }
  return true;
}
