import { basename } from 'node:path';
import { type Html, html, unsafeRaw } from '../page/html.ts';
import { look } from '../page/look.ts';
import type { Change } from './against.ts';
import { entryStyle, faultEntry } from './fault-entry.ts';
import { type FaultGroup, groupFaults } from './fault-groups.ts';
import { frame, frameStyle, verdict } from './frame.ts';
import type { ProvenIsolation } from './isolation.ts';
import { badness, factNames, factTexts, faultsOf, type Shot } from './shot.ts';

const reportStyle = `
body { padding: 24px 32px 64px; }
main { display: grid; gap: 40px; margin-top: 24px; }
.shot, .change { display: grid; gap: 12px; scroll-margin-top: 16px; }
.shot header { display: grid; gap: 4px; }
.scroll { overflow-x: auto; padding: 12px 0 4px; display: flex; gap: 24px; align-items: start; }
.scroll figure { display: grid; gap: 8px; flex: none; }
figcaption { font-size: 12px; line-height: 16px; color: var(--soft); }
.filters { display: flex; flex-wrap: wrap; gap: 8px; margin: 16px 0 0; padding: 0; border: 0; }
.filters legend { padding: 0 0 4px; font-size: 12px; line-height: 16px; color: var(--soft); }
.filters label { display: inline-flex; gap: 6px; align-items: center; min-height: 32px; padding: 4px 10px; border: 1px solid var(--line); border-radius: 4px; cursor: pointer; }
.filters input { accent-color: var(--kiln); margin: 0; }
.filters b { font-weight: 600; color: var(--fault); }
.list { margin-top: 24px; display: grid; gap: 16px; }
h2 { scroll-margin-top: 16px; }
.aside { font-size: 12px; line-height: 16px; color: var(--soft); }
.aside ul { padding: 4px 0 0 16px; }
table { border-collapse: collapse; margin-top: 16px; }
th, td { text-align: left; padding: 4px 24px 4px 0; border-bottom: 1px solid var(--line); font-weight: 400; }
thead th { color: var(--soft); font-size: 12px; line-height: 16px; }
td.measure { text-align: right; }
th.measure { text-align: right; font-family: inherit; }
.isolation { margin-top: 24px; display: grid; gap: 8px; }
.isolation ul { list-style: none; padding: 0; display: grid; gap: 4px; }
.isolation details { color: var(--soft); font-size: 12px; line-height: 16px; overflow-wrap: anywhere; }
.well { color: var(--patina); }
.ill { color: var(--fault); }
@media print {
  .filters { display: none; }
  .entry, .shot, .isolation, tr { break-inside: avoid; }
  .scroll { overflow: visible; }
  .dot, .mark, .swatch { print-color-adjust: exact; }
}
.change img { border: 1px solid var(--line); display: block; max-width: none; }
`;

/**
 * The report as one HTML file that lies beside its pictures and opens without a server. The worst
 * shots come first, and each row of the table leads to its picture at life size.
 */
export function reportPage(
  shots: readonly Shot[],
  changes?: readonly Change[],
  isolation: readonly ProvenIsolation[] = [],
): string {
  const titles = [...new Set(shots.map((shot) => shot.title))];
  const worstFirst = [...shots].sort((a, b) => badness(b) - badness(a));
  const groups = groupFaults(worstFirst);
  const faults = groups.length;
  const pictures = `${shots.length} ${shots.length === 1 ? 'picture' : 'pictures'}`;
  const summary =
    faults === 0
      ? `${pictures}, no faults found`
      : `${pictures}, ${faults} ${faults === 1 ? 'fault' : 'faults'} found`;
  const moments = [...new Set(shots.map(({ atMs }) => `${atMs / 1000} s`))].join(', ');
  const page = html`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Proof of ${titles.join(', ')}</title>
<style>${unsafeRaw(look + frameStyle + entryStyle + reportStyle + filterStyle)}</style>
</head>
<body>
<h1>Proof of ${titles.join(', ')}</h1>
<p class="soft">${summary}, clock stopped at ${moments}</p>
${changes ? changesSection(changes) : html``}
${isolation.map(isolationSection)}
${groups.length === 0 ? html`` : faultsSection(groups, titles.length)}
<table>
<thead><tr><th scope="col">Mould</th><th scope="col">Sample</th><th scope="col" class="measure">Width</th><th scope="col" class="measure">Height</th><th scope="col">Faults</th></tr></thead>
<tbody>
${worstFirst.map(tableRow)}
</tbody>
</table>
<main>
${worstFirst.map((shot) => shotSection(shot, groups))}
</main>
</body>
</html>
`;
  return page.html;
}

