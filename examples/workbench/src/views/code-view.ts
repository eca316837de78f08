import type { Mould, Spot } from 'keen-mould';
import { html, nothing } from 'lit';
import { keyed } from 'lit/directives/keyed.js';
import type { Bench } from '../bench.ts';
import {
  cleared,
  conditioned,
  elementIn,
  isInMedia,
  type Made,
  type Marked,
  marking,
  offersFor,
  type SourceFile,
  sources,
  split,
} from '../by-hand.ts';
import type { Mark } from '../code-pane.ts';
import '../code-pane.ts';
import { faultsOf } from '../known.ts';
import { fieldsOf } from '../paste.ts';

const shown: { file: SourceFile; marked: Marked | undefined } = {
  file: 'template.html',
  marked: undefined,
};

/** The mould's own code, where any place can be marked and made a field. */
export function codeView(bench: Bench, spots: readonly Spot[]) {
  const { mould } = bench.work;
  if (!mould) return nothing;
  const { file } = shown;
  const [part, language] = sources[file];
  const marks = (faultsOf(bench, mould) ?? []).flatMap((one): Mark[] =>
    one.file === file && one.line !== undefined && one.column !== undefined
      ? [{ line: one.line, column: one.column, level: one.level, message: one.message }]
      : [],
  );
  const places = spots.flatMap((spot) =>
    spot.places.filter((one) => one.file === file).map((one) => ({ ...one, spot: spot.id })),
  );
  return html`<details class="code">
    <summary>Select a place in the code yourself</summary>
    <small>Underlined code is already proposed. Click it to see the proposal.</small>
    <div class="bar">
      <label class="pick">File <select @change=${({ target }: Event) => {
        shown.file = (target as HTMLSelectElement).value as SourceFile;
        shown.marked = undefined;
        bench.show({});
      }}>${Object.keys(sources).map((name) => html`<option ?selected=${name === file}>${name}</option>`)}</select></label>
      ${offer(bench)}
    </div>
    ${keyed(
      file,
      html`<code-pane language=${language} label="${file} of the mould" .value=${mould[part]} .marks=${marks} .lit=${places} .isQuiet=${true}
        @change=${({ detail }: CustomEvent<string>) => bench.change({ mould: { ...mould, [part]: detail } }, `code ${file}`)}
        @mark=${({ detail }: CustomEvent<{ start: number; end: number }>) => {
          shown.marked = { ...detail, file };
          const { start, end } = detail;
          // A click into what is proposed shows the proposal.
          const within = places.find(
            (one) => start === end && one.start <= start && end <= one.end,
          );
          bench.show(within ? { shownSpot: within.spot, lit: '' } : {});
        }}></code-pane>`,
    )}
  </details>`;
}

/** Marks an element that was pointed at in a frame, so that it can be made something of. */
export function markElement(bench: Bench, mould: Mould, element: string): void {
  const found = elementIn(mould, element);
  if (!found) {
    bench.show({ said: 'Nothing is proposed there. Select it in the code instead.' });
    return;
  }
  shown.file = 'template.html';
  shown.marked = found;
  bench.show({ shownSpot: '', lit: '', said: 'Choose below what it is to become.' });
  const code = document.querySelector<HTMLDetailsElement>('details.code');
  if (code) code.open = true;
  code?.scrollIntoView({ block: 'center' });
}

/** What could be made of what is marked now. */
function offer(bench: Bench) {
  const { mould } = bench.work;
  const { marked } = shown;
  if (!mould || !marked)
    return html`<small>Click or select a text, a value, a literal, or the name of a tag to see what it could become.</small>`;
  const found = offersFor(mould, marked);
  if (typeof found === 'string')
    return html`<small>${found}</small> ${restoring(bench, mould, marked)}`;
  const isElement = found.source.startsWith('<');
  const take = (event: Event) => {
    event.preventDefault();
    const given = new FormData(event.target as HTMLFormElement);
    const form = String(given.get('form'));
    const name = String(given.get('name')).trim();
    const options = String(given.get('options') ?? '')
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean);
    const [into = '', below] = String(given.get('into') ?? '').split(':');
    const made =
      form === 'when'
        ? conditioned(mould, marked, name)
        : marking(mould, marked, {
            field: into || name,
            ...(below ? { form: below } : into && !isElement ? {} : { form }),
            ...(options.length > 0 ? { options } : {}),
          });
    done(bench, made);
  };
  const fields = Object.keys(fieldsOf(mould));
  return html`<form class="offer" @submit=${take}>
    <code class="stands">${short(found.source)}</code>
    <label>What it becomes <select name="form">${found.offers.map(
      ({ form, does }) => html`<option value=${form}>${sentence(does)}</option>`,
    )}${isElement ? html`<option value="when">Shown under a condition</option>` : nothing}</select></label>
    <label>Name, or condition <input name="name" required .value=${found.field}></label>
    ${
      found.offers.some(({ form }) => form === 'choice' || form === 'tag')
        ? html`<label>Choices, with commas <input name="options"></label>`
        : nothing
    }
    ${
      fields.length > 0
        ? html`<label>Or fill it by <select name="into"><option value="">a new field</option>${fields.map(
            (one) =>
              html`<option>${one}</option>${
                isInMedia(mould, marked)
                  ? html`<option value="${one}:below">${one}, as its value below this width</option>`
                  : nothing
              }`,
          )}</select></label>`
        : nothing
    }
    <button class="main">Make it a field</button>
    ${restoring(bench, mould, marked)}
  </form>`;
}

/** What a field fills can be had back as it was. */
function restoring(bench: Bench, mould: Mould, marked: Marked) {
  const [part] = sources[marked.file];
  const near = mould[part].slice(Math.max(0, marked.start - 40), marked.end + 40);
  if (!/\{~|km-|var\(--|mould\.values/.test(near)) return nothing;
  return html`<button type="button" @click=${() => done(bench, cleared(mould, marked))}>Restore this place</button>
    <button type="button" @click=${() => done(bench, split(mould, marked))}>Make it a field of its own</button>`;
}

function done(bench: Bench, made: Made): void {
  if (typeof made === 'string') bench.show({ said: made });
  else {
    shown.marked = undefined;
    bench.change({ mould: made.mould }, '', made.said);
  }
}

function sentence(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function short(source: string): string {
  const line = source.replace(/\s+/g, ' ').trim();
  return line.length > 60 ? `${line.slice(0, 59)}…` : line;
}
