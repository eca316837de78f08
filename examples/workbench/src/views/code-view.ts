import type { Spot } from 'keen-mould';
import { html, nothing } from 'lit';
import { keyed } from 'lit/directives/keyed.js';
import type { Bench } from '../bench.ts';
import {
  type Marked,
  nameTaken,
  proposed,
  type SourceFile,
  sources,
  withField,
} from '../by-hand.ts';
import type { Mark } from '../code-pane.ts';
import '../code-pane.ts';
import { faultsOf } from '../paste.ts';

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
  const marks = faultsOf(mould).flatMap((one): Mark[] =>
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
          shown.marked = detail.end > detail.start ? { ...detail, file } : undefined;
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

/** What could be made of what is marked now. */
function offer(bench: Bench) {
  const { mould } = bench.work;
  const { marked } = shown;
  if (!mould || !marked)
    return html`<small>Select text, an element, a value or a literal to see what it could become.</small>`;
  const found = proposed(mould, marked);
  if (typeof found === 'string') return html`<small>${found}</small>`;
  const [first] = found;
  if (!first) return nothing;
  const take = (event: Event) => {
    event.preventDefault();
    const given = new FormData(event.target as HTMLFormElement);
    const chosen = found[Number(given.get('kind'))] ?? first;
    const name = String(given.get('name')).trim();
    const made = nameTaken(mould, name) ?? withField(mould, marked, { ...chosen, name });
    if (typeof made === 'string') return bench.show({ said: made });
    shown.marked = undefined;
    bench.change({ mould: made }, '', `${name} is now a field.`);
  };
  return html`<form class="offer" @submit=${take}>
    <label>Name <input name="name" required .value=${first.name}></label>
    <label>Kind <select name="kind">${found.map(
      ({ declaration }, at) => html`<option value=${at}>${meant(declaration)}</option>`,
    )}</select></label>
    <button class="main">Make it a field</button>
  </form>`;
}

/** A kind in words where the word alone does not say what it does here. */
function meant({ kind, type }: Readonly<Record<string, unknown>>): string {
  if (kind === 'switch' && shown.file === 'template.html') return 'switch: show or hide';
  return type === 'integer' ? 'number: how many copies' : String(kind);
}
