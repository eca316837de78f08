import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { proof } from '../../src/node/proof/proof.ts';
import { withBrowser } from '../support/browser.ts';
import { demo, folderWith, keenMould } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';
import { differing } from '../support/pictures.ts';
import { shotOf } from '../support/shots.ts';

const { browser } = withBrowser();

function shot(html: string, width = 360, how: Parameters<typeof shotOf>[2] = {}) {
  const document = `<!doctype html><style>body { margin: 0 }</style><div data-cast="c">${html}</div>`;
  return shotOf(browser(), document, { width, ...how });
}

describe('what overflows to the right is found, and nothing else', () => {
  const wide = 'width: 400px; height: 20px';
  const cases: [name: string, html: string, found: string[]][] = [
    ['a wide box', `<p style="${wide}">a</p>`, ['div > p 40']],
    [
      'only the first of boxes in boxes',
      `<p class="w" style="${wide}"><b style="display: block; ${wide}">a</b></p>`,
      ['div > p.w 40'],
    ],
    [
      'what reaches further than the wide box around it',
      `<div class="w" style="${wide}"><i style="display: block; width: 450px">a</i></div>`,
      ['div > div.w 40', 'div > div.w > i 90'],
    ],
    [
      'words that may not break',
      '<p style="white-space: nowrap; font: 20px monospace">Brindle Vale Tramway departures</p>',
      // How wide letters are depends on the fonts of the machine.
      [expect.stringMatching(/^div > p 1[1-5]$/)],
    ],
    [
      'a box moved aside',
      '<b style="position: absolute; left: 350px; width: 20px">a</b>',
      ['div > b 10'],
    ],
    [
      'a fixed box inside a clipped one',
      `<p style="overflow: hidden"><b style="position: fixed; ${wide}">a</b></p>`,
      ['div > p > b 40'],
    ],
    [
      'an absolute box that its clipped parent does not hold',
      `<p style="overflow: hidden; height: 9px"><b style="position: absolute; ${wide}">a</b></p>`,
      ['div > p > b 40'],
    ],
    ['the second of two alike', `<p>a</p><p style="${wide}">a</p>`, ['div > p:nth-child(2) 40']],
    [
      'a clipped box',
      `<p style="overflow: hidden"><b style="display: block; ${wide}">a</b></p>`,
      [],
    ],
    [
      'a box that scrolls',
      `<p style="overflow-x: auto"><b style="display: block; ${wide}">a</b></p>`,
      [],
    ],
    ['a hidden box', `<p style="visibility: hidden; ${wide}">a</p>`, []],
    ['a box that fits', '<p style="width: 360px">a</p>', []],
    ['less than a pixel', '<p style="width: 360.4px">a</p>', []],
  ];
  it('in one page, each case in a place of its own', async () => {
    const html = cases.map(
      ([, one], at) => `<div id="case-${at}" style="position: relative">${one}</div>`,
    );
    const { overflow } = await shot(html.join(''));
    for (const [at, [name, , found]] of cases.entries()) {
      const own = overflow.filter(({ selector }) => selector.startsWith(`#case-${at} > `));
      const told = own.map(
        ({ selector, by }) => `${selector.replace(/^#case-\d+ > /, 'div > ')} ${by}`,
      );
      expect([name, told]).toEqual([name, found]);
    }
  });
});

