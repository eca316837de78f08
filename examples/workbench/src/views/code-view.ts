import { html, nothing } from 'lit';
import { keyed } from 'lit/directives/keyed.js';
import type { Bench } from '../bench.ts';
import { type Marked, proposed, type SourceFile, sources, withField } from '../by-hand.ts';
import type { Mark } from '../code-pane.ts';
import '../code-pane.ts';
import { faultsOf } from '../paste.ts';

const shown: { file: SourceFile; marked: Marked | undefined } = {
  file: 'template.html',
  marked: undefined,
};

/** The mould's own code, where any place can be marked and made a field. */
export function codeView(bench: Bench) {
  const { mould } = bench.work;
  if (!mould) return nothing;
  const { file } = shown;
  const [part, language] = sources[file];
  const marks = faultsOf(mould).flatMap((one): Mark[] =>
    one.file === file && one.line !== undefined && one.column !== undefined
      ? [{ line: one.line, column: one.column, level: one.level, message: one.message }]
      : [],
  );
  return html`<details class="code">
    <summary>Mark a place in the code yourself</summary>
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
      html`<code-pane language=${language} label="${file} of the mould" .value=${mould[part]} .marks=${marks}
        @change=${({ detail }: CustomEvent<string>) => bench.change({ mould: { ...mould, [part]: detail } }, `code ${file}`)}
        @mark=${({ detail }: CustomEvent<{ start: number; end: number }>) => {
          shown.marked = detail.end > detail.start ? { ...detail, file } : undefined;
          bench.show({});
        }}></code-pane>`,
    )}
  </details>`;
}

/** What could be made of what is marked now. */
function offer(bench: Bench) {
  const { mould } = bench.work;
  const { marked } = shown;
  if (!mould || !marked)
    return html`<small>Mark words, a value or a literal; what it could be is said here.</small>`;
  const found = proposed(mould, marked);
  if (typeof found === 'string') return html`<small>${found}</small>`;
  const take = () => {
    const made = withField(mould, marked, found);
    shown.marked = undefined;
    if (typeof made === 'string') bench.show({ said: made });
    else bench.change({ mould: made }, '', `${found.name} is a field.`);
  };
  return html`<button class="main" @click=${take}>Make it a field: ${found.name}, ${String(found.declaration.kind)}</button>`;
}