/** What is not chosen is not shown; without script, so that the file is only a page. */
const filterStyle = factNames
  .map(
    (fact) =>
      `body:has(#show-${fact}:not(:checked)) .entry[data-fact="${fact}"] { display: none; }`,
  )
  .join('\n');

/** Each fault once, however many widths it shows at. */
function faultsSection(groups: readonly FaultGroup[], moulds: number): Html {
  const facts = [...new Set(groups.map(({ fact }) => fact))];
  const boxes = facts.map((fact) => {
    const count = groups.filter((one) => one.fact === fact).length;
    return html`<label><input type="checkbox" id="show-${fact}" checked>${factTexts[fact].title} <b>${count}</b></label>`;
  });
  const filters =
    facts.length < 2
      ? html``
      : html`<fieldset class="filters"><legend>Show</legend>${boxes}</fieldset>`;
  return html`${filters}
<section class="list" aria-label="Faults"><h2>${groups.length === 1 ? '1 fault' : `${groups.length} faults`}</h2><ul class="entries">${groups.map((group) => faultEntry(group, moulds))}</ul></section>`;
}

function tableRow(shot: Shot): Html {
  const count = faultsOf(shot).length;
  const said =
    count === 0 ? html`<td class="well">✓ none</td>` : html`<td class="ill">✕ ${count}</td>`;
  return html`<tr><th scope="row"><a href="#${anchorOf(shot)}">${shot.title}</a></th><td>${shot.sample}</td><td class="measure">${shot.width} px</td><td class="measure">${shot.height} px</td>${said}</tr>`;
}

function shotSection(shot: Shot, groups: readonly FaultGroup[]): Html {
  const marked = groups.flatMap(({ number, at }) =>
    at.flatMap((one) => (one.shot === shot && one.box && number ? [{ number, box: one.box }] : [])),
  );
  const beside = shot.paste
    ? html`<figure><img class="frame" src="${basename(shot.paste)}" width="${shot.width}" alt="${shot.title}, original paste"><figcaption>original</figcaption></figure>`
    : html``;
  return html`<section class="shot" id="${anchorOf(shot)}">
<header><h2>${shot.title} at ${shot.width} px</h2><p class="measure soft">${shot.width} × ${shot.height} px, ${shot.sample}, ${shot.atMs / 1000} s</p>${verdict(shot)}</header>
${asides(shot)}
<div class="scroll" tabindex="0" role="group" aria-label="Picture at actual size"><figure>${frame(shot, basename(shot.png), 1, marked)}</figure>${beside}</div>
</section>`;
}

/** What is worth knowing but is not a fault. */
function asides({ accepted, notAsked }: Shot): Html {
  const lines = [
    ...accepted.map(
      ({ text, code, why }) => html`<li>Accepted: ${text} <code>${code}</code>. ${why}</li>`,
    ),
    ...notAsked.map((url) => html`<li>Declared but not loaded: <code>${url}</code></li>`),
  ];
  return lines.length === 0 ? html`` : html`<div class="aside"><ul>${lines}</ul></div>`;
}

function changesSection(changes: readonly Change[]): Html {
  if (changes.length === 0) return html`<p class="well">✓ no picture has changed</p>`;
  const rows = changes.map((one) => {
    const name = basename(one.png);
    if (one.is !== 'changed')
      return html`<section class="change"><p>${one.is}: <code>${name}</code></p></section>`;
    const where = one.regions
      .slice(0, 12)
      .map(({ left, top, width, height }) => `${width} × ${height} at ${left}, ${top}`)
      .join('; ');
    return html`<section class="change"><p><a href="#${name.replace(/\.png$/, '')}">${name}</a>: ${one.pixels} ${one.pixels === 1 ? 'pixel differs' : 'pixels differ'}, ${where}</p><div class="scroll" tabindex="0" role="group" aria-label="What differs"><img src="${basename(one.shows ?? '')}" alt="What differs in ${name}"></div></section>`;
  });
  return html`<h2>Changes</h2>${rows}`;
}

function isolationSection({ mould, width, points, notes }: ProvenIsolation): Html {
  const lines = points.map(({ holds, text }) =>
    holds === null
      ? html`<li>○ ${text}</li>`
      : holds
        ? html`<li class="well">✓ ${text}</li>`
        : html`<li class="ill">✕ ${text}</li>`,
  );
  const more =
    notes.length === 0
      ? html``
      : html`<details><summary>Details</summary><ul>${notes.map((note) => html`<li><code>${note}</code></li>`)}</ul></details>`;
  return html`<section class="isolation"><h2>Isolation of ${mould} at ${width} px</h2><ul>${lines}</ul>${more}</section>`;
}

function anchorOf(shot: Shot): string {
  return basename(shot.png, '.png');
}
