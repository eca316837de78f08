import type { Box } from '../../facts/box.ts';
import { type Html, html } from '../page/html.ts';
import { placeDots } from './place-dots.ts';
import { type Fault, factTexts, faultsOf, type Shot } from './shot.ts';

/** Style of pictures with their labels, for the sheet and for the report. */
export const frameStyle = `
.frame { position: relative; border: 1px solid var(--line); background: #fff; line-height: 0; overflow: hidden; }
.frame img { display: block; width: 100%; height: auto; }
.mark { position: absolute; outline: 1.5px solid #a8231b; box-shadow: 0 0 0 2.5px rgb(255 255 255 / 0.8); pointer-events: none; }
.mark.past { border-right: 2px dashed #a8231b; }
.dot {
  display: inline-grid; place-items: center; min-width: 16px; height: 16px; padding: 0 3px; border-radius: 8px;
  background: #a8231b; color: #fff; font: 600 11px/16px var(--sans); flex: none;
}
.frame > .dot { position: absolute; box-shadow: 0 0 0 1.5px #fff; }
.size { font: 600 14px/20px var(--mono); font-variant-numeric: tabular-nums; }
.verdict { font-size: 12px; line-height: 16px; }
.verdict.well { color: var(--patina); }
.verdict.ill { color: var(--fault); }
.faults { list-style: none; display: grid; gap: 4px; font-size: 12px; line-height: 16px; }
.faults li { display: flex; gap: 8px; align-items: baseline; }
.faults .dot { align-self: start; }
.faults span:not(.dot) { min-width: 0; overflow-wrap: anywhere; }
.faults code { color: var(--soft); }
`;

/** What is marked on a picture: faults with a place, by their numbers. */
export type Marked = readonly { readonly number: number; readonly box: Box }[];

/** The faults of one shot that have a place, by their numbers on it. */
function markedOn(shot: Shot): Marked {
  return faultsOf(shot).flatMap(({ number, box }) => (box && number ? [{ number, box }] : []));
}

/** A picture with an outline and a number on each fault that has a place. */
export function frame(shot: Shot, src: string, scale: number, marked = markedOn(shot)): Html {
  const shown = marked.map(({ number, box }) => ({ number, box: scaled(box, shot, scale) }));
  const outlines = shown.map(
    ({ box }) =>
      html`<span class="${box.isPast ? 'mark past' : 'mark'}" style="left:${box.left}px;top:${box.top}px;width:${box.width}px;height:${box.height}px"></span>`,
  );
  const size = { width: shot.width * scale, height: shot.height * scale };
  const dots = placeDots(shown, size).map(
    ({ number, left, top }) =>
      html`<span class="dot" style="left:${left}px;top:${top}px">${number}</span>`,
  );
  const alt = `${shot.title} at ${shot.width} px`;
  return html`<div class="frame" style="width:${Math.round(size.width) + 2}px"><img src="${src}" width="${shot.width}" height="${shot.height}" alt="${alt}">${outlines}${dots}</div>`;
}

/** A box as it is drawn: within the picture, and never so small that it cannot be seen. */
function scaled(box: Box, shot: Shot, scale: number) {
  const left = Math.min(Math.max(0, box.left), shot.width - 10);
  const top = Math.max(0, box.top);
  const reach = box.left + box.width - left;
  return {
    left: round(left * scale),
    top: round(top * scale),
    width: round(Math.max(6, Math.min(reach, shot.width - left)) * scale),
    height: round(Math.max(6, Math.min(box.height, shot.height - top)) * scale),
    isPast: reach > shot.width - left + 1,
  };
}

function round(px: number): number {
  return Math.round(px * 10) / 10;
}

/** What a shot came to, in a few words with a sign before them. */
export function verdict(shot: Shot): Html {
  const count = faultsOf(shot).length;
  if (count === 0) return html`<p class="verdict well">✓ no faults found</p>`;
  return html`<p class="verdict ill">✕ ${count} ${count === 1 ? 'fault' : 'faults'} found</p>`;
}

/** The faults of a shot as a list, so many at most; nothing where there are none. */
export function faultList(shot: Shot, most = Number.POSITIVE_INFINITY): Html {
  const faults = faultsOf(shot);
  if (faults.length === 0) return html``;
  const rest = faults.length - most;
  const more = rest > 0 ? html`<li><span>and ${rest} more in the report</span></li>` : html``;
  return html`<ul class="faults">${faults.slice(0, most).map(faultRow)}${more}</ul>`;
}

function faultRow({ number, text, code }: Fault): Html {
  const dot = number === undefined ? html`` : html`<span class="dot">${number}</span>`;
  return html`<li>${dot}<span>${text}${code === '' ? html`` : html` <code>${code}</code>`}</span></li>`;
}

/** How many faults there are of each kind, over some shots; the worst kinds first. */
export function countsByFact(shots: readonly Shot[]): [title: string, count: number][] {
  const all = shots.flatMap((shot) => faultsOf(shot));
  return Object.entries(factTexts).flatMap(([fact, { title }]): [string, number][] => {
    const count = all.filter((one) => one.fact === fact).length;
    return count === 0 ? [] : [[title, count]];
  });
}
