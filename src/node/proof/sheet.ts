import type { Browser } from 'playwright-core';
import { type Html, html, unsafeRaw } from '../page/html.ts';
import { look } from '../page/look.ts';
import { countsByFact, faultList, frame, frameStyle, verdict } from './frame.ts';
import type { Shot } from './shot.ts';

const padding = 32;
const gap = 24;
const usualWidthPx = 1280;

/** The most faults that a sheet lists below one picture. */
const mostListed = 8;

/** One cast's shots in a row, to one scale; each with the paste beside it, where there is one. */
interface Row {
  readonly title: string;
  readonly shots: readonly Shot[];
}

/** What is drawn of a shot: its picture, or that of the paste. */
interface Drawn {
  readonly shot: Shot;
  readonly isPaste: boolean;
}

/**
 * Draws the sheet: a row for each cast, its pictures side by side to one scale on one baseline,
 * width and height under each.
 *
 * @param pictures the PNG of each shot, in the same order
 * @param pastes the PNG of the paste beside each, where there is one
 */
export async function drawSheet(
  browser: Browser,
  shots: readonly Shot[],
  pictures: readonly Uint8Array[],
  pastes: readonly (Uint8Array | undefined)[] = [],
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
    const sources = sourcesOf(shots, pictures, pastes);
    await page.setContent(sheetPage(rows, scale, sources).html);
    await page.evaluate(() => Promise.all([...document.images].map((image) => image.decode())));
    return await page.screenshot({ fullPage: true });
  } finally {
    await context.close();
  }
}

function rowsOf(shots: readonly Shot[]): Row[] {
  const keyOf = ({ mould, sample, atMs }: Shot) => `${mould} ${sample} ${atMs}`;
  const keys = [...new Set(shots.map(keyOf))];
  return keys.map((key) => {
    const own = shots.filter((shot) => keyOf(shot) === key);
    return { title: own[0]?.title ?? key, shots: own };
  });
}

function drawnIn({ shots }: Row): Drawn[] {
  return shots.flatMap((shot) => [
    { shot, isPaste: false },
    ...(shot.paste ? [{ shot, isPaste: true }] : []),
  ]);
}

/** All pictures at one scale: as large as the widest row allows, never above life size. */
function scaleFor(rows: readonly Row[]): number {
  const fits = rows.map((row) => {
    const drawn = drawnIn(row);
    const total = drawn.reduce((sum, { shot }) => sum + shot.width, 0);
    return (usualWidthPx - 2 * padding - (drawn.length - 1) * gap - 2 * drawn.length) / total;
  });
  return Math.min(1, Math.max(0.25, Math.min(...fits)));
}

function widthOf(row: Row, scale: number): number {
  const drawn = drawnIn(row);
  const total = drawn.reduce((sum, { shot }) => sum + shot.width * scale + 2, 0);
  return total + (drawn.length - 1) * gap + 2 * padding;
}

/** Addresses of the pictures, by the paths they will have. */
function sourcesOf(
  shots: readonly Shot[],
  pictures: readonly Uint8Array[],
  pastes: readonly (Uint8Array | undefined)[],
): Map<string, string> {
  const address = (png: Uint8Array) =>
    `data:image/png;base64,${Buffer.from(png).toString('base64')}`;
  return new Map(
    shots.flatMap(({ png, paste }, at): [string, string][] => {
      const beside = pastes[at];
      return [
        [png, address(pictures[at] as Uint8Array)],
        ...(paste && beside ? [[paste, address(beside)] as [string, string]] : []),
      ];
    }),
  );
}

const sheetStyle = `
body { padding: 24px ${padding}px 32px; }
header { display: flex; gap: 16px; align-items: baseline; justify-content: space-between; }
section + section { margin-top: 32px; }
.row {
  display: grid; grid-auto-flow: column; grid-template-rows: auto auto; justify-content: start;
  column-gap: ${gap}px; margin-top: 16px;
}
figure { display: grid; grid-row: span 2; grid-template-rows: subgrid; row-gap: 8px; }
.stand { display: flex; align-items: end; }
footer { margin-top: 32px; padding-top: 8px; border-top: 1px solid var(--line); font-size: 12px; line-height: 16px; display: grid; gap: 4px; }
figcaption {
  display: grid; gap: 4px; align-content: start;
  border-top: 1px solid var(--ink); padding-top: 8px;
}
`;

function sheetPage(rows: readonly Row[], scale: number, sources: Map<string, string>): Html {
  const shots = rows.flatMap((row) => row.shots);
  const counts = countsByFact(shots);
  const sections = rows.map((row) => {
    const [first] = row.shots;
    const figures = drawnIn(row).map(({ shot, isPaste }) =>
      isPaste ? pasteFigure(shot, sources, scale) : shotFigure(shot, sources, scale),
    );
    const about = `${first?.sample ?? ''} · after ${(first?.atMs ?? 0) / 1000} s · ${Math.round(scale * 100)} % of actual size`;
    return html`<section>
<header><h1>${row.title}</h1><p class="soft">${about}</p></header>
<div class="row">${figures}</div>
</section>`;
  });
  const legend =
    counts.length === 0
      ? html``
      : html`<footer><p><span class="dot">1</span> marks a fault. The same number is in the list below the picture.</p><p class="soft">${counts.map(([title, count]) => `${title} ${count}`).join(' · ')}</p></footer>`;
  return html`<!doctype html><html lang="en"><meta charset="utf-8"><style>${unsafeRaw(look + frameStyle + sheetStyle)}</style><body>${sections}${legend}</body></html>`;
}

function shotFigure(shot: Shot, sources: Map<string, string>, scale: number): Html {
  return html`<figure style="width:${Math.round(shot.width * scale) + 2}px">
<div class="stand">${frame(shot, sources.get(shot.png) ?? '', scale)}</div>
<figcaption><p class="size">${shot.width} × ${shot.height} px</p>${verdict(shot)}${faultList(shot, mostListed)}</figcaption>
</figure>`;
}

function pasteFigure(shot: Shot, sources: Map<string, string>, scale: number): Html {
  const width = Math.round(shot.width * scale) + 2;
  return html`<figure style="width:${width}px">
<div class="stand"><div class="frame" style="width:${width}px"><img src="${sources.get(shot.paste ?? '') ?? ''}" alt="${shot.title}, original paste"></div></div>
<figcaption><p class="size">original</p></figcaption>
</figure>`;
}
