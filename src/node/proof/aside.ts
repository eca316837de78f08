import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { CDPSession, Page } from 'playwright-core';
import { factsText } from '../../generated/facts.ts';
import { ownPackage } from '../files/own-package.ts';

let engineText: Promise<string> | undefined;

/**
 * A place beside the page's own scripts: it sees the same elements, has timers that run, and nothing
 * a page has changed is in its reach, nor the other way.
 */
export class Aside {
  private readonly session: CDPSession;
  private readonly contextId: number;

  private constructor(session: CDPSession, contextId: number) {
    this.session = session;
    this.contextId = contextId;
  }

  static async of(page: Page): Promise<Aside> {
    const session = await page.context().newCDPSession(page);
    const { frameTree } = await session.send('Page.getFrameTree');
    const { executionContextId } = await session.send('Page.createIsolatedWorld', {
      frameId: frameTree.frame.id,
      worldName: 'keen-mould',
    });
    return new Aside(session, executionContextId);
  }

  /** Brings in what measures, and the accessibility engine where it is to be asked. */
  async install(isAccessible: boolean): Promise<void> {
    await this.ask(`void (globalThis.facts = ${factsText})`);
    if (!isAccessible) return;
    engineText ??= readFile(join(ownPackage(), 'dist/engine/axe.min.js'), 'utf8');
    await this.ask(`${await engineText}; void 0`);
  }

  /** Waits until the page has been drawn as it is. */
  async drawn(): Promise<void> {
    await this.ask(
      'new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done())))',
    );
  }

  async ask<T>(expression: string): Promise<T> {
    const { result, exceptionDetails } = await this.session.send('Runtime.evaluate', {
      expression,
      contextId: this.contextId,
      awaitPromise: true,
      returnByValue: true,
    });
    if (exceptionDetails) {
      throw new Error(exceptionDetails.exception?.description ?? exceptionDetails.text);
    }
    return result.value as T;
  }
}
