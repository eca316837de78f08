// Makes the sounds, the film and its picture of the demo, all from figures: run it after a change here.
import { mkdirSync, writeFileSync } from 'node:fs';
import { launchBrowser } from '../dist/node/browser/launch-browser.js';

const out = new URL('../demo/snippets/depot-sounds/sounds/', import.meta.url);
const rate = 11025;

/** A WAVE file of 16-bit mono samples, each from -1 to 1, at a time in s. */
function wave(seconds, level) {
  const samples = Int16Array.from({ length: seconds * rate }, (_, n) =>
    Math.round(Math.max(-1, Math.min(1, level(n / rate))) * 32767),
  );
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + samples.byteLength, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE(rate * 2, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(samples.byteLength, 40);
  return Buffer.concat([head, Buffer.from(samples.buffer)]);
}

/** A struck bell: partials that are no multiples of each other, the high ones gone first. */
const gong = (t) =>
  [1, 2.76, 5.4, 8.93].reduce(
    (sum, partial, n) =>
      sum +
      (0.5 / (n + 1)) * Math.sin(2 * Math.PI * 520 * partial * t) * Math.exp(-t * (2 + 2 * n)),
    0,
  );

/** A motor that speeds up: a hum that rises, and the joints of the rails closer and closer. */
const motor = (t) => {
  const turns = 38 * t + 14 * t * t;
  const joint = Math.exp(-18 * ((1.5 * t * t) % 1));
  return (
    Math.min(1, t) *
    (0.3 * Math.sin(2 * Math.PI * turns) + 0.15 * Math.sin(6 * Math.PI * turns) + 0.2 * joint)
  );
};

const table = (angle) => `
  <rect width="440" height="220" fill="#8b8377"/>
  <path d="M0 104h440M0 116h440" stroke="#4a443c" stroke-width="3"/>
  <circle cx="220" cy="110" r="96" fill="#5f584d" stroke="#2b2620" stroke-width="4"/>
  <g transform="rotate(${angle} 220 110)">
    <path d="M124 104h192M124 116h192" stroke="#cdbf9f" stroke-width="4"/>
    <rect x="160" y="86" width="120" height="48" rx="10" fill="#1f4437"/>
    <path d="M172 96h24v28h-24zM208 96h24v28h-24zM244 96h24v28h-24z" fill="#d8b25f"/>
  </g>`;
const picture = (angle) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="440" height="220" viewBox="0 0 440 220">${table(angle)}\n</svg>\n`;

/** Records pictures drawn one after the other as a film, in the browser. */
async function film(pictures) {
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage();
    const bytes = await page.evaluate(async (sources) => {
      const canvas = Object.assign(document.createElement('canvas'), { width: 440, height: 220 });
      const pen = canvas.getContext('2d');
      const images = await Promise.all(
        sources.map(async (source) => {
          const image = new Image();
          image.src = `data:image/svg+xml,${encodeURIComponent(source)}`;
          await image.decode();
          return image;
        }),
      );
      const recorder = new MediaRecorder(canvas.captureStream(15), {
        mimeType: 'video/webm;codecs=vp8',
        videoBitsPerSecond: 150000,
      });
      const parts = [];
      recorder.ondataavailable = ({ data }) => parts.push(data);
      const done = new Promise((resolve) => {
        recorder.onstop = resolve;
      });
      recorder.start();
      for (const image of images) {
        pen.drawImage(image, 0, 0);
        await new Promise((resolve) => setTimeout(resolve, 66));
      }
      recorder.stop();
      await done;
      return [...new Uint8Array(await new Blob(parts).arrayBuffer())];
    }, pictures);
    return Buffer.from(bytes);
  } finally {
    await browser.close();
  }
}

mkdirSync(out, { recursive: true });
const turn = Array.from({ length: 30 }, (_, n) => picture(n * 12));
writeFileSync(new URL('gong.wav', out), wave(1.6, gong));
writeFileSync(new URL('motor.wav', out), wave(2.4, motor));
writeFileSync(new URL('turntable.svg', out), picture(24));
writeFileSync(new URL('turntable.webm', out), await film(turn));
