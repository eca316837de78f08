import { type Html, html } from '../page/html.ts';
import { type Fault, faultsOf, type Shot } from './shot.ts';

/** Style of pictures with their labels, for the sheet and for the report. */
export const frameStyle = `
.frame { position: relative; border: 1px solid var(--line); background: #fff; line-height: 0; }
.frame img { display: block; width: 100%; height: auto; }
.mark {
  position: absolute; border: 1.5px solid #a8231b; border-right-style: dashed;
  outline: 1px solid #fff; pointer-events: none;
}
.dot {
  display: inline-grid; place-items: center; width: 16px; height: 16px; border-radius: 8px;
  background: #a8231b; color: #fff; font: 600 12px/16px var(--sans); flex: none;
}
.mark .dot { position: absolute; left: -19px; top: -2px; }
.size { font: 600 14px/20px var(--mono); font-variant-numeric: tabular-nums; }
.verdict { font-size: 12px; line-height: 16px; }
.verdict.well { color: var(--patina); }
.verdict.ill { color: var(--fault); }
.faults { list-style: none; display: grid; gap: 4px; font-size: 12px; line-height: 16px; }
.faults li { display: flex; gap: 8px; align-items: baseline; }
.faults .dot { align-self: start; }
.faults code { color: var(--soft); overflow-wrap: anywhere; }
`;

/** A picture with an outline and a number on each fault that has a place. */
export function frame(shot: Shot, src: string, scale: number): Html {
  const marks = shot.overflow.map(({ left, top, width, height }, index) => {
    const from = Math.max(0, left);
    const shown = Math.min(width - (from - left), shot.width - from);
    const style =
      `left:${Math.min(from, shot.width - 10) * scale}px;top:${top * scale}px;` +
      `width:${Math.max(10, shown) * scale}px;height:${height * scale}px`;
    return html`<span class="mark" style="${style}"><span class="dot">${index + 1}</span></span>`;
  });
  const alt = `${shot.title} at ${shot.width} px`;
  return html`<div class="frame" style="width:${Math.round(shot.width * scale) + 2}px"><img src="${src}" width="${shot.width}" height="${shot.height}" alt="${alt}">${marks}</div>`;
}

/** What a shot came to, in a few words with a sign before them. */
export function verdict(shot: Shot): Html {
  const count = faultsOf(shot).length;
  if (count === 0) return html`<p class="verdict well">✓ no faults found</p>`;
  return html`<p class="verdict ill">✕ ${count} ${count === 1 ? 'fault' : 'faults'} found</p>`;
}

/** The faults of a shot as a list; nothing where there are none. */
export function faultList(shot: Shot): Html {
  const faults = faultsOf(shot);
  if (faults.length === 0) return html``;
  return html`<ul class="faults">${faults.map(faultRow)}</ul>`;
}

function faultRow({ number, text, code }: Fault): Html {
  const dot = number === undefined ? html`` : html`<span class="dot">${number}</span>`;
  return html`<li>${dot}<span>${text}${code === undefined ? html`` : html` <code>${code}</code>`}</span></li>`;
}