it('what is as it should be is no fault, though it looks like one', async () => {
  const words = 'Trams to Quarry End every half hour until dusk';
  const box = 'width: 90px; font-size: 16px; white-space: nowrap; overflow: hidden';
  const harmless: Readonly<Record<string, string>> = {
    ellipsis: `<p style="${box}; text-overflow: ellipsis">${words}</p>`,
    'a number of lines': `<p style="width: 90px; overflow: hidden; display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2">${words}</p>`,
    'what scrolls': `<p style="${box}; overflow-x: auto">${words}</p>`,
    'what is closed': `<div style="height: 0; overflow: hidden"><p>${words}</p></div>`,
    'what is for screen readers': `<p style="position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%)">${words}</p>`,
    'a strip of cards': `<div style="overflow: hidden; width: 200px"><ul style="display: flex; width: 600px; padding: 0; margin: 0">${'<li style="flex: 0 0 150px">Weir Lane and Mill</li>'.repeat(4)}</ul></div>`,
    'what moves': `<style>@keyframes run { to { transform: translateX(-80px) } }</style><p style="${box}"><span style="display: inline-block; animation: run 9s linear infinite">${words}</span></p>`,
    'words on a picture': `<div style="position: relative; width: 200px; height: 60px"><img src="assets/a.svg" alt="Tram" width="200" height="60"><b style="position: absolute; left: 4px; top: 4px">Tram 7</b></div>`,
    'what lies under a card': `<div style="position: relative; height: 40px"><p style="margin: 0">${words}</p><p style="position: absolute; inset: 0; margin: 0; background: #fff">Closed today, open on Sunday</p></div>`,
    'two faces of which one is seen':
      '<div style="position: relative; height: 30px"><p style="margin: 0">Front</p><p style="position: absolute; inset: 0; margin: 0; opacity: 0">Back of it</p></div>',
    'links in a sentence':
      '<p style="font-size: 14px; line-height: 1.3">See the <a href="/a">map</a>, the <a href="/b">times</a> and the <a href="/c">fares</a>.</p>',
    'a small target far from others':
      '<div style="padding: 30px"><button style="width: 16px; height: 16px; padding: 0; border: 0">?</button></div>',
    'a box with its label':
      '<label style="display: block; padding: 8px 0"><input type="checkbox" style="width: 13px; height: 13px"> Dogs welcome aboard</label>',
    'a picture cut to fit':
      '<img src="assets/a.svg" alt="Tram" style="object-fit: cover; width: 80px; height: 80px">',
    'a picture a little larger': '<img src="assets/dots.png" alt="Dots" width="9" height="9">',
    'small words in a drawing':
      '<svg width="200" height="60" viewBox="0 0 100 30"><text y="20" font-size="6">Depot Gate</text></svg>',
    'what comes late below':
      '<p>Depot</p><div class="late"></div><script>setTimeout(() => { document.querySelector(".late").style.height = "40px" }, 400)</script>',
  };
  const dots = new PNG({ width: 8, height: 8 });
  const files = {
    'assets/a.svg':
      '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="60"><rect width="200" height="60" fill="#ccc"/></svg>',
    'assets/dots.png': new Uint8Array(PNG.sync.write(dots)),
  };
  const html = Object.values(harmless)
    .map((one) => `<div style="margin: 30px 0; font: 16px sans-serif">${one}</div>`)
    .join('');
  const { png: _, height: __, named, ...facts } = await shot(html, 480, { files });
  expect(Object.entries(facts).filter(([, found]) => found.length > 0)).toEqual([]);
});

describe('a picture', () => {
  it('is as wide as the viewport and as high as what is shown', async () => {
    const { png, height } = await shot('<p style="margin: 0; height: 123px">a</p>', 500);
    const { width, height: pixels } = PNG.sync.read(Buffer.from(png));
    expect({ width, pixels, height }).toEqual({ width: 500, pixels: 123, height: 123 });
  });

  it('goes on where a page is longer than the viewport', async () => {
    expect((await shot('<p style="height: 1500px; margin: 0">a</p>')).height).toBe(1500);
  });

  it('is taken two seconds in, on a clock that stands still', async () => {
    const html = `<style>@keyframes k { to { margin-left: 100px } } b { animation: k 4s linear; display: block; width: 9px; height: 9px }</style>
<b>a</b><script>setTimeout(() => { throw new Error('at ' + performance.now() + ' ' + Date.now() + ' ' + Math.random()) }, 1999);
setTimeout(() => { throw new Error('late') }, 2001)</script>`;
    const [one, two] = [await shot(html), await shot(html)];
    expect(one.consoleErrors).toHaveLength(1);
    expect(one.consoleErrors[0]).toMatch(/^Error: at 1999 1780822801999 0\.\d+$/);
    expect(one.consoleErrors).toEqual(two.consoleErrors);
    expect(differing(one.png, two.png)).toBe(0);
  });

  it('never asks elsewhere, and says what it did not fetch', async () => {
    const { failedRequests, consoleErrors } = await shot(
      '<img src="https://pictures.example/tram.png"><img src="assets/none.svg"><script>console.error("oh")</script>',
    );
    expect(failedRequests).toEqual([
      { url: 'https://pictures.example/tram.png', why: 'not loaded: it is on another host' },
      { url: 'assets/none.svg', why: 'the mould has no such file' },
    ]);
    expect(consoleErrors).toEqual(['oh']);
  });

  it("shows the mould's own files", async () => {
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="50" height="70"/>';
    const document =
      '<!doctype html><body style="margin: 0"><img data-cast="c" src="assets/a.svg" style="display: block">';
    const made = await shotOf(browser(), document, { files: { 'assets/a.svg': svg } });
    expect(made).toMatchObject({ height: 70, failedRequests: [] });
  });
});

