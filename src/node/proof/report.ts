import { basename } from 'node:path';
import { type Html, html, unsafeRaw } from '../page/html.ts';
import { look } from '../page/look.ts';
import { faultList, frame, frameStyle, verdict } from './frame.ts';
import { heldAtMs } from './shoot.ts';
import { faultsOf, type Shot } from './shot.ts';

const reportStyle = `
body { padding: 24px 32px 64px; }
main { display: grid; gap: 32px; margin-top: 24px; }
.shot { display: grid; gap: 12px; }
.shot header { display: grid; gap: 4px; }
.scroll { overflow-x: auto; padding: 12px 0 4px; }
table { border-collapse: collapse; margin-top: 16px; }
th, td { text-align: left; padding: 4px 24px 4px 0; border-bottom: 1px solid var(--line); font-weight: 400; }
thead th { color: var(--soft); font-size: 12px; line-height: 16px; }
td.measure { text-align: right; }
th.measure { text-align: right; font-family: inherit; }
.well { color: var(--patina); }
.ill { color: var(--fault); }
`;

/**
 * The report as one HTML file that lies beside its pictures and opens without a server. Shots
 * with faults come first in the table, and each row leads to its picture at life size.
 */
export function reportPage(shots: readonly Shot[]): string {
  const titles = [...new Set(shots.map((shot) => shot.title))];
  const faults = shots.reduce((sum, shot) => sum + faultsOf(shot).length, 0);
  const worstFirst = [...shots].sort((a, b) => faultsOf(b).length - faultsOf(a).length);
  const summary =
    faults === 0
      ? `${shots.length} pictures, no faults found`
      : `${shots.length} pictures, ${faults} ${faults === 1 ? 'fault' : 'faults'} found`;
  const page = html`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Proof of ${titles.join(', ')}</title>
<style>${unsafeRaw(look + frameStyle + reportStyle)}</style>
</head>
<body>
<h1>Proof of ${titles.join(', ')}</h1>
<p class="soft">${summary}, time held at ${heldAtMs / 1000} s</p>
<table>
<thead><tr><th scope="col">Mould</th><th scope="col">Sample</th><th scope="col" class="measure">Width</th><th scope="col" class="measure">Height</th><th scope="col">Faults</th></tr></thead>
<tbody>
${worstFirst.map(tableRow)}
</tbody>
</table>
<main>
${worstFirst.map(shotSection)}
</main>
</body>
</html>
`;
  return page.html;
}

function tableRow(shot: Shot): Html {
  const count = faultsOf(shot).length;
  const said =
    count === 0 ? html`<td class="well">✓ none</td>` : html`<td class="ill">✕ ${count}</td>`;
  return html`<tr><th scope="row"><a href="#${anchorOf(shot)}">${shot.title}</a></th><td>${shot.sample}</td><td class="measure">${shot.width} px</td><td class="measure">${shot.height} px</td>${said}</tr>`;
}

function shotSection(shot: Shot): Html {
  return html`<section class="shot" id="${anchorOf(shot)}">
<header><h2>${shot.title} at ${shot.width} px</h2><p class="measure soft">${shot.width} × ${shot.height} px, ${shot.sample}</p>${verdict(shot)}</header>
${faultList(shot)}
<div class="scroll" tabindex="0" role="group" aria-label="Picture at life size">${frame(shot, basename(shot.png), 1)}</div>
</section>`;
}

function anchorOf(shot: Shot): string {
  return basename(shot.png, '.png');
}
