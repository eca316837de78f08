// How long a change in the settings form takes to be on screen in three frames, from the event in the
// form to the picture in the slowest of them; next to the bare limit on the same page: a message to
// three such frames that sets one custom property there, and back.
import { fileURLToPath } from 'node:url';
import { launchBrowser } from '../dist/node/browser/launch-browser.js';
import { startPreview } from '../dist/node/preview/start-preview.js';
import { keep, short } from './keep.mjs';

const moulds = fileURLToPath(new URL('../demo/moulds/', import.meta.url));
const preview = await startPreview([`${moulds}notice-rail`, `${moulds}depot-sounds`]);
const browser = await launchBrowser();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const show = async (name) => {
  await page.goto(new URL(`/${name}/`, preview.url).href);
  await page.waitForFunction(() => document.querySelector('km-preview')?.settings?.widths.length);
  await page.evaluate(() => {
    const preview = document.querySelector('km-preview');
    preview.settings = { ...preview.settings, widths: [360, 768, 1280] };
  });
  await page.waitForFunction(
    () => document.querySelector('km-preview')?.shadowRoot?.querySelectorAll('.badge').length === 3,
  );
  await page.waitForTimeout(1500);
};

const rounds = 60;
const median = (all) => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)];
const late = (all) => all.toSorted((a, b) => a - b)[Math.floor(all.length * 0.95)];

/** Gives a field one value after the other, and waits each time until every frame shows it. */
const changes = (path, values) =>
  page.evaluate(
    async ({ path, values }) => {
      const form = document.querySelector('km-form');
      const taken = [];
      for (const value of values) {
        const input = form.shadowRoot.querySelector(`[id="field-${path}"]`);
        await new Promise((done) => setTimeout(done, 40 + Math.random() * 20));
        const from = performance.now();
        const painted = new Promise((done) =>
          document.addEventListener(
            'km-painted',
            ({ detail }) => done([performance.now() - from, detail.madeMs]),
            {
              once: true,
            },
          ),
        );
        input.value = value;
        input.dispatchEvent(new InputEvent('input', { bubbles: true, composed: true }));
        taken.push(await painted);
      }
      return taken;
    },
    { path, values },
  );

await show('depot-sounds');

/** The same three frames, of no origin as well, that do nothing but what is asked here. */
const bare = await page.evaluate(async (rounds) => {
  const frames = await Promise.all(
    [360, 768, 1280].map(async (width) => {
      const frame = document.createElement('iframe');
      frame.setAttribute('sandbox', 'allow-scripts');
      frame.style.cssText = `position: fixed; top: 0; left: 0; width: ${width}px; height: 300px; transform: scale(.3)`;
      frame.srcdoc = `<p>x<script>onmessage = ({ ports: [port] }) => { port.onmessage = ({ data }) => {
        document.body.style.setProperty('--x', data);
        requestAnimationFrame(() => port.postMessage(''));
      }; };</script>`;
      document.body.append(frame);
      await new Promise((done) => frame.addEventListener('load', done));
      const { port1, port2 } = new MessageChannel();
      frame.contentWindow.postMessage('', '*', [port2]);
      return { frame, port: port1 };
    }),
  );
  const taken = [];
  for (let round = 0; round < rounds; round += 1) {
    await new Promise((done) => setTimeout(done, 40 + Math.random() * 20));
    const from = performance.now();
    await Promise.all(
      frames.map(
        ({ port }) =>
          new Promise((done) => {
            port.onmessage = done;
            port.postMessage(`${round}px`);
          }),
      ),
    );
    taken.push(performance.now() - from);
  }
  for (const { frame } of frames) frame.remove();
  return taken;
}, rounds);

const numbers = Array.from({ length: rounds }, (_, at) => at);
const colours = numbers.map((at) => `rgb(${at} 40 80)`);
const texts = numbers.map((at) => `Trams ${at}`);
await show('notice-rail');
const moving = { style: await changes('ground', colours), other: await changes('heading', texts) };
await show('depot-sounds');
const calm = { style: await changes('played', colours), other: await changes('heading', texts) };
await browser.close();
await preview.close();

const told = (all) => ({
  madeMs: short(median(all.map(([, made]) => made))),
  drawnMs: short(median(all.map(([drawn]) => drawn))),
  lateMs: short(late(all.map(([drawn]) => drawn))),
  displayFrames: short(median(all.map(([drawn]) => drawn)) / (1000 / 60)),
});
const results = {
  bare: told(bare.map((ms) => [ms, ms])),
  calmStyle: told(calm.style),
  calmOther: told(calm.other),
  movingStyle: told(moving.style),
  movingOther: told(moving.other),
};
keep('preview', results);
