import type { Page } from 'playwright-core';
import { go } from './workbench.ts';

/** A person's hands in the workbench: each click is counted. */
export class Hands {
  readonly page: Page;
  clicks = 0;

  constructor(page: Page) {
    this.page = page;
  }

  /** Clicks into the box and pastes. */
  async paste(text: string): Promise<void> {
    this.clicks += 1;
    await this.page.locator('.cm-content').first().click();
    await this.page.keyboard.press('Control+a');
    await this.page.evaluate((words) => navigator.clipboard.writeText(words), text);
    await this.page.keyboard.press('Control+v');
  }

  /** Goes to one of the four steps. */
  async step(name: 'Paste' | 'Fields' | 'Try' | 'Get the code'): Promise<void> {
    this.clicks += 1;
    await go(this.page, name);
  }

  /** Presses a button by what is written on it. */
  async press(name: string | RegExp): Promise<void> {
    this.clicks += 1;
    await this.page.getByRole('button', { name }).first().click();
  }

  /** Clicks into a box of the form and types over what is in it. */
  async fill(label: string | RegExp, text: string): Promise<void> {
    this.clicks += 1;
    await this.page.locator('km-form').getByLabel(label).first().fill(text);
  }

  /** The code of the form of delivery that is chosen. */
  async code(): Promise<string> {
    await this.press(/^Copy/);
    return this.page.evaluate(() => navigator.clipboard.readText());
  }

  /** Takes only some elements of the page that was pasted. */
  async only(selector: string): Promise<void> {
    this.clicks += 1;
    await this.page.getByLabel(/selector/i).fill(selector);
  }

  /** Lets everything be mended that can be. */
  async mend(): Promise<void> {
    await this.press(/^Fix/);
  }

  /** From the paste to the code: all that is recommended, some values, the code. */
  async usual(values: Readonly<Record<string, string>>): Promise<void> {
    await this.step('Fields');
    await this.press(/recommended$/);
    await this.step('Try');
    for (const [label, value] of Object.entries(values)) await this.fill(label, value);
    await this.step('Get the code');
  }
}
