import type { Mould, Spot } from 'keen-mould';
import { html, nothing } from 'lit';
import { keyed } from 'lit/directives/keyed.js';
import '../code-pane.ts';
import type { Bench } from '../bench.ts';
import { ask } from '../beside.ts';
import { type SourceFile, sources } from '../by-hand.ts';
import { moved } from '../fields.ts';
import { findAgain, isStopped, proposalsOf } from '../known.ts';
import { fieldsOf } from '../paste.ts';
import { heldUp } from '../refused.ts';
import { sortable } from '../sortable.ts';
import { aboutView } from './about-view.ts';
import { apply } from './apply.ts';
import { codeView } from './code-view.ts';
import { fieldRow } from './field-row.ts';

/** The second step: what others may change. */
export function fieldsView(bench: Bench) {
  const { mould } = bench.work;
  if (!mould)
    return html`<p class="empty">There are no fields to choose yet. Paste a snippet first.</p>`;
  const names = Object.keys(fieldsOf(mould));
  const known = proposalsOf(bench, mould);
  const spots = known?.spots ?? [];
  const recommended = spots.filter((one) => one.recommended).length;
  return html`
    <section aria-labelledby="own-fields">
      <h3 id="own-fields">${names.length === 0 ? 'No fields yet' : names.length === 1 ? '1 field' : `${names.length} fields`}</h3>
      ${
        names.length === 0
          ? html`<p class="empty">A field is what an editor may change without seeing code. Take what is
              recommended, or choose below.</p>`
          : html`<ol class="fields" ${sortable((from, to) => bench.change({ mould: moved(mould, names, from, to) }, ''))}>${names.map((name) => fieldRow(bench, mould, name, names))}</ol>`
      }
    </section>
    <section aria-labelledby="proposed">
      <div class="bar"><h3 id="proposed">${known && spots.length === 0 ? 'No other proposals' : 'Proposed fields'}</h3>
        ${
          recommended > 0
            ? html`<button class="main" @click=${() => take(bench, mould, 'recommended')}>Take ${recommended} recommended</button>`
            : nothing
        }</div>
      ${known ? nothing : searching(bench, mould)}
      ${spots.length > 0 ? pointing() : nothing}
      <ul class="spots">${spots.map((spot) => spotRow(bench, mould, spot))}</ul>
    </section>
    ${codeView(bench, spots)}
    ${codeOf(bench, mould, spots)}
    ${aboutView(bench, mould)}`;
}

function searching(bench: Bench, mould: Mould) {
  return isStopped('proposals', mould)
    ? html`<p class="soft">The search was stopped. <button @click=${() => findAgain(bench, 'proposals', mould)}>Look for fields</button></p>`
    : html`<p class="soft" role="status">Looking for possible fields…</p>`;
}

async function take(bench: Bench, mould: Mould, spots: string): Promise<void> {
  const bound = await ask('take', mould, spots).catch(heldUp(bench));
  if (bound && bench.work.mould === mould) apply(bench, bound, 'made');
}

/** Each proposal can be found by what it looks like. */
function pointing() {
  const point = () => {
    const preview = document.querySelector('km-preview') as PreviewElement | null;
    if (preview) preview.settings = { ...preview.settings, isPicking: true };
  };
  return html`<p class="soft">“Show” marks one in the code and in the frames. Or the other way round:
    <button class="plain" @click=${point}>point at it in the frames</button>, and it is found here.</p>`;
}

type PreviewElement = HTMLElement & { settings: Record<string, unknown> };

/** Where a proposal stands in the code of the mould. */
function codeOf(bench: Bench, mould: Mould, spots: readonly Spot[]) {
  const spot = spots.find(({ id }) => id === bench.screen.shownSpot);
  const file = spot?.places[0]?.file as SourceFile | undefined;
  if (!spot || !file || !Object.hasOwn(sources, file)) return nothing;
  const [part, language] = sources[file];
  const places = spot.places.filter((one) => one.file === file);
  return keyed(
    file,
    html`<section class="shown" aria-label="${spot.title} in the code">
      <div class="bar"><h3>${spot.title} in ${file}</h3>
        <button @click=${() => bench.show({ shownSpot: '' })}>Close</button></div>
      <code-pane language=${language} label="${file}, where ${spot.title} stands" .value=${mould[part]}
        .lit=${places} .isReadOnly=${true}></code-pane>
    </section>`,
  );
}

function spotRow(bench: Bench, mould: Mould, spot: Spot) {
  const [first] = spot.places;
  const source = first?.source.replace(/\s+/g, ' ').trim() ?? '';
  const count = spot.places.length > 1 ? ` in ${spot.places.length} places` : '';
  const isShown = bench.screen.shownSpot === spot.id;
  return html`<li id="spot-${spot.id}" class=${isShown ? 'is-shown' : ''}>
    <div><b>${spot.title}</b> <small>${spot.kind}${count}${spot.recommended ? ' · recommended' : ''}</small>
      <code>${source.length > 64 ? `${source.slice(0, 63)}…` : source}</code>
      <small>${first ? `${first.file}, line ${first.line}: ` : ''}${spot.why}</small></div>
    <button aria-label="Show: ${spot.title}, in the code" aria-pressed=${isShown}
      @click=${() => bench.show({ shownSpot: isShown ? '' : spot.id, lit: '' })}>Show</button>
    <button aria-label="Make a field: ${spot.title}" @click=${() => take(bench, mould, spot.id)}>Make a field</button>
  </li>`;
}
