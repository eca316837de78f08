import { describe, expect, it } from 'vitest';
import { framed, go, pasteIn, said, snippet, withWorkbench } from '../support/workbench.ts';

const { opened } = withWorkbench();

describe('fields in the workbench', () => {
  it('makes fields of what is marked by hand, in markup, style and script, and says why where it cannot', async () => {
    const page = await opened();
    await pasteIn(
      page,
      snippet
        .replace('hidden = false', "title = 'Halt'; note.hidden = false")
        .replace(
          "document.getElementById('note').",
          "const note = document.getElementById('note'); note.",
        ),
    );
    await go(page, 'Fields');
    await page.getByText('Select a place in the code yourself').click();
    const code = page.locator('.code .cm-content');
    const mark = async (text: string) => {
      await code.waitFor();
      await code.evaluate((element, wanted) => {
        const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
        const nodes: Node[] = [];
        while (walker.nextNode()) nodes.push(walker.currentNode);
        const whole = nodes.map(({ nodeValue }) => nodeValue).join('');
        const start = whole.indexOf(wanted);
        if (start < 0) throw new Error(`${wanted} is not in sight`);
        const point = (offset: number): [Node, number] => {
          let rest = offset;
          for (const node of nodes) {
            const { length = 0 } = node.nodeValue ?? '';
            if (rest <= length) return [node, rest];
            rest -= length;
          }
          throw new Error('past the end');
        };
        (element as HTMLElement).focus();
        getSelection()?.setBaseAndExtent(...point(start), ...point(start + wanted.length));
      }, text);
      await page.waitForTimeout(100);
    };
    const offer = page.locator('.code .offer');
    const kinds = () => offer.getByLabel('What it becomes').locator('option').allTextContents();
    const make = () => offer.getByRole('button', { name: 'Make it a field' }).click();
    await mark('Quarry End');
    expect(await kinds()).toEqual([
      'A line of text',
      'Text with line breaks',
      'Text with bold, links and the like',
    ]);
    await make();
    await expect.poll(() => said(page)).toBe('heading is now a field.');
    await mark('{~heading~}');
    await expect
      .poll(() => page.locator('.code .bar').textContent())
      .toContain('A field fills template.html:1:23-34 already');
    await mark('<button id="more">More</button>');
    expect(await kinds()).toEqual([
      'A switch that shows or leaves it out',
      'A number: so many copies of it',
      'A switch for its tags; what is in it stays',
      'All that is in it as one text with formatting',
      'All that is in it as markup of any kind, such as an embed code',
      'A place for other widgets; what is in it shows while there are none',
      'Shown under a condition',
    ]);
    await offer.getByLabel('Name').fill('hasMore');
    await make();
    await expect.poll(() => said(page)).toBe('hasMore is now a field.');
    const file = page.locator('.code .pick select');
    await file.selectOption('style.css');
    await mark('20px');
    expect(await kinds()).toEqual(['A length']);
    await make();
    await file.selectOption('script.js');
    await mark("'Halt'");
    await make();
    await go(page, 'Try');
    await page.getByRole('textbox', { name: 'Heading' }).fill('Weir Bridge');
    await expect
      .poll(() => framed(page).frameLocator('iframe:not(.next)').locator('h3').textContent())
      .toBe('Weir Bridge');
    await go(page, 'Fields');
    await page.locator('.fields .name', { hasText: 'Heading' }).click();
    await page.locator('.details').getByLabel('Kind').selectOption('color');
    await expect.poll(() => said(page)).toContain('must be a CSS colour');
    await page.locator('.details').getByLabel('Kind').selectOption('multiline');
    await expect.poll(() => said(page)).toBe('Heading is now of kind multiline.');
    await page
      .getByRole('button', { name: 'Remove Heading, and restore the original code' })
      .click();
    await expect
      .poll(() => framed(page).frameLocator('iframe:not(.next)').locator('h3').textContent())
      .toBe('Quarry End');
  });

  it('finds in the list what is pointed at in a frame, and marks in the frames what the list shows', async () => {
    const page = await opened();
    await pasteIn(page, snippet);
    const inside = framed(page).frameLocator('iframe:not(.next)');
    await inside.locator('h3').waitFor();
    await go(page, 'Fields');
    await page.getByRole('button', { name: 'point at it in the frames' }).click();
    const outer = await page
      .locator('km-preview .viewport:not(.small) iframe')
      .first()
      .boundingBox();
    const at = await inside.locator('.n').evaluate((element) => {
      const { left, top, width, height } = element.getBoundingClientRect();
      return { x: left + width / 2, y: top + height / 2, width: innerWidth };
    });
    const scale = (outer?.width ?? 0) / at.width;
    const [x, y] = [(outer?.x ?? 0) + at.x * scale, (outer?.y ?? 0) + at.y * scale];
    const shown = page.locator('.spots .is-shown');
    await expect
      .poll(async () => {
        await page.mouse.click(x, y);
        return shown
          .locator('code')
          .textContent({ timeout: 500 })
          .catch(() => '');
      })
      .toBe('Every <b class="n">40</b> minutes');
    await page.getByRole('button', { name: 'Show: Heading, in the code' }).click();
    expect(await page.locator('.shown h3').textContent()).toBe('Heading in template.html');
    expect(await page.locator('.shown .lit').textContent()).toBe('Quarry End');
    await expect
      .poll(() => inside.locator('h3').evaluate((one) => getComputedStyle(one).outlineStyle))
      .toBe('solid');
    expect(await page.locator('.fields > li').count()).toBe(0);
  });

  it('gives a field another name, place and default, and keeps what is filled in as a sample', async () => {
    const page = await opened();
    await pasteIn(page, snippet);
    await go(page, 'Fields');
    await page.getByRole('button', { name: /recommended$/ }).click();
    const titles = page.locator('.fields .name b');
    await expect.poll(() => titles.count()).toBeGreaterThan(2);
    const before = await titles.allTextContents();
    await page.getByRole('button', { name: `Move ${before[1]} up` }).click();
    await expect.poll(() => titles.first().textContent()).toBe(before[1]);
    const grips = page.locator('.fields .grip');
    const [from, to] = [await grips.nth(0).boundingBox(), await grips.nth(2).boundingBox()];
    if (!from || !to) throw new Error('There is nothing to drag by.');
    await page.waitForTimeout(300);
    await page.mouse.move(from.x + 8, from.y + 16);
    await page.mouse.down();
    await page.mouse.move(to.x + 8, to.y + 10, { steps: 8 });
    await page.mouse.move(to.x + 8, to.y + 24, { steps: 8 });
    await page.mouse.up();
    await expect.poll(() => titles.nth(2).textContent()).toBe(before[1]);
    await page.locator('.fields .name', { hasText: 'Heading' }).first().click();
    const name = page.getByLabel('Name in code');
    await name.fill('two words');
    await name.blur();
    await expect.poll(() => said(page)).toContain('"two words" is not a valid field name.');
    await name.fill('stopName');
    await name.blur();
    await expect.poll(() => said(page)).toBe('heading is stopName now.');
    await go(page, 'Try');
    await page.locator('km-form').getByLabel('Heading', { exact: true }).fill('Weir Bridge');
    await page.getByLabel('Sample name').fill('Weir bridge');
    await page.getByRole('button', { name: 'Save as sample' }).click();
    await expect.poll(() => said(page)).toBe('Saved as sample weir-bridge.');
    const samples = page.locator('km-preview').getByLabel('Sample');
    expect(await samples.locator('option').allTextContents()).toContain('weir-bridge');
    await page.getByRole('button', { name: 'Make these the defaults' }).click();
    await samples.selectOption('default');
    const heading = framed(page).frameLocator('iframe:not(.next)').locator('h3');
    await expect.poll(() => heading.textContent()).toBe('Weir Bridge');
    await page.getByRole('button', { name: 'Remove the sample weir-bridge' }).click();
    expect(await page.locator('.tags').count()).toBe(0);
    const host = '<h1>A page of mine</h1><div data-casts></div>';
    await page.locator('.step input[type=file]').setInputFiles({
      name: 'mine.html',
      mimeType: 'text/html',
      buffer: Buffer.from(host),
    });
    await page.locator('km-preview').getByLabel('Host page').selectOption('own');
    const mine = framed(page).frameLocator('iframe:not(.next)').locator('h1');
    await expect.poll(() => mine.textContent().catch(() => '')).toBe('A page of mine');
    expect(page.complaints).toEqual([]);
  });
});
