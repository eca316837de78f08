import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll } from 'vitest';
import { launchBrowser } from '../../src/node/browser/launch-browser.ts';

/** The browser of this worker: its files run one after the other, and a start takes half a second. */
let launched: Promise<Browser> | undefined;

/** A browser for all tests of a file, and pages in it. */
export function withBrowser(): {
  browser(): Browser;
  /** A page of some HTML, with what its scripts complained of. */
  pageOf(html: string): Promise<Page & { readonly complaints: string[] }>;
} {
  let browser: Browser;
  beforeAll(async () => {
    launched ??= launchBrowser();
    browser = await launched;
  });
  // What a file leaves open would slow down those after it.
  afterAll(async () => {
    await Promise.all((browser?.contexts() ?? []).map((one) => one.close()));
  });
  return {
    browser: () => browser,
    async pageOf(html) {
      const context = await browser.newContext();
      await context.route('**/*', (route) =>
        route.request().url() === 'http://host.localhost/'
          ? route.fulfill({ body: html, contentType: 'text/html; charset=utf-8' })
          : route.abort(),
      );
      const page = await context.newPage();
      const complaints: string[] = [];
      page.on('pageerror', ({ message }) => complaints.push(message));
      page.on('console', (said) => said.type() === 'error' && complaints.push(said.text()));
      await page.goto('http://host.localhost/');
      return Object.assign(page, { complaints });
    },
  };
}
