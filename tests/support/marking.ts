import type { Page } from 'playwright-core';

export type File = 'template.html' | 'style.css' | 'script.js';

/** A place that is clicked in the code, and what is made of it. */
export interface Mark {
  readonly file?: File;
  /** The text clicked; with `to`, selected from its start to the end of that. */
  readonly text: string;
  readonly to?: string;
  /** Which of several such texts, from 0. */
  readonly nth?: number;
  readonly form?: string;
  readonly name?: string;
  readonly options?: string;
  readonly into?: string;
}

/** Where a text stands on the screen, brought into sight first. */
async function spotOf(page: Page, text: string, nth: number) {
  return page.locator('.code .cm-content').evaluate(
    (content, [wanted, at]) => {
      const walker = document.createTreeWalker(content, NodeFilter.SHOW_TEXT);
      const nodes: { node: Node; start: number }[] = [];
      let all = '';
      while (walker.nextNode()) {
        const node = walker.currentNode;
        nodes.push({ node, start: all.length });
        all += node.textContent;
      }
      let start = all.indexOf(wanted);
      for (let left = at; left > 0; left -= 1) start = all.indexOf(wanted, start + 1);
      if (start < 0) throw new Error(`${wanted} is not in the code`);
      const pointOf = (offset: number, isEnd: boolean) => {
        const found = nodes.findLast((one) => one.start < offset + (isEnd ? 0 : 1)) as {
          node: Node;
          start: number;
        };
        return [found.node, offset - found.start] as const;
      };
      const range = document.createRange();
      range.setStart(...pointOf(start, false));
      range.setEnd(...pointOf(start + wanted.length, true));
      range.startContainer.parentElement?.scrollIntoView({ block: 'center' });
      const boxes = [...range.getClientRects()];
      const [first, last] = [boxes[0] as DOMRect, boxes.at(-1) as DOMRect];
      return {
        start: [first.left + 1, first.top + first.height / 2] as const,
        middle: [first.left + first.width / 2, first.top + first.height / 2] as const,
        end: [last.right - 1, last.top + last.height / 2] as const,
      };
    },
    [text, nth] as const,
  );
}

/** Clicks a place in the code of the workbench, or selects a stretch of it. */
export async function point(
  page: Page,
  { file = 'template.html', text, to, nth = 0 }: Mark,
): Promise<void> {
  const files = page.locator('.code .pick select').first();
  await files.selectOption(file);
  await page.getByRole('textbox', { name: `${file} of the mould` }).waitFor();
  const first = await spotOf(page, text, nth);
  if (to === undefined) await page.mouse.click(...first.middle);
  else {
    const last = await spotOf(page, to, 0);
    await page.mouse.move(...(await spotOf(page, text, nth)).start);
    await page.mouse.down();
    await page.mouse.move(last.end[0] + 1, last.end[1], { steps: 4 });
    await page.mouse.up();
  }
}

/** Clicks a place in the code of the workbench and makes a field of it. */
export async function mark(page: Page, one: Mark): Promise<void> {
  await point(page, one);
  const offer = page.locator('.code .offer');
  const { form, name, options, into } = one;
  if (form) await offer.getByLabel('What it becomes').selectOption(form);
  if (into) await offer.getByLabel('Or fill it by').selectOption(into);
  else if (name) await offer.getByLabel('Name, or condition').fill(name);
  if (options) await offer.getByLabel('Choices, with commas').fill(options);
  await offer.getByRole('button', { name: 'Make it a field', exact: true }).click();
  await offer.waitFor({ state: 'detached' });
}
