import { join } from 'node:path';
import fc from 'fast-check';
import { expect, it, onTestFinished } from 'vitest';
import { readFromFrame } from '../../src/elements/preview/read-message.ts';
import { writeMould } from '../../src/node/files/mould-folder.ts';
import { startPreview } from '../../src/node/preview/start-preview.ts';
import { withBrowser } from '../support/browser.ts';
import { folderWith } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';

const { browser } = withBrowser();

/** Pasted code that waits for the port of its frame wherever it might come by. */
const thief = `
const take = (port) => { if (port instanceof MessagePort) { window.stolen = port; speak(port); } };
const own = MessagePort.prototype.postMessage, bound = Function.prototype.call.bind(own);
const speak = (port) => {
  for (const said of [{ say: 'note', note: { is: 'error', text: 'forged' } }, { say: 'facts', facts: 7 }, { say: 'point', marks: 3 }]) bound(port, said);
};
MessagePort.prototype.postMessage = function (...given) { take(this); return own.apply(this, given); };
for (const name of ['data', 'ports', 'source']) {
  const { get } = Object.getOwnPropertyDescriptor(MessageEvent.prototype, name);
  Object.defineProperty(MessageEvent.prototype, name, { get() { take(this.target); take(this.currentTarget); return get.call(this); } });
}
for (const name of ['target', 'currentTarget']) {
  const { get } = Object.getOwnPropertyDescriptor(Event.prototype, name);
  Object.defineProperty(Event.prototype, name, { get() { const found = get.call(this); take(found); return found; } });
}
const { apply } = Reflect;
Reflect.apply = (f, on, given) => { take(on); return apply(f, on, given); };
Function.prototype.call = function (on, ...given) { take(on); return apply(this, on, given); };
Function.prototype.apply = function (on, given) { take(on); return apply(this, on, given ?? []); };
const { then } = Promise.prototype;
Promise.prototype.then = function (...given) { take(this); return then.call(this, ...given); };
addEventListener('message', (event) => { for (const port of event.ports) take(port); });
for (const place of [parent, top]) {
  place.postMessage({ say: 'note', note: { is: 'error', text: 'forged' } }, '*');
  place.postMessage('ready', '*'); place.postMessage('loaded', '*'); place.postMessage('swap', '*');
}
document.querySelector('p').textContent = 'at work';
`;

it('pasted code cannot take the port of its frame, nor speak for it', async () => {
  const folder = join(folderWith(), 'board');
  const fields = { text: { type: 'string', default: 'x' } } as const;
  await writeMould(
    folder,
    mouldOf({ fields, template: '<div><p>x</p><b>{~text~}</b></div>', script: thief }),
  );
  const preview = await startPreview([folder]);
  onTestFinished(() => preview.close());
  const page = await (await browser().newContext()).newPage();
  const errors: string[] = [];
  page.on('pageerror', ({ message }) => errors.push(message));
  await page.goto(preview.url);
  const inner = () => page.frames().filter((one) => one.parentFrame()?.parentFrame());
  const all = (code: string) =>
    Promise.all(inner().map((frame) => frame.evaluate(code).catch(() => '')));
  await expect
    .poll(() => all(`document.querySelector('p')?.textContent`))
    .toEqual(Array(3).fill('at work'));
  await page.locator('km-form [id="field-text"]').fill('changed');
  await expect
    .poll(() => all(`document.querySelector('b')?.textContent`))
    .toEqual(Array(3).fill('changed'));
  await page.waitForTimeout(800);
  expect(await all('typeof stolen')).toEqual(Array(3).fill('undefined'));
  const badges = await page.locator('km-preview .badge').allTextContents();
  expect(badges.map((one) => one.trim())).toEqual(Array(3).fill('✓ no faults'));
  expect(errors).toEqual([]);
});

it('what a frame tells is read as nothing that it is not', () => {
  const words = fc.constantFrom(
    'shown',
    'here',
    'painted',
    'size',
    'scroll',
    'note',
    'point',
    'facts',
    'constructor',
    'no',
  );
  const told = fc.oneof(
    fc.anything(),
    fc.record({
      say: words,
      note: fc.anything(),
      facts: fc.anything(),
      marks: fc.anything(),
      page: fc.anything(),
      cast: fc.anything(),
    }),
    fc.record({
      say: fc.constant('facts'),
      facts: fc.dictionary(
        fc.constantFrom(
          'overflow',
          'clipped',
          'overlapping',
          'smallText',
          'smallTargets',
          'pictures',
        ),
        fc.anything(),
      ),
    }),
  );
  fc.assert(
    fc.property(told, (data) => {
      const read = readFromFrame(data);
      if (read?.say === 'size') expect([read.page, read.cast].every(Number.isFinite)).toBe(true);
      if (read?.say === 'note') expect(typeof read.note.text).toBe('string');
      if (read?.say === 'facts') expect(Object.values(read.facts).every(Array.isArray)).toBe(true);
    }),
    { numRuns: 3000, seed: 5 },
  );
  expect(readFromFrame({ say: 'note', note: { is: 'constructor', text: 'x' } })).toBeUndefined();
  expect(
    readFromFrame({ say: 'note', note: { is: 'error', text: 'x'.repeat(20_000) } }),
  ).toBeUndefined();
});
