import type { Page } from 'playwright-core';
import { expect } from 'vitest';
import { type Mark, mark, point } from './marking.ts';
import { go, pasteIn, said } from './workbench.ts';

/** What `The host takes` has, with the parts that it gives. */
const forms = {
  block: ['Where the widget goes'],
  panes: ['Where the widget goes', 'CSS', 'JavaScript'],
  frame: ['Where the widget goes'],
} as const;

/** A person's hands in the workbench: every click and every choice is counted. */
export class Hands {
  readonly page: Page;
  /** What was typed into the form. */
  readonly filled: string[] = [];
  /** What was done, in words. */
  readonly steps: string[] = [];
  clicks = 0;
  private isMarking = false;
  private at = 'Paste';

  constructor(page: Page) {
    this.page = page;
  }

  async paste(text: string): Promise<void> {
    this.clicks += 1;
    this.steps.push('paste');
    await pasteIn(this.page, text);
  }

  /** Takes only some elements of the page that was pasted. */
  async only(selector: string): Promise<void> {
    this.clicks += 1;
    this.steps.push(`take only \`${selector}\``);
    const box = this.page.getByLabel(/Take only these elements/);
    await box.fill(selector);
    await box.press('Enter');
    await this.isDone();
  }

  /** Lets what is broken be mended. */
  async mend(): Promise<void> {
    await this.press('Fix it');
  }

  async press(name: string | RegExp): Promise<void> {
    this.clicks += 1;
    this.steps.push(`*${typeof name === 'string' ? name : 'Take … recommended'}*`);
    await this.page.getByRole('button', { name }).first().click();
  }

  async step(name: 'Paste' | 'Fields' | 'Try' | 'Get the code'): Promise<void> {
    this.clicks += 1;
    this.at = name;
    this.steps.push(`*${name}*`);
    await go(this.page, name);
  }

  /** Goes to the fields and takes all that is recommended. */
  async takeRecommended(): Promise<void> {
    await this.step('Fields');
    await this.press(/^Take \d+ recommended$/);
    await expect.poll(() => said(this.page)).toMatch(/fields? made/);
  }

  /** Takes one proposal that is not recommended. */
  async take(title: string): Promise<void> {
    await this.press(`Make a field: ${title}`);
    await this.page
      .getByRole('button', { name: `Make a field: ${title}` })
      .waitFor({ state: 'detached' });
  }

  /** Makes a field of a place by clicking it in the code. */
  async mark(one: Mark): Promise<void> {
    if (!this.isMarking) {
      this.clicks += 1;
      await this.page.getByText('Select a place in the code yourself').click();
      this.isMarking = true;
    }
    const { file, form, name, into, options } = one;
    this.steps.push(`\`${one.text}\` in the code${form ? `: ${form}` : ''}`);
    this.clicks += 2 + [file, form, name, into, options].filter(Boolean).length;
    await mark(this.page, one);
  }

  /** Makes a field of its own of a place that a field with several fills. */
  async split(one: Mark): Promise<void> {
    this.clicks += 2 + (one.file ? 1 : 0);
    this.steps.push(`\`${one.text}\` in the code`);
    await this.page.getByText('Select a place in the code yourself').click();
    await point(this.page, one);
    await this.press('Make it a field of its own');
    await expect.poll(() => said(this.page)).toMatch(/of its own now/);
  }

  /** Says something of the widget itself. */
  async about(label: string, value: string): Promise<void> {
    this.clicks += 2;
    this.steps.push(`*The widget itself*: ${label}: ${value}`);
    await this.page.getByText('The widget itself').click();
    const line = this.page.locator('.about').getByLabel(label, { exact: true });
    await line.fill(value);
    await line.press('Enter');
    await expect.poll(() => line.inputValue()).toBe(value);
  }

  /** Types into the form, each box with a click. */
  async fill(values: Readonly<Record<string, string>>): Promise<void> {
    await this.step('Try');
    for (const [label, value] of Object.entries(values)) {
      this.clicks += 1;
      this.filled.push(value);
      this.steps.push(`${label}: ${value}`);
      await this.page.locator('km-form').getByLabel(label, { exact: true }).first().fill(value);
    }
  }

  /** The code for the host, copied. */
  async code(form: keyof typeof forms = 'block'): Promise<string> {
    if (this.at !== 'Get the code') await this.step('Get the code');
    if (form !== 'block') {
      this.clicks += 1;
      this.steps.push(`the host takes: ${form}`);
      await this.page.getByLabel('The host takes').selectOption(form);
    }
    const texts: Record<string, string> = {};
    for (const part of forms[form]) {
      await this.press(`Copy: ${part}`);
      await expect.poll(() => said(this.page)).toBe(`${part}: copied.`);
      texts[part] = await this.page.evaluate(() => navigator.clipboard.readText());
    }
    const { CSS: css = '', JavaScript: script = '' } = texts;
    const style = css && `<style>${css}</style>`;
    return `${style}${texts['Where the widget goes']}${script && `<script>${script}</script>`}`;
  }

  /** From the paste to the code in the usual way. */
  async usual(
    values: Readonly<Record<string, string>>,
    form?: keyof typeof forms,
  ): Promise<string> {
    await this.takeRecommended();
    await this.fill(values);
    return this.code(form);
  }

  private async isDone(): Promise<void> {
    await this.page.waitForTimeout(300);
  }
}
