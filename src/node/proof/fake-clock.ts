import type { Page } from 'playwright-core';

/** What the clock of a page says when it begins: one moment for ever, so that pictures agree. */
const clockStart = new Date('2026-06-07T09:00:00Z');

/** Stops the clock of a page that has not been opened yet, and makes all else steady. */
export async function stopClock(page: Page): Promise<void> {
  // The clock runs by itself until it is stopped, so it begins a little before its stop.
  await page.clock.install({ time: clockStart.getTime() - 60_000 });
  await page.clock.pauseAt(clockStart);
  await page.addInitScript(makeSteady, clockStart.getTime());
}

/**
 * Makes what else differs between two runs the same on every page: Math.random, by a linear
 * congruence, and the times counted from the page's beginning, which the stopped clock leaves a
 * few ms apart.
 */
function makeSteady(startMs: number): void {
  let state = 20_260_607;
  Math.random = () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
  performance.now = () => Date.now() - startMs;
  const request = window.requestAnimationFrame;
  window.requestAnimationFrame = (work) => request(() => work(performance.now()));
}

/** Waits for fonts and pictures, and sets every animation to the moment of the picture. */
export async function holdAt(page: Page, atMs: number): Promise<void> {
  await page.evaluate(async (atMs) => {
    await document.fonts.ready;
    await Promise.all([...document.images].map((image) => image.decode().catch(() => undefined)));
    // A document's own list leaves out what is in shadow roots.
    const trees = [...document.querySelectorAll('*')].flatMap((one) => one.shadowRoot ?? []);
    for (const animation of [document, ...trees].flatMap((one) => one.getAnimations())) {
      // One that is over by then has to be gone, as it would be.
      const end = Number(animation.effect?.getComputedTiming().endTime ?? 0);
      if (animation instanceof CSSTransition || end <= atMs) animation.finish();
      else {
        animation.pause();
        animation.currentTime = atMs;
      }
    }
  }, atMs);
}
