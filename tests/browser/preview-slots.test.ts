import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { expect, it, onTestFinished } from 'vitest';
import { writeMould } from '../../src/node/files/mould-folder.ts';
import { startPreview } from '../../src/node/preview/start-preview.ts';
import { withBrowser } from '../support/browser.ts';
import { folderWithRail } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';

const { browser } = withBrowser();

const square = (color: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="20" height="20"><rect width="20" height="20" fill="${color}"/></svg>`;

/** A board with notes in its slot, and the mould of these beside it. */
async function boardWithNotes(): Promise<{ board: string; note: string }> {
  const home = folderWithRail();
  const board = join(home, 'board');
  const picture = '<img src="assets/mark.svg" alt="">';
  await writeMould(
    board,
    mouldOf({
      slots: { notes: {} },
      fields: { heading: { type: 'string', default: 'Pinned' } },
      template: `<h2>{~heading~}</h2>${picture}<div km-slot="notes"></div>`,
      files: {
        'assets/mark.svg': square('red'),
        'samples/two.json': JSON.stringify({
          format: 1,
          values: { heading: 'Two notes' },
          slots: {
            notes: [
              { mould: 'note', values: { word: 'Tea' } },
              { mould: 'note', values: { word: 'Glove', ink: '#0000ff' } },
            ],
          },
        }),
      },
    }),
  );
  const note = join(home, 'note');
  const made = mouldOf({
    fields: {
      word: { type: 'string', default: 'Word' },
      ink: { kind: 'color', default: '#008000' },
    },
    template: `<p>{~word~}${picture}</p>`,
    style: 'p { color: var(--ink) }',
    files: { 'assets/mark.svg': square('blue') },
  });
  const manifest = { ...made.manifest, name: 'note' };
  await writeMould(note, { ...made, manifest, manifestText: JSON.stringify(manifest) });
  return { board, note };
}

async function previewOf(folder: string): Promise<Page> {
  const preview = await startPreview([folder]);
  onTestFinished(() => preview.close());
  const context = await browser().newContext({ viewport: { width: 1280, height: 800 } });
  onTestFinished(() => context.close());
  const page = await context.newPage();
  await page.goto(preview.url);
  return page;
}

const firstFrame = (page: Page) =>
  page.locator('km-preview iframe').first().contentFrame().frameLocator('iframe:not(.next)');

const chooseSample = (page: Page, label: string) =>
  page.locator('km-preview').getByRole('combobox', { name: 'Sample' }).selectOption({ label });

it('shows what a sample has in its slots, with the files of each', async () => {
  const { board, note } = await boardWithNotes();
  const page = await previewOf(board);
  const inside = firstFrame(page);
  await inside.locator('h2').waitFor();
  expect(await inside.locator('p').count()).toBe(0);
  await chooseSample(page, 'two');
  const notes = inside.locator('p');
  await expect.poll(() => notes.allTextContents()).toEqual(['Tea', 'Glove']);
  expect(await notes.evaluateAll((all) => all.map((one) => getComputedStyle(one).color))).toEqual([
    'rgb(0, 128, 0)',
    'rgb(0, 0, 255)',
  ]);
  const shown = await inside
    .locator('img')
    .evaluateAll((all) =>
      Promise.all(
        all.map(async (one) =>
          /fill="(\w+)"/.exec(await (await fetch((one as HTMLImageElement).src)).text())?.at(1),
        ),
      ),
    );
  expect(shown).toEqual(['red', 'blue', 'blue']);

  const template = join(note, 'template.html');
  writeFileSync(template, readFileSync(template, 'utf8').replace('{~word~}', 'Note: {~word~}'));
  await expect.poll(() => notes.allTextContents()).toEqual(['Note: Tea', 'Note: Glove']);

  const manifest = join(note, 'mould.json');
  const sound = readFileSync(manifest, 'utf8');
  writeFileSync(manifest, '{ nope');
  await expect.poll(() => page.locator('#problems').textContent()).toContain('not valid JSON');
  await expect.poll(() => notes.allTextContents()).toEqual(['Note: Tea', 'Note: Glove']);
  writeFileSync(manifest, sound);
  await expect.poll(() => page.locator('#problems').textContent()).toBe('');
  await chooseSample(page, 'default');
  await expect.poll(() => notes.count()).toBe(0);
});

it('keeps what is in the slots of a sample when it is saved under another name', async () => {
  const { board } = await boardWithNotes();
  const page = await previewOf(board);
  await firstFrame(page).locator('h2').waitFor();
  await chooseSample(page, 'two');
  await page.locator('km-form').getByRole('textbox', { name: 'heading' }).fill('Both');
  await page.locator('.save input').fill('both');
  await page.getByRole('button', { name: 'Save sample' }).click();
  await expect.poll(() => page.locator('.said').textContent()).toBe('Saved to samples/both.json');
  const saved = JSON.parse(readFileSync(join(board, 'samples/both.json'), 'utf8'));
  expect(saved.values).toEqual({ heading: 'Both' });
  expect(saved.slots.notes).toHaveLength(2);
});
