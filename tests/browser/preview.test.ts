import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { Frame, Page } from 'playwright-core';
import { describe, expect, it, onTestFinished } from 'vitest';
import { writeMould } from '../../src/node/files/mould-folder.ts';
import { startPreview } from '../../src/node/preview/start-preview.ts';
import { withBrowser } from '../support/browser.ts';
import { folderWithRail } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';

const { browser } = withBrowser();

async function previewOf(folder: string) {
  const preview = await startPreview([folder]);
  onTestFinished(() => preview.close());
  const context = await browser().newContext({ viewport: { width: 1280, height: 800 } });
  onTestFinished(() => context.close());
  const page = await context.newPage();
  await page.goto(preview.url);
  return { page, preview };
}

/** The frames that things run in, those of casts and those of pastes. */
function innerFrames(page: Page): Frame[] {
  return page.frames().filter((one) => one.parentFrame()?.parentFrame());
}

const inEvery = (page: Page, read: () => unknown) => () =>
  Promise.all(innerFrames(page).map((frame) => frame.evaluate(read).catch(() => 'not yet')));

/** How wide the frames are; they load in any order. */
const widthsOf = (page: Page) => async () =>
  (await inEvery(page, () => innerWidth)()).map(Number).sort((a, b) => a - b);

const choose = (page: Page, name: string, label: string) =>
  page.locator('km-preview').getByRole('combobox', { name, exact: true }).selectOption({ label });

async function folderOf(parts: Parameters<typeof mouldOf>[0]): Promise<string> {
  const folder = join(folderWithRail(), 'board');
  await writeMould(folder, mouldOf(parts));
  return folder;
}

it('shows live frames at the widths of the mould, and follows what is saved', async () => {
  const folder = join(folderWithRail(), 'notice-rail');
  const { page } = await previewOf(folder);
  const heading = () => document.querySelector('h2')?.textContent;
  await expect.poll(inEvery(page, heading)).toEqual(Array(3).fill('Trams today'));
  expect(await widthsOf(page)()).toEqual([360, 768, 1280]);
  await page.waitForTimeout(1200);
  const badges = await page.locator('km-preview .badge').allTextContents();
  expect(badges).toEqual(Array(3).fill('✓ no faults'));

  const template = join(folder, 'template.html');
  const sound = readFileSync(template, 'utf8');
  writeFileSync(template, sound.replace('{~heading~}', 'Ran: {~heading~}'));
  await expect.poll(inEvery(page, heading)).toEqual(Array(3).fill('Ran: Trams today'));

  writeFileSync(template, sound.replace('{~heading~}', '{~hedaing~}'));
  const problems = page.locator('#problems');
  await expect.poll(() => problems.textContent()).toContain('Did you mean heading?');
  expect(await problems.textContent()).toContain('template.html:5:29');
  expect(await page.locator('#status').textContent()).toContain('cannot be cast');
  expect(await inEvery(page, heading)()).toEqual(Array(3).fill('Ran: Trams today'));

  writeFileSync(join(folder, 'mould.json'), '{ "format": 1, }');
  await expect.poll(() => problems.textContent()).toContain('This is not valid JSON');
}, 60_000);

it('of a mould that is broken from the start says so, and shows it once it is mended', async () => {
  const folder = join(folderWithRail(), 'notice-rail');
  const path = join(folder, 'mould.json');
  const sound = readFileSync(path, 'utf8');
  writeFileSync(path, sound.replace('"color"', '"colour"'));
  const { page } = await previewOf(folder);
  await expect.poll(() => page.locator('#problems').textContent()).toContain('Did you mean color?');
  expect(innerFrames(page)).toEqual([]);
  writeFileSync(path, sound.replace('[360, 768, 1280]', '[400]'));
  await expect.poll(inEvery(page, () => innerWidth)).toEqual([400]);
  await expect.poll(() => page.locator('#problems').textContent()).toBe('');
});

