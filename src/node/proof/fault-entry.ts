import { basename } from 'node:path';
import type { Box } from '../../facts/box.ts';
import { type Html, html } from '../page/html.ts';
import type { FaultGroup } from './fault-groups.ts';
import { passingColour } from './passing-colour.ts';
import type { Shot } from './shot.ts';

/** Style of the list of faults in a report. */
export const entryStyle = `
.entries { list-style: none; display: grid; gap: 24px; }
.entry { display: grid; grid-template-columns: 32px minmax(0, 1fr); gap: 4px 0; }
.entry > * { grid-column: 2; }
.entry > .dot { grid-column: 1; grid-row: 1; justify-self: start; min-width: 20px; height: 20px; border-radius: 10px; line-height: 20px; }
.entry h3 { font-size: 14px; line-height: 20px; font-weight: 600; }
.entry .place { color: var(--soft); font-size: 12px; line-height: 16px; overflow-wrap: anywhere; }
.crops { display: flex; flex-wrap: wrap; gap: 12px 16px; margin-top: 8px; }
.crop { position: relative; overflow: hidden; border: 1px solid var(--line); background: #fff; }
.crop img { position: absolute; max-width: none; }
.swatches { display: flex; flex-wrap: wrap; gap: 4px 16px; align-items: center; font-size: 12px; line-height: 16px; }
.swatch { display: inline-block; width: 16px; height: 16px; border-radius: 3px; box-shadow: inset 0 0 0 1px rgb(128 128 128 / 0.5); vertical-align: -3px; margin-right: 4px; print-color-adjust: exact; }
`;

/** So many widths of one fault are shown as close-ups. */
const mostCrops = 4;

/** One fault: what it is, where, and how it looks at each width. */
export function faultEntry({ fact, number, title, code, at }: FaultGroup, moulds: number): Html {
  const dot = number === undefined ? html`` : html`<span class="dot">${number}</span>`;
  const texts = [...new Set(at.map(({ text }) => text))];
  const said = texts.length === 1 ? (texts[0] ?? '') : withWidths(at);
  const where = moulds > 1 ? html` <span class="soft">${title}</span>` : html``;
  const crops = at.flatMap(({ shot, box }) => (box ? [crop(shot, box)] : [])).slice(0, mostCrops);
  return html`<li class="entry" data-fact="${fact}">
${dot}<h3>${capital(fact === 'contrast' ? said.replace(/ \(.*\)$/, '') : said)}${where}</h3>
<p class="place"><code>${code}</code> ${widthsOf(at.map(({ shot }) => shot))}</p>
${fact === 'contrast' ? swatches(at[0]?.text ?? '') : html``}
${crops.length > 0 ? html`<div class="crops">${crops}</div>` : html``}
</li>`;
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

function withWidths(at: FaultGroup['at']): string {
  const parts = new Map<string, number[]>();
  for (const { text, shot } of at) parts.set(text, [...(parts.get(text) ?? []), shot.width]);
  return [...parts].map(([text, widths]) => `${text} at ${widths.join(' and ')} px`).join('; ');
}

function widthsOf(shots: readonly Shot[]): string {
  const widths = [...new Set(shots.map(({ width }) => width))].sort((a, b) => a - b);
  return `at ${widths.join(', ')} px`;
}

/** A close-up is so large at most, in px, with so much around the element. */
const cropPx = { width: 280, height: 140, around: 20 } as const;

/** The part of a picture around a fault, at life size or smaller. */
function crop(shot: Shot, box: Box): Html {
  const { around } = cropPx;
  const left = Math.max(0, Math.min(box.left - around, shot.width - 40));
  const top = Math.max(0, Math.min(box.top - around, shot.height - 40));
  const width = Math.min(shot.width - left, box.width + 2 * around);
  const height = Math.min(shot.height - top, box.height + 2 * around);
  const scale = Math.min(1, Math.max(0.4, cropPx.width / width));
  const px = (value: number) => `${Math.round(value * scale)}px`;
  const size = `width:${px(Math.min(width, cropPx.width / scale))};height:${px(Math.min(height, cropPx.height / scale))}`;
  const picture = `left:-${px(left)};top:-${px(top)};width:${px(shot.width)}`;
  return html`<figure><a class="crop" href="#${basename(shot.png, '.png')}" style="${size};display:block"><img src="${basename(shot.png)}" style="${picture}" alt="Close-up at ${shot.width} px" loading="lazy"><span class="mark" style="left:${px(Math.max(0, box.left) - left)};top:${px(Math.max(0, box.top) - top)};width:${px(box.width)};height:${px(box.height)}"></span></a><figcaption>${shot.width} px</figcaption></figure>`;
}

/** Both colours, and the nearest to the text that has enough contrast. */
function swatches(text: string): Html {
  const [, colors = ''] = /\((.*)\)$/.exec(text) ?? [];
  const [ink = '', ground = ''] = colors.split(' on ');
  const needed = Number(/minimum ([\d.]+):1/.exec(text)?.[1]);
  const better = passingColour(ink, ground, needed);
  const swatch = (name: string, color: string) =>
    html`<span><span class="swatch" style="background:${color}"></span>${name} <span class="measure">${color}</span></span>`;
  return html`<p class="swatches">${swatch('text', ink)}${swatch('background', ground)}${better === undefined ? html`` : swatch('nearest that passes', better)}</p>`;
}
