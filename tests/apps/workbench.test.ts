import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { packMould } from '../../src/core/pack/pack-mould.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { demo } from '../support/command.ts';
import {
  framed,
  go,
  pasteIn,
  said,
  snippet,
  violations,
  withWorkbench,
} from '../support/workbench.ts';

const { opened, pageOf } = withWorkbench();

describe('the workbench', () => {
  it('takes a paste, makes fields, fills them and gives a block that works in a page of somebody’s', async () => {
    const page = await opened();
    await pasteIn(page, snippet);
    await expect
      .poll(() =>
        framed(page)
          .frameLocator('iframe:not(.next)')
          .locator('h3')
          .count()
          .catch(() => 0),
      )
      .toBe(1);
    await go(page, 'Fields');
    await page.getByRole('button', { name: /^Take \d+ recommended$/ }).click();
    await expect.poll(() => said(page)).toMatch(/^\d+ fields made\.$/);
    await go(page, 'Try');
    const heading = page.locator('km-form').getByLabel('Heading', { exact: true });
    await heading.fill('Weir Bridge');
    await go(page, 'Get the code');
    await page.getByRole('button', { name: 'Copy: Where the widget goes' }).click();
    await expect.poll(() => said(page)).toBe('Where the widget goes: copied.');
    const code = await page.evaluate(() => navigator.clipboard.readText());
    const host = await pageOf(
      `<style>h3 { color: red } .stop { background: pink }</style><h3>Host</h3>${code}${code}`,
    );
    expect(await host.locator('h3').allTextContents()).toEqual([
      'Host',
      'Weir Bridge',
      'Weir Bridge',
    ]);
    await host.locator('button').nth(1).click();
    expect(await host.getByText('Request stop').nth(1).isVisible()).toBe(true);
    expect(await host.getByText('Request stop').nth(0).isVisible()).toBe(false);
    const colour = host.locator('h3').nth(1);
    expect(await colour.evaluate((one) => getComputedStyle(one).color)).toBe('rgb(255, 210, 122)');
    expect([page.complaints, host.complaints]).toEqual([[], []]);
  });

  it('loses nothing by a reload, and undoes and redoes all of it', async () => {
    const page = await opened();
    await pasteIn(page, snippet);
    await go(page, 'Fields');
    await page.getByRole('button', { name: /recommended$/ }).click();
    const fields = page.locator('.fields > li');
    await expect.poll(() => fields.count()).toBeGreaterThan(3);
    const count = await fields.count();
    await page.waitForTimeout(300);
    await page.reload();
    await expect.poll(() => fields.count()).toBe(count);
    await page
      .getByRole('button', { name: 'Remove Heading, and restore the original code' })
      .click();
    await expect.poll(() => fields.count()).toBe(count - 1);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => fields.count()).toBe(count);
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect.poll(() => fields.count()).toBe(count - 1);
    await go(page, 'Paste');
    await pasteIn(page, snippet.replace('Quarry End', 'Depot Gate'));
    await go(page, 'Fields');
    await expect.poll(() => fields.count()).toBe(count - 1);
  });

  it('says in one sentence what keeps a paste from being taken, keeps it, and keeps the last good one in sight', async () => {
    const page = await opened();
    await pasteIn(page, `${snippet}<style>body { margin: 0; height: 100% }</style>`);
    await expect
      .poll(() => page.locator('.findings').textContent())
      .toContain('for the page itself were left out');
    await pasteIn(
      page,
      'import React from "react";\nexport const Stop = () => <div className="stop">Quarry End</div>;',
    );
    await expect.poll(() => page.locator('.findings li.error').count()).toBe(1);
    expect(await framed(page).frameLocator('iframe:not(.next)').locator('h3').textContent()).toBe(
      'Quarry End',
    );
    await page.waitForTimeout(300);
    await page.reload();
    await expect
      .poll(() => page.locator('.cm-content').first().textContent())
      .toContain('className');
    await pasteIn(page, '<p class=“stop”>Curly</p>');
    await page.getByRole('button', { name: /^Fix/ }).click();
    await expect.poll(() => said(page)).toMatch(/\d fixed\./);
  });

  it('is out of reach for what is pasted', async () => {
    const page = await opened();
    await pasteIn(
      page,
      `<p>Rude</p><script>for (const reach of [() => { top.document.title = 'rude' }, () => parent.parent.document.body.remove(), () => indexedDB.deleteDatabase('keyval-store'), () => top.location.replace('about:blank')]) try { reach() } catch {}
document.addEventListener('keydown', () => { throw 1 });</script>`,
    );
    await expect
      .poll(() =>
        framed(page)
          .frameLocator('iframe:not(.next)')
          .locator('p')
          .count()
          .catch(() => 0),
      )
      .toBe(1);
    await page.waitForTimeout(400);
    expect(await page.title()).toBe('Pasted widget – workbench');
    expect(page.url()).toBe('http://localhost:4179/');
    await go(page, 'Fields');
    await expect.poll(() => page.locator('.spots > li').count()).toBeGreaterThan(0);
  });

  it('opens a colleague’s pack, keeps it on the rack, finds it there, and begins another from it', async () => {
    const page = await opened();
    const { mould } = await readMould(join(demo, 'moulds/call-out'));
    const file = {
      name: 'call-out.zip',
      mimeType: 'application/zip',
      buffer: Buffer.from(packMould(mould)),
    };
    await page.locator('input[type=file]').setInputFiles(file);
    await expect.poll(() => page.locator('km-form').count()).toBe(1);
    await go(page, 'Get the code');
    await page.getByRole('button', { name: 'Add to the rack' }).click();
    await expect.poll(() => said(page)).toBe('Call-out 1.0.0 was added to the rack.');
    await page.getByLabel('Title').fill('Loud call-out');
    await page.getByLabel('Title').blur();
    await page.getByRole('button', { name: 'Add to the rack' }).click();
    await expect.poll(() => said(page)).toBe('Loud call-out 1.0.1 was added to the rack.');
    await page.reload();
    await page.getByRole('button', { name: 'Rack', exact: true }).click();
    const entries = page.locator('.rack > li');
    await expect.poll(() => entries.count()).toBe(2);
    await page.getByRole('searchbox', { name: 'Search' }).fill('loud notices');
    expect(await entries.count()).toBe(1);
    await page.getByRole('button', { name: /^Compare: Loud call-out 1\.0\.1/ }).click();
    expect(await page.locator('.compared').textContent()).toContain('the same in both');
    await page.getByRole('button', { name: 'Start new from: Loud call-out 1.0.1' }).click();
    await go(page, 'Get the code');
    expect(await page.getByLabel('Title').inputValue()).toBe('Loud call-out 2');
    const bad = { name: 'bad.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') };
    await go(page, 'Paste');
    await page.locator('input[type=file]').setInputFiles(bad);
    await expect.poll(() => said(page)).toContain('it is not a zip file');
    expect(page.complaints).toEqual([]);
  });

  it('begins anew with a paste in which no field has a place, keeps a title that was given, and empties the bench', async () => {
    const page = await opened();
    await pasteIn(page, snippet);
    await go(page, 'Get the code');
    expect(await page.getByLabel('Title').inputValue()).toBe('Stop');
    await page.getByLabel('Title').fill('A stop of ours');
    await page.getByLabel('Title').blur();
    await go(page, 'Paste');
    await pasteIn(page, snippet.replace('Quarry End', 'Depot Gate'));
    await expect.poll(() => page.title()).toBe('A stop of ours – workbench');
    await go(page, 'Fields');
    await page.getByRole('button', { name: /recommended$/ }).click();
    await go(page, 'Paste');
    await pasteIn(page, '<ul class="fare-list"><li>Adult</li><li>Child</li></ul>');
    await expect.poll(() => page.title()).toBe('Fare list – workbench');
    await go(page, 'Fields');
    await expect.poll(() => page.locator('#own-fields').textContent()).toBe('No fields yet');
    await page.getByRole('button', { name: 'New' }).click();
    expect(await page.locator('km-preview').count()).toBe(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => page.title()).toBe('Fare list – workbench');
  });

  it('takes files that are dropped, each into the pane of its language', async () => {
    const page = await opened();
    const dropped = await page.evaluateHandle(() => {
      const all = new DataTransfer();
      all.items.add(new File(['<p class="halt">Orchard Halt</p>'], 'halt.html'));
      all.items.add(new File(['.halt { color: rgb(1, 2, 3) }'], 'halt.css'));
      return all;
    });
    await page.dispatchEvent('main', 'drop', { dataTransfer: dropped });
    const halt = framed(page).frameLocator('iframe:not(.next)').locator('.halt');
    await expect
      .poll(() => halt.evaluate((one) => getComputedStyle(one).color).catch(() => ''))
      .toBe('rgb(1, 2, 3)');
    expect(await page.locator('.pane').count()).toBe(3);
    const none = await page.evaluateHandle(() => {
      const all = new DataTransfer();
      all.items.add(new File(['x'], 'notes.docx'));
      return all;
    });
    await page.dispatchEvent('main', 'drop', { dataTransfer: none });
    await expect.poll(() => said(page)).toContain('None of these files is HTML');
  });

  it('tidies a paste on request, and opens an example from its shelf', async () => {
    const page = await opened();
    await pasteIn(page, snippet);
    await page.getByRole('button', { name: 'Format' }).click();
    await expect.poll(() => said(page)).toBe('Formatted. Use Undo to get the original back.');
    await expect.poll(() => page.locator('.panes .cm-line').count()).toBeGreaterThan(10);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => page.locator('.panes .cm-line').count()).toBe(3);
    await page.getByRole('button', { name: 'Rack', exact: true }).click();
    await page.getByText('Examples', { exact: true }).click();
    await page.getByRole('button', { name: 'Open the example Then and now' }).click();
    const now = framed(page).frameLocator('iframe:not(.next)').locator('.compare__now');
    await expect
      .poll(() => now.evaluate((one) => getComputedStyle(one).backgroundImage).catch(() => ''))
      .toMatch(/^url\("(?:blob|data):/);
    expect(page.complaints).toEqual([]);
  });

  it('is walked by keyboard alone, from a ready snippet to the code', async () => {
    const page = await opened();
    const tabTo = async (name: RegExp) => {
      for (let at = 0; at < 80; at += 1) {
        await page.keyboard.press('Tab');
        const label = await page.evaluate(() => {
          const one = document.activeElement;
          return (
            one?.getAttribute('aria-label') ??
            one?.closest('label')?.textContent ??
            one?.textContent ??
            ''
          );
        });
        if (name.test(label)) return;
      }
      throw new Error(`No Tab leads to ${name}`);
    };
    await tabTo(/Try an example/);
    await page.keyboard.type('Ticket');
    await page.keyboard.press('Tab');
    await expect.poll(() => page.locator('.findings').count()).toBe(1);
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await tabTo(/Fields$/);
    await page.keyboard.press('Enter');
    await tabTo(/recommended$/);
    await page.keyboard.press('Space');
    await expect.poll(() => said(page)).toMatch(/fields made/);
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await tabTo(/Get the code$/);
    await page.keyboard.press('Enter');
    await tabTo(/^Copy/);
    await page.keyboard.press('Enter');
    await expect.poll(() => said(page)).toContain('copied');
  });

  it.each([
    ['light', { width: 1280, height: 800 }, undefined],
    // What a scheme changes is colours.
    ['dark', { width: 820, height: 1180 }, ['color-contrast']],
  ] as const)(
    'has no fault by the accessibility engine on any step: %s',
    async (colorScheme, viewport, rules) => {
      const page = await opened({ colorScheme, viewport });
      const faults = () => violations(page, rules);
      expect(['empty', await faults()]).toEqual(['empty', []]);
      await pasteIn(page, snippet);
      await expect.poll(() => page.locator('km-preview').count()).toBe(1);
      expect(['paste', await faults()]).toEqual(['paste', []]);
      await go(page, 'Fields');
      await page.getByRole('button', { name: /recommended$/ }).click();
      await page.locator('.fields .name').first().click();
      await page.getByText('Select a place in the code yourself').click();
      await page.locator('.code .cm-line').first().click();
      await page
        .getByRole('button', { name: /^Show: / })
        .first()
        .click();
      expect(['fields', await faults()]).toEqual(['fields', []]);
      for (const step of ['Try', 'Get the code']) {
        await go(page, step);
        await page.waitForTimeout(600);
        expect([step, await faults()]).toEqual([step, []]);
      }
      await page.getByRole('button', { name: 'Add to the rack' }).click();
      await page.getByRole('button', { name: 'Rack', exact: true }).click();
      await page.getByText('Examples', { exact: true }).click();
      await page.locator('.examples li').first().waitFor();
      expect(['rack', await faults()]).toEqual(['rack', []]);
      await page.context().close();
    },
  );

  it('is built on the public entry points alone, as the museum is', () => {
    const examples = fileURLToPath(new URL('../../examples/', import.meta.url));
    const files = readdirSync(examples, { recursive: true, encoding: 'utf8' }).filter((path) =>
      /\.(?:ts|js)$/.test(path),
    );
    const imports = files.flatMap((path) =>
      [...readFileSync(join(examples, path), 'utf8').matchAll(/(?:from|import\() ?'([^']+)'/g)].map(
        ([, from = '']) => from,
      ),
    );
    const ours = new Set(imports.filter((one) => /^keen-mould|\.\.\/\.\.\/(?:src|dist)/.test(one)));
    const { exports: entries } = JSON.parse(
      readFileSync(join(examples, '../package.json'), 'utf8'),
    );
    expect(ours.size).toBeGreaterThan(3);
    for (const one of ours) expect(entries).toHaveProperty([one.replace('keen-mould', '.')]);
  });
});
