import { readFileSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { expect, it, onTestFinished } from 'vitest';
import { startPreview } from '../../src/node/preview/start-preview.ts';
import { withBrowser } from '../support/browser.ts';
import { folderWithRail } from '../support/command.ts';

const { browser } = withBrowser();

async function previewOf(folder: string) {
  const preview = await startPreview([folder]);
  onTestFinished(() => preview.close());
  const page = await browser().newPage();
  await page.goto(preview.url);
  return { page, preview };
}

it('shows live frames at the widths of the mould, and follows what is saved', async () => {
  const folder = join(folderWithRail(), 'notice-rail');
  const { page } = await previewOf(folder);
  const frames = page.locator('iframe');
  expect(
    await frames.evaluateAll((all) => all.map((one) => (one as HTMLElement).style.width)),
  ).toEqual([...['360px', '768px', '1280px']]);
  const heading = page.frameLocator('iframe').first().locator('h2');
  await expect.poll(() => heading.textContent()).toBe('Trams today');

  const template = join(folder, 'template.html');
  const sound = readFileSync(template, 'utf8');
  writeFileSync(template, sound.replace('{~heading~}', 'Ran: {~heading~}'));
  await expect.poll(() => heading.textContent()).toBe('Ran: Trams today');

  writeFileSync(template, sound.replace('{~heading~}', '{~hedaing~}'));
  const problems = page.locator('#problems');
  await expect.poll(() => problems.textContent()).toContain('Did you mean heading?');
  expect(await problems.textContent()).toContain('template.html:5:29');
  expect(await page.locator('#status').textContent()).toContain('cannot be cast');
  expect(await heading.textContent()).toBe('Ran: Trams today');

  writeFileSync(join(folder, 'mould.json'), '{ "format": 1, }');
  await expect.poll(() => problems.textContent()).toContain('This is not JSON');
}, 60_000);

it('of a mould that is broken from the start says so, and shows it once it is mended', async () => {
  const folder = join(folderWithRail(), 'notice-rail');
  const path = join(folder, 'mould.json');
  const sound = readFileSync(path, 'utf8');
  writeFileSync(path, sound.replace('"color"', '"colour"'));
  const { page } = await previewOf(folder);
  await expect.poll(() => page.locator('#problems').textContent()).toContain('Did you mean color?');
  expect(await page.locator('iframe').count()).toBe(0);
  writeFileSync(path, sound.replace('[360, 768, 1280]', '[400]'));
  await expect.poll(() => page.locator('iframe').count()).toBe(1);
  await expect.poll(() => page.locator('#problems').isHidden()).toBe(true);
});

it('answers this machine only', async () => {
  const { preview } = await previewOf(join(folderWithRail(), 'notice-rail'));
  const { port } = new URL(preview.url);
  const status = await new Promise((resolve, reject) => {
    const headers = { host: 'tram.example' };
    const asked = request({ host: '127.0.0.1', port, path: '/', headers }, (answer) => {
      answer.resume();
      resolve(answer.statusCode);
    });
    asked.on('error', reject);
    asked.end();
  });
  expect(status).toBe(403);
});