describe('what was pasted', () => {
  const escapes = `
    const say = (name, run) => { try { run(); } catch {} };
    const there = 'THERE';
    say('image', () => { new Image().src = there + 'image'; });
    say('fetch', () => fetch(there + 'fetch').catch(() => {}));
    say('beacon', () => navigator.sendBeacon(there + 'beacon', 'x'));
    say('socket', () => new WebSocket(there.replace('http', 'ws') + 'socket'));
    say('events', () => new EventSource(there + 'events'));
    say('script', () => { const s = document.createElement('script'); s.src = there + 'script'; mould.root.append(s); });
    say('style', () => { const l = document.createElement('link'); l.rel = 'stylesheet'; l.href = there + 'style'; mould.root.append(l); });
    say('frame', () => { const f = document.createElement('iframe'); f.src = there + 'frame'; mould.root.append(f); });
    say('inner', () => { const f = document.createElement('iframe'); f.srcdoc = '<img src="' + there + 'inner">'; mould.root.append(f); });
    say('form', () => { const f = document.createElement('form'); f.action = there + 'form'; mould.root.append(f); f.submit(); HTMLFormElement.prototype.submit.call(f); });
    say('window', () => open(there + 'window'));
    say('top', () => { window.top.location = there + 'top'; });
    say('up', () => { window.parent.parent.document.title = 'taken'; });
    say('kept', () => { localStorage.setItem('x', 'kept'); document.cookie = 'x=kept'; });
    say('import', () => import(there + 'import').catch(() => {}));
    document.querySelector('p').onclick = () => { location.href = there + 'self'; };
    document.querySelector('p').textContent = localStorage.getItem('x') + document.cookie;`;

  it('reaches nothing, and leaves the page and its storage as they were', async () => {
    const asked: string[] = [];
    const server = createServer(({ url }, response) => {
      asked.push(url ?? '');
      response.setHeader('access-control-allow-origin', '*');
      response.end('');
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', () => done()));
    onTestFinished(() => void server.close());
    const there = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
    const folder = await folderOf({
      template: `<section><p>x</p><img src="${there}picture" width="90" height="40"></section>`,
      style: `section { background: url(${there}ground) }`,
      script: escapes.replace('THERE', there),
    });
    const { page } = await previewOf(folder);
    const shown = () => document.querySelector('p')?.textContent;
    await expect.poll(inEvery(page, shown)).toContain('keptx=kept');
    // Only when asked, so that all else has been done by then.
    await inEvery(page, () => document.querySelector<HTMLElement>('[data-cast] p')?.click())();
    await page.waitForTimeout(1500);
    expect(asked).toEqual([]);
    expect(await page.title()).toBe('board – preview');
    const kept = await page.evaluate(() => [localStorage.length, document.cookie]);
    expect(kept).toEqual([0, '']);
    const notes = page.locator('km-preview details.below').first();
    await notes.locator('summary').click();
    expect(await notes.textContent()).toContain(`Not loaded: ${there}picture`);
    expect(await notes.textContent()).toContain(`Not loaded: ${there}fetch`);
    expect(await notes.textContent()).toContain('tried to leave the page');
  });

  it('reaches what the mould declares, and shows the name of what it does not', async () => {
    const asked: string[] = [];
    const server = createServer(({ url }, response) => {
      asked.push(url ?? '');
      response.setHeader('content-type', 'image/svg+xml');
      response.end('<svg xmlns="http://www.w3.org/2000/svg" width="31" height="7"/>');
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', () => done()));
    onTestFinished(() => void server.close());
    const there = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const folder = await folderOf({
      reaches: [`${there}/anything`],
      template: `<p><img src="${there}/tile.svg"><img src="http://maps.example/a.png" width="80" height="20"></p>`,
    });
    const { page } = await previewOf(folder);
    const seen = () =>
      [...document.images].map((one) => `${one.src.slice(0, 5)} ${one.naturalWidth}`).join();
    await expect.poll(inEvery(page, seen)).toEqual(Array(3).fill('http: 31,data: 80'));
    expect(new Set(asked)).toEqual(new Set(['/tile.svg']));
  });
});

it('shows states, schemes, copies, hosts and what is hidden, each as it is chosen', async () => {
  const folder = await folderOf({
    template: '<nav><a href="/x">x</a><b hidden>secret</b><i>i</i></nav>',
    style: `a:hover { color: rgb(1, 1, 1) } a:focus { color: rgb(2, 2, 2) } a:visited { color: rgb(3, 3, 3) }
@media (prefers-color-scheme: dark) { i { color: rgb(4, 4, 4) } }
@media (prefers-reduced-motion: reduce) { i { opacity: 0.5 } }`,
    script: `document.querySelector('i').title = matchMedia('(prefers-color-scheme: dark)').matches;`,
  });
  const { page } = await previewOf(folder);
  const link = () => getComputedStyle(document.querySelector('[data-cast] a') as Element).color;
  await expect.poll(() => innerFrames(page).length).toBe(3);
  await page.getByText('View options', { exact: true }).click();
  for (const [state, colour] of [
    ['Hovered', 'rgb(1, 1, 1)'],
    ['Focused', 'rgb(2, 2, 2)'],
    ['Visited', 'rgb(3, 3, 3)'],
  ] as const) {
    await choose(page, 'State', state);
    await expect.poll(inEvery(page, link)).toEqual(Array(3).fill(colour));
  }
  await page.getByLabel('Dark scheme').check();
  await page.getByLabel('Reduced motion').check();
  await page.getByLabel('Right to left').check();
  await page.getByText('Hidden parts', { exact: true }).click();
  await page.getByLabel('Show all hidden parts').check();
  const look = () => {
    const i = document.querySelector('[data-cast] i') as HTMLElement;
    const { color, opacity } = getComputedStyle(i);
    const b = document.querySelector('[data-cast] b') as HTMLElement;
    return [color, opacity, i.title, b.offsetWidth > 0, document.documentElement.dir].join(' ');
  };
  await expect.poll(inEvery(page, look)).toEqual(Array(3).fill('rgb(4, 4, 4) 0.5 true true rtl'));
  await page.getByLabel('Show all hidden parts').uncheck();
  await expect.poll(inEvery(page, look)).toEqual(Array(3).fill('rgb(4, 4, 4) 0.5 true false rtl'));
  await page.getByText('View options', { exact: true }).click();
  await page.getByRole('spinbutton', { name: 'Number of copies' }).fill('4');
  await page.keyboard.press('Enter');
  await page.getByRole('spinbutton', { name: 'Columns of copies' }).fill('2');
  await page.keyboard.press('Enter');
  await choose(page, 'Host page', 'A narrow column');
  const placed = () => {
    const roots = [...document.querySelectorAll('[data-cast]')];
    const lefts = new Set(roots.map((one) => Math.round(one.getBoundingClientRect().left)));
    return `${roots.length} in ${lefts.size}, ${document.querySelector('h1')?.textContent}`;
  };
  await expect.poll(inEvery(page, placed)).toEqual(Array(3).fill('4 in 2, Depot open day'));
});

it('keeps scroll and what was typed where a change starts a cast afresh', async () => {
  const folder = await folderOf({
    fields: {
      heading: { type: 'string', default: 'Trams' },
      tint: { kind: 'color', default: 'red' },
    },
    template:
      '<section><h2>{~heading~}</h2><input><details><summary>s</summary>d</details><div class="box"><p>long</p></div></section>',
    style: '.box { height: 40px; overflow: auto; color: var(--tint) } .box p { height: 400px }',
  });
  const { page } = await previewOf(folder);
  await expect.poll(() => innerFrames(page).length).toBe(3);
  const [frame] = innerFrames(page) as [Frame];
  await expect
    .poll(() => frame.evaluate(() => document.querySelectorAll('[data-cast]').length))
    .toBe(1);
  const root = await frame.evaluateHandle(() => {
    (document.querySelector('[data-cast] input') as HTMLInputElement).value = 'typed';
    (document.querySelector('details') as HTMLDetailsElement).open = true;
    (document.querySelector('.box') as HTMLElement).scrollTop = 33;
    return document.querySelector('[data-cast]') as Element;
  });
  const state = () => {
    const { value } = document.querySelector('[data-cast] input') as HTMLInputElement;
    const { scrollTop } = document.querySelector('.box') as HTMLElement;
    return [value, document.querySelector('details')?.open, scrollTop].join();
  };
  await page.locator('km-form .color input[type=text]').fill('blue');
  await expect
    .poll(() =>
      frame.evaluate(() => getComputedStyle(document.querySelector('.box') as Element).color),
    )
    .toBe('rgb(0, 0, 255)');
  expect(await root.evaluate((one) => one.isConnected)).toBe(true);
  await page.locator('[id="field-heading"]').fill('Cars');
  await expect
    .poll(() => frame.evaluate(() => document.querySelector('h2')?.textContent))
    .toBe('Cars');
  expect(await frame.evaluate(state)).toBe('typed,true,33');
  expect(await page.evaluate(() => sessionStorage.length)).toBe(1);
  await page.reload();
  await expect
    .poll(inEvery(page, () => document.querySelector('h2')?.textContent))
    .toEqual(Array(3).fill('Cars'));
});

it('any width can be added, typed, dragged and taken away; the paste stands beside each', async () => {
  const { page } = await previewOf(join(folderWithRail(), 'notice-rail'));
  const widths = widthsOf(page);
  await expect.poll(widths).toEqual([360, 768, 1280]);
  await page.getByText('View options', { exact: true }).click();
  await choose(page, 'Layout', 'Side by side');
  await page.getByRole('spinbutton', { name: 'Add width' }).fill('500');
  await page.keyboard.press('Enter');
  await expect.poll(widths).toEqual([360, 500, 768, 1280]);
  await page.getByRole('button', { name: 'Remove 768 px' }).click();
  await page.getByRole('spinbutton', { name: 'Viewport 1, width in px' }).fill('400');
  await page.keyboard.press('Enter');
  await expect.poll(widths).toEqual([400, 500, 1280]);
  await page.getByRole('separator', { name: 'Width of viewport 3' }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(widths).toEqual([400, 550, 1280]);
  await page.getByText('View options', { exact: true }).click();
  await page.getByLabel('Original').check();
  const headings = () =>
    `${document.querySelectorAll('[data-cast]').length} ${document.querySelector('h2')?.textContent}`;
  const both = ['1 Trams today', expect.stringMatching(/^0 /)];
  await expect
    .poll(async () => (await inEvery(page, headings)()).sort().reverse())
    .toEqual([...Array(3).fill(both[0]), ...Array(3).fill(both[1])]);
});

describe('the server', () => {
  const ask = (
    port: string,
    how: { path: string; method?: string; headers?: Record<string, string> },
  ) =>
    new Promise<number | undefined>((resolve, reject) => {
      const asked = request({ host: '127.0.0.1', port, agent: false, ...how }, (answer) => {
        answer.resume();
        resolve(answer.statusCode);
      });
      asked.on('error', reject);
      asked.end(how.method === 'PUT' ? '{}' : undefined);
    });

  it('answers this machine only, and writes for its own page only', async () => {
    const folder = join(folderWithRail(), 'notice-rail');
    const preview = await startPreview([folder]);
    onTestFinished(() => preview.close());
    const { port } = new URL(preview.url);
    expect(await ask(port, { path: '/', headers: { host: 'tram.example' } })).toBe(403);
    const path = '/notice-rail/samples/tried';
    expect(await ask(port, { path, method: 'PUT' })).toBe(403);
    expect(await ask(port, { path, method: 'PUT', headers: { 'x-token': 'guessed' } })).toBe(403);
    expect(await ask(port, { path: '/notice-rail/files/..%2Fmould.json' })).toBe(404);
    rmSync(folder, { recursive: true });
  });
});

it('of fifty fields in six sections each is found and changed within three actions', async () => {
  const names = Array.from({ length: 50 }, (_, at) => `field${at}`);
  const fields = Object.fromEntries(
    names.map((name, at) => [
      name,
      { type: 'string', title: `Setting ${at}`, default: '', section: `Part ${at % 6}` },
    ]),
  );
  const folder = await folderOf({
    fields,
    template: `<p>${names.map((name) => `{~${name}~}`).join('')}</p>`,
  });
  const { page } = await previewOf(folder);
  await expect.poll(() => innerFrames(page).length).toBe(3);
  const form = page.locator('km-form');
  for (const [at, name] of names.entries()) {
    const control = form.locator(`[id="field-${name}"]`);
    const isFolded = (await control.count()) === 0;
    // Unfold, then type: by turns, as one would who knows the section and as one who does not.
    if (isFolded && at % 2 === 0)
      await form.getByRole('button', { name: `Part ${at % 6}` }).click();
    else if (isFolded) await form.getByRole('searchbox').fill(`Setting ${at}`);
    await control.fill('x');
    if (isFolded && at % 2 === 1) await form.getByRole('searchbox').fill('');
  }
  await expect
    .poll(inEvery(page, () => document.querySelector('p')?.textContent))
    .toEqual(Array(3).fill('x'.repeat(50)));
});
