import type { Browser } from 'playwright-core';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { findBrowser } from './find-browser.ts';

/** Nothing but the pages we open: no calls home, no updates, no first-run pages. */
const quiet = [
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--hide-scrollbars',
  // Else an edge drawn while something moved over it is kept, smoothed as it was then, and the
  // same page gives one of two pictures.
  '--disable-partial-raster',
];

/**
 * Starts the browser of this machine without a window.
 *
 * @throws Refusal when there is none, it does not start, or playwright-core is not installed
 */
export async function launchBrowser(): Promise<Browser> {
  const { chromium } = await import('playwright-core').catch(() => {
    const data = { name: 'playwright-core', purpose: 'to drive a browser' };
    throw new Refusal(finding('call/no-package', data));
  });
  const executablePath = findBrowser();
  if (!executablePath) throw new Refusal(finding('call/no-browser', {}));
  // Chromium's sandbox refuses to run for root, as in most containers.
  const sandbox = process.getuid?.() === 0 ? ['--no-sandbox'] : [];
  try {
    return await chromium.launch({
      executablePath,
      args: [...quiet, ...sandbox],
      // Whoever called decides what ends; a browser whose program is gone ends on its own.
      handleSIGINT: false,
      handleSIGTERM: false,
      handleSIGHUP: false,
    });
  } catch (error) {
    const why = (error as Error).message.split('\n')[0] ?? 'unknown error';
    throw new Refusal(finding('call/browser-failed', { path: executablePath, why }));
  }
}
