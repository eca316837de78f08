import type { Browser } from 'playwright-core';
import { type Html, html, unsafeRaw } from '../page/html.ts';
import { look } from '../page/look.ts';
import { faultList, frame, frameStyle, verdict } from './frame.ts';
import { heldAtMs } from './shoot.ts';
import type { Shot } from './shot.ts';

const edge = 32;
const gap = 24;
const usualWidthPx = 1280;

/** One cast's shots in a row, to one scale. */
interface Row {
  readonly title: string;
  readonly shots: readonly Shot[];
}

/**
 * Draws the sheet: a row for each cast, its pictures side by side to one scale on one baseline,
 * width and height under each.
 *
 * @param pictures the PNG of each shot, in the same order
 */
export async function drawSheet(
  browser: Browser,
  shots: readonly Shot[],
  pictures: readonly Uint8Array[],
): Promise<Uint8Array> {
  const rows = rowsOf(shots);
  const scale = scaleFor(rows);
  const context = await browser.newContext({
    viewport: { width: usualWidthPx, height: 100 },
    // Small pictures keep their detail on a sheet drawn double; large ones would be blown up.
    deviceScaleFactor: scale > 0.75 ? 1 : 2,
    colorScheme: 'light',
  });
  try {
    const page = await context.newPage();
    const widest = Math.max(...rows.map((row) => widthOf(row, scale)));
    await page.setViewportSize({ width: Math.max(usualWidthPx, Math.ceil(widest)), height: 100 });
    await page.setContent(sheetPage(rows, scale, sourcesOf(shots, pictures)).html);
    await page.evaluate(() => Promise.all([...document.images].map((image) => image.decode())));
    return await page.screenshot({ fullPage: true });
  } finally {
    await context.close();
  }
}

function rowsOf(shots: readonly Shot[]): Row[] {
  const keyOf = ({ mould, sample }: Shot) => `${mould} ${sample}`;
  const keys = [...new Set(shots.map(keyOf))];
  return keys.map((key) => {
    const own = shots.filter((shot) => keyOf(shot) === key);
    return { title: own[0]?.title ?? key, shots: own };
  });
}

/** All pictures at one scale: as large as the widest row allows, never above life size. */
function scaleFor(rows: readonly Row[]): number {
  const fits = rows.map(({ shots }) => {
    const total = shots.reduce((sum, shot) => sum + shot.width, 0);
    return (usualWidthPx - 2 * edge - (shots.length - 1) * gap - 2 * shots.length) / total;
  });
  return Math.min(1, Math.max(0.25, Math.min(...fits)));
}

function widthOf({ shots }: Row, scale: number): number {
  const total = shots.reduce((sum, shot) => sum + shot.width * scale + 2, 0);
  return total + (shots.length - 1) * gap + 2 * edge;
}

function sourcesOf(shots: readonly Shot[], pictures: readonly Uint8Array[]): Map<Shot, string> {
  return new Map(
    shots.map((shot, index) => {
      const base64 = Buffer.from(pictures[index] ?? []).toString('base64');
      return [shot, `data:image/png;base64,${base64}`];
    }),
  );
}

const sheetStyle = `
body { padding: 24px ${edge}px 32px; }
header { display: flex; gap: 16px; align-items: baseline; justify-content: space-between; }
section + section { margin-top: 32px; }
.row {
  display: grid; grid-auto-flow: column; grid-template-rows: auto auto; justify-content: start;
  column-gap: ${gap}px; margin-top: 16px;
}
figure { display: grid; grid-row: span 2; grid-template-rows: subgrid; row-gap: 8px; }
.stand { display: flex; align-items: end; }
figcaption {
  display: grid; gap: 4px; align-content: start;
  border-top: 1px solid var(--ink); padding-top: 8px;
}
`;

function sheetPage(rows: readonly Row[], scale: number, sources: Map<Shot, string>): Html {
  const sections = rows.map(({ title, shots }) => {
    const figures = shots.map(
      (shot) => html`<figure style="width:${Math.round(shot.width * scale) + 2}px">
<div class="stand">${frame(shot, sources.get(shot) ?? '', scale)}</div>
<figcaption><p class="size">${shot.width} × ${shot.height} px</p>${verdict(shot)}${faultList(shot)}</figcaption>
</figure>`,
    );
    const sample = shots[0]?.sample ?? '';
    return html`<section>
<header><h1>${title}</h1><p class="soft">${sample} · held at ${heldAtMs / 1000} s · ${Math.round(scale * 100)} % of life size</p></header>
<div class="row">${figures}</div>
</section>`;
  });
  return html`<!doctype html><html lang="en"><meta charset="utf-8"><style>${unsafeRaw(look + frameStyle + sheetStyle)}</style><body>${sections}</body></html>`;
}