describe('a proof', () => {
  it('of the notice rail is the same twice, and finds it moving', async () => {
    const { mould } = await readMould(join(demo, 'moulds', 'notice-rail'));
    const folder = folderWith();
    const steps: number[] = [];
    const onProgress = ({ done }: { done: number }) => steps.push(done);
    const widths = [360, 768];
    const one = await proof([{ mould }], { out: join(folder, 'one'), widths, onProgress });
    const two = await proof([{ mould }], { out: join(folder, 'two'), widths });
    expect(steps).toEqual([1, 2]);
    const read = (path: string) => readFileSync(path);
    for (const [index, shot] of one.shots.entries()) {
      expect(differing(read(shot.png), read(two.shots[index]?.png ?? ''))).toBe(0);
    }
    expect(differing(read(one.sheet), read(two.sheet))).toBe(0);
    expect(new Set(one.shots.map(({ overflow }) => overflow.length))).toEqual(new Set([0]));
    // At rest the first tram stands at the left edge; two seconds on it has glided away from it.
    const still = { ...mould, style: `${mould.style}\n.run { animation: none }` };
    const rested = await proof([{ mould: still }], { out: join(folder, 'still'), widths: [360] });
    const moved = differing(read(rested.shots[0]?.png ?? ''), read(one.shots[0]?.png ?? ''));
    expect(moved).toBeGreaterThan(1000);
  });

  it('reports a fault with its element in every output, by width', async () => {
    const folder = folderWith();
    const mould = mouldOf({ template: '<p class="w">a</p>', style: '.w { width: 500px }' });
    const made = await proof([{ mould }], { out: join(folder, 'p'), widths: [360, 600] });
    expect(made.shots.map(({ width, overflow }) => [width, overflow.length])).toEqual([
      [360, 1],
      [600, 0],
    ]);
    expect(made.shots[0]?.overflow[0]).toMatchObject({ selector: 'p.w', by: 140, width: 500 });
    expect(JSON.parse(readFileSync(made.facts, 'utf8'))).toEqual(JSON.parse(JSON.stringify(made)));
    const report = readFileSync(made.report, 'utf8');
    expect(report).toContain('Overflows by 140 px to the right');
    expect(report).toContain('<code>p.w</code> at 360 px');
    expect(report.indexOf('board at 360 px')).toBeLessThan(report.indexOf('board at 600 px'));
  });

  it('gives up on a script without end, in words', async () => {
    const mould = mouldOf({ script: 'for (;;);' });
    const options = { out: join(folderWith(), 'p'), widths: [360] };
    await expect(proof([{ mould }], options)).rejects.toThrow(/No picture of board at 360 px/);
  }, 90_000);

  it('of two casts of one mould keeps both, each in a row of its own', async () => {
    const mould = mouldOf({
      fields: { size: { type: 'integer', unit: 'px', default: 40 } },
      template: '<p class="a">a</p>',
      style: '.a { margin: 0; height: var(--size) }',
    });
    const subjects = [40, 60, 80].map((size) => ({
      mould,
      cast: { values: { size } },
      sample: 'filled',
    }));
    const made = await proof(subjects, { out: join(folderWith(), 'p'), widths: [360] });
    expect(made.shots.map(({ sample, height }) => [sample, height])).toEqual([
      ['filled', 40],
      ['filled-2', 60],
      ['filled-3', 80],
    ]);
    const heights = made.shots.map(({ png }) => PNG.sync.read(readFileSync(png)).height);
    expect(heights).toEqual([40, 60, 80]);
  });

  it('made inside a mould is put beside it', async () => {
    const folder = folderWith({ 'a.html': '<p>a</p>' });
    await keenMould(folder, ['import', 'a.html']);
    await keenMould(join(folder, 'a'), ['proof', '.', '--widths', '360']);
    expect(readdirSync(folder).sort()).toEqual(['a', 'a-proof', 'a.html']);
    expect(readdirSync(join(folder, 'a'))).not.toContain('a-proof');
  });

  it('of a command shows progress and the figures first', async () => {
    const folder = folderWith({ 'a.html': '<p style="width: 900px">a</p>' });
    await keenMould(folder, ['import', 'a.html']);
    const { status, stderr } = await keenMould(folder, ['proof', 'a', '--widths', '360,1000']);
    expect(status).toBe(0);
    expect(stderr).toMatch(/proof 1 of 2: a at \d+ px\nproof 2 of 2/);
    expect(stderr).toMatch(/ 360 × \d+ px {3}a {3}1 fault\n +p overflows by 540 px to the right\n/);
    expect(stderr).toMatch(/1000 × \d+ px {3}a {3}no faults found/);
  });
});
