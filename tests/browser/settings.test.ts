import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import axe from 'axe-core';
import type { Frame, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { writeMould } from '../../src/node/files/mould-folder.ts';
import { type Preview, startPreview } from '../../src/node/preview/start-preview.ts';
import { withBrowser } from '../support/browser.ts';
import * as support from '../support/settings.ts';

const { castFrames, inEveryFrame, lifeSize, read, settingsMould, styleOf, textOf } = support;
const { browser } = withBrowser();
const home = mkdtempSync(join(tmpdir(), 'settings-'));
const folder = join(home, 'board');
let preview: Preview;
let page: Page;
let form: Locator;

beforeAll(async () => {
  await writeMould(folder, settingsMould());
  preview = await startPreview([folder]);
  page = await (await browser().newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(preview.url);
  form = page.locator('km-form');
  await support.unfold(form);
});
afterAll(async () => {
  await preview.close();
  rmSync(home, { recursive: true });
});
beforeEach(async () => {
  await form.evaluate((one) => Object.assign(one, { values: {}, below: {} }));
  await form.evaluate((one) =>
    one.dispatchEvent(new CustomEvent('km-change', { detail: { values: {}, below: {} } })),
  );
  await everyFrame(textOf('h2'), 'Depot Gate');
});

const everyFrame = (read: () => unknown, wanted: unknown) => inEveryFrame(page, read, wanted);
const control = (path: string) => form.locator(`[id="field-${path}"]`);
const fieldAt = (path: string) => form.locator(`.field[data-path="${path}"]`);
const press = (...keys: string[]) =>
  keys.reduce((done, key) => done.then(() => page.keyboard.press(key)), Promise.resolve());

/** Types over what a control holds, once the mouse has put the caret there. */
async function click(path: string, text: string): Promise<void> {
  await control(path).click({ clickCount: 3 });
  await press('ControlOrMeta+a');
  await page.keyboard.type(text);
}

/** The same by the keyboard alone. */
async function reach(path: string, ...keys: string[]): Promise<void> {
  await control(path).focus();
  await press(...keys);
}

describe('every kind is edited by mouse and by keyboard, and each frame shows it', () => {
  const edits: Readonly<
    Record<
      string,
      {
        see: () => unknown;
        mouse: [() => Promise<void>, unknown];
        keys: [() => Promise<void>, unknown];
      }
    >
  > = {
    text: {
      see: textOf('h2'),
      mouse: [() => click('text', 'Weir <Lane>'), 'Weir <Lane>'],
      keys: [() => reach('text', 'End', '!'), 'Depot Gate!'],
    },
    multiline: {
      see: textOf('pre'),
      mouse: [() => click('multiline', 'Three'), 'Three'],
      keys: [() => reach('multiline', 'ControlOrMeta+End', 'Enter', 'x'), 'One\nTwo\nx'],
    },
    richtext: {
      see: read(`document.querySelector('.rich').innerHTML`),
      mouse: [
        async () => {
          await control('richtext').locator('em').dblclick();
          await fieldAt('richtext').getByRole('button', { name: 'Bold' }).click();
        },
        '<p>Mind the <strong><em>step</em></strong></p>',
      ],
      keys: [
        async () => {
          await reach('richtext', 'ControlOrMeta+End', '!', 'Enter');
          await fieldAt('richtext').getByRole('combobox').focus();
          await press('Tab', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'Enter', 'x');
        },
        '<p>Mind the <em>step!</em></p><ul><li><p>x</p></li></ul>',
      ],
    },
    number: {
      see: styleOf('border-top-width'),
      mouse: [
        async () => {
          const slider = fieldAt('number').locator('[type=range]');
          const { width = 0 } = (await slider.boundingBox()) ?? {};
          await slider.click({ position: { x: width - 2, y: 6 } });
        },
        '10px',
      ],
      keys: [() => reach('number', 'ArrowUp'), '3px'],
    },
    switch: {
      see: read(`document.querySelector('.piece').classList.contains('framed')`),
      mouse: [() => control('switch').click(), true],
      keys: [() => reach('switch', 'Space'), true],
    },
    choice: {
      see: styleOf('text-align'),
      mouse: [
        async () => {
          await fieldAt('choice').locator('#field-choice label', { hasText: 'end' }).click();
          await fieldAt('choice').locator('.widths label', { hasText: '640' }).click();
          await fieldAt('choice').locator('#field-choice label', { hasText: 'end' }).click();
          await fieldAt('choice').locator('.widths label', { hasText: 'All' }).click();
        },
        'end',
      ],
      keys: [
        async () => {
          await fieldAt('choice').locator('#field-choice input').first().focus();
          await press('ArrowRight');
        },
        'center',
      ],
    },
    color: {
      see: styleOf('color'),
      mouse: [
        async () => {
          await fieldAt('color').getByRole('button', { name: 'Pick Ink' }).click();
          const box = await fieldAt('color').locator('[part=saturation]').boundingBox();
          await page.mouse.move((box?.x ?? 0) + 40, (box?.y ?? 0) + 40);
          await page.mouse.down();
          await page.mouse.move((box?.x ?? 0) + 40, (box?.y ?? 0) + 400);
          await page.mouse.up();
          await press('Escape');
        },
        'rgb(0, 0, 0)',
      ],
      keys: [
        async () => {
          await fieldAt('color').locator('.swatch').focus();
          await press('Enter');
          await fieldAt('color').locator('.picker input').focus();
          await press('Home', 'Escape');
        },
        'rgba(179, 84, 30, 0)',
      ],
    },
    length: {
      see: styleOf('padding-left'),
      mouse: [() => click('length', '2rem'), '32px'],
      keys: [() => reach('length', 'ArrowUp'), '13px'],
    },
    duration: {
      see: styleOf('transition-duration', 'h2'),
      mouse: [() => click('duration', '250ms'), '0.25s'],
      keys: [() => reach('duration', 'ArrowUp'), '0.5s'],
    },
    typeface: {
      see: styleOf('font-size', 'h2'),
      mouse: [() => click('typeface.size', '31px'), '31px'],
      keys: [() => reach('typeface.size', 'Shift+ArrowUp'), '28px'],
    },
    fill: {
      see: styleOf('background-color'),
      mouse: [() => click('fill.color', 'teal'), 'rgb(0, 128, 128)'],
      keys: [() => reach('fill.color', 'End', '8', '0'), 'rgba(255, 247, 232, 0.5)'],
    },
    shape: {
      see: styleOf('clip-path', 'h2'),
      mouse: [() => click('shape', 'circle(9px)'), 'circle(9px)'],
      keys: [() => reach('shape', 'Home', ...Array(6).fill('ArrowRight'), '4'), 'inset(40px)'],
    },
    date: {
      see: textOf('time'),
      mouse: [() => control('date').fill('2027-01-02'), '2027-01-02'],
      keys: [() => reach('date', 'ArrowUp'), '2026-07-07'],
    },
    image: {
      see: read(
        `document.querySelector('img').src.slice(0, 5) + document.querySelector('img').naturalWidth`,
      ),
      mouse: [
        () =>
          control('image').setInputFiles({
            name: 'Depot yard.svg',
            mimeType: 'image/svg+xml',
            buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="17" height="4"/>'),
          }),
        'blob:17',
      ],
      keys: [
        () => reach('image.src', 'ControlOrMeta+a', 'Delete', 'x'),
        // What is not there is shown by a picture that says so.
        'data:320',
      ],
    },
    link: {
      see: read(
        `[document.querySelector('a').getAttribute('href'), document.querySelector('a').target].join()`,
      ),
      mouse: [
        async () => {
          await click('link.href', '/fares');
          await control('link.newTab').click();
        },
        '/fares,_blank',
      ],
      keys: [() => reach('link.href', 'End', 's'), '/timetables,'],
    },
    icon: {
      see: read(`document.querySelector('.icon').firstElementChild.outerHTML`),
      mouse: [
        () => click('icon.label', 'Ring'),
        '<i class="bell" role="img" aria-label="Ring"></i>',
      ],
      keys: [() => reach('icon.class', 'End', 's'), '<i class="bells" aria-hidden="true"></i>'],
    },
    media: {
      see: read(`document.querySelector('audio').getAttribute('src')?.slice(0, 5) ?? 'none'`),
      mouse: [() => click('media.src', 'data:audio/wav;base64,AA=='), 'blob:'],
      keys: [() => reach('media.src', 'End', 'x'), 'none'],
    },
    markup: {
      see: read(`document.querySelector('.own').innerHTML`),
      mouse: [() => click('markup', '<u>one</u>'), '<u>one</u>'],
      keys: [() => reach('markup', 'ControlOrMeta+End', '!'), '<b>ours</b>!'],
    },
    target: {
      see: read(`document.querySelector('.piece').dataset.target`),
      mouse: [() => click('target', '#board'), '#board'],
      keys: [() => reach('target', 'End', 's'), '.faress'],
    },
    group: {
      see: textOf('.place'),
      mouse: [() => click('group.inner', 'Sheds'), 'Sheds'],
      keys: [() => reach('group.inner', 'End', 's'), 'Mills'],
    },
    list: {
      see: read(`[...document.querySelectorAll('li')].map((one) => one.textContent).join()`),
      mouse: [
        async () => {
          const grips = form.locator(
            '[data-path="list.0"] > .row-head .grip, [data-path="list.2"] > .row-head .grip',
          );
          await grips.last().scrollIntoViewIfNeeded();
          const [from, to] = await Promise.all([
            grips.first().boundingBox(),
            grips.last().boundingBox(),
          ]);
          await page.mouse.move((from?.x ?? 0) + 5, (from?.y ?? 0) + 8);
          await page.mouse.down();
          await page.mouse.move((to?.x ?? 0) + 5, (to?.y ?? 0) - 4, { steps: 8 });
          await page.mouse.move((to?.x ?? 0) + 5, (to?.y ?? 0) + 18, { steps: 8 });
          await page.mouse.up();
        },
        'Quarry End,Mill,Weir Laneab',
      ],
      keys: [
        async () => {
          await form.locator('[data-path="list.0"] .toggle').focus();
          await press('Alt+ArrowDown', 'Enter', 'Tab');
          await control('list.1.name').focus();
          await press('End', '!');
        },
        'Quarry End,Weir Lane!ab,Mill',
      ],
    },
  };

  for (const [name, { see, mouse, keys }] of Object.entries(edits)) {
    it(`${name} by mouse`, async () => {
      await mouse[0]();
      await everyFrame(see, mouse[1]);
    });
    it(`${name} by keyboard`, async () => {
      await keys[0]();
      await everyFrame(see, keys[1]);
    });
  }
});

it('no rule of accessibility is broken, folded or not, light or dark, with problems and without', async () => {
  await press('Escape');
  const problemsOf = async () => {
    const { violations } = await page.evaluate(async () => {
      // biome-ignore lint/suspicious/noExplicitAny: put there by the script
      return (window as any).axe.run(document, { iframes: false });
    });
    return violations.map((one: axe.Result) => `${one.id}: ${one.nodes[0]?.target}`);
  };
  await page.addScriptTag({ content: axe.source });
  expect(await problemsOf()).toEqual([]);
  await click('text', '');
  await form.locator('[data-path="list.0"] .toggle').click();
  await fieldAt('color').locator('.swatch').click();
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await problemsOf()).toEqual([]);
});

it('a row added, doubled, emptied of one and undone leaves the rows that were', async () => {
  const rows = () => form.locator('.row[data-path^="list."] .toggle').allInnerTexts();
  await form.getByRole('button', { name: 'Add Stop' }).click();
  await page.keyboard.type('Sheds');
  await expect.poll(rows).toEqual(['Weir Lane', 'Quarry End', 'Mill', 'NewSheds']);
  await form.getByRole('button', { name: 'Duplicate Mill' }).click();
  await expect.poll(rows).toEqual(['Weir Lane', 'Quarry End', 'Mill', 'Mill', 'NewSheds']);
  expect(await form.getByRole('button', { name: 'Add Stop' }).isDisabled()).toBe(true);
  await form.getByRole('button', { name: 'Remove Weir Lane' }).click();
  await press('ControlOrMeta+z', 'ControlOrMeta+z', 'ControlOrMeta+z', 'ControlOrMeta+z');
  await expect.poll(rows).toEqual(['Weir Lane', 'Quarry End', 'Mill']);
  await press('ControlOrMeta+Shift+z', 'ControlOrMeta+Shift+z');
  await expect.poll(rows).toEqual(['Weir Lane', 'Quarry End', 'Mill', 'NewSheds']);
  await form.getByRole('button', { name: 'Add Sight' }).click();
  await everyFrame(read(`document.querySelectorAll('.piece > i').length`), 2);
});

it('what differs is counted, marked and put back', async () => {
  await click('text', 'Other');
  await click('link.text', 'All');
  await expect.poll(() => form.locator('.sum').textContent()).toContain('2 changed');
  await form.getByRole('button', { name: 'Reset Heading' }).click();
  await everyFrame(textOf('h2'), 'Depot Gate');
  await expect.poll(() => form.locator('.sum').textContent()).toContain('1 changed');
  await control('switch').click();
  await control('hint').waitFor();
});

it('a wrong value is reported beside its field, by the words of the core, and kept as it was typed', async () => {
  await click('length', 'wide');
  const told = fieldAt('length').locator('.problem');
  expect(await told.textContent()).toContain('Room must be a CSS length');
  expect(await control('length').getAttribute('aria-invalid')).toBe('true');
  expect(await control('length').inputValue()).toBe('wide');
  await everyFrame(styleOf('padding-left'), '12px');
});

it('pointing at a place lights up its field, and a field its places', async () => {
  const [frame] = castFrames(page) as [Frame];
  await lifeSize(page);
  await frame.locator('li').nth(1).hover();
  await frame.locator('h2').hover();
  await expect.poll(() => form.locator('.pointed-at').getAttribute('data-path')).toBe('text');
  await frame
    .locator('li')
    .nth(1)
    .click({ modifiers: ['Alt'] });
  await expect
    .poll(() => control('list.1.name').evaluate((one) => one.matches(':focus')))
    .toBe(true);
  const lit = () =>
    [...document.querySelectorAll<HTMLElement>('[style*=outline]')]
      .map((one) => one.textContent)
      .join();
  await everyFrame(lit, 'Quarry End');
  await control('color').focus();
  await everyFrame(read(`document.querySelector('.piece').style.outlineStyle`), 'solid');
});

it('saves a sample when asked, and over another only when told so', async () => {
  await click('text', 'Tried');
  const name = page.getByLabel('Save as');
  await name.fill('first');
  await page.getByRole('button', { name: 'Save sample' }).click();
  await page.getByText('Saved to samples/first.json').waitFor();
  const path = join(folder, 'samples/first.json');
  expect(JSON.parse(readFileSync(path, 'utf8'))).toEqual({ format: 1, values: { text: 'Tried' } });
  await click('text', 'Again');
  await page.getByRole('button', { name: 'Save sample' }).click();
  await page.getByText('A sample called first already exists.').waitFor();
  expect(readFileSync(path, 'utf8')).toContain('Tried');
  await page.getByRole('button', { name: 'Replace first' }).click();
  await expect.poll(() => readFileSync(path, 'utf8')).toContain('Again');
  const kept = () =>
    page.locator('km-preview').evaluate((one) => {
      const { files } = (one as unknown as { mould: { files: Record<string, Uint8Array> } }).mould;
      return new TextDecoder().decode(files['samples/first.json']);
    });
  await expect.poll(kept).toContain('Again');
  const sample = page.locator('km-preview').getByRole('combobox', { name: 'Sample' });
  await sample.selectOption('bare');
  await everyFrame(textOf('h2'), '');
  await sample.selectOption('first');
  await everyFrame(textOf('h2'), 'Again');
});
