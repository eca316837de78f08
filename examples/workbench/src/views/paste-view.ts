import type { Finding, SnippetPiece } from 'keen-mould';
import { html, nothing } from 'lit';
import type { Bench } from '../bench.ts';
import type { CodePane, Mark } from '../code-pane.ts';
import { panesOf, piecesOf } from '../panes.ts';
import { ready } from '../ready-snippets.ts';

const panes = [
  ['html', 'HTML'],
  ['css', 'CSS'],
  ['js', 'JavaScript'],
] as const;

/** What reads a paste is the larger part of the program; the box is there before it. */
async function loadTools() {
  const { faultsOf, fixed, paste, saidOf } = await import('../paste.ts');
  return { faultsOf, fixed, paste, saidOf };
}
let tools: Awaited<ReturnType<typeof loadTools>> | undefined;
const tooled = loadTools().then((loaded) => {
  tools = loaded;
  return loaded;
});

let waiting = 0;

/** Takes what was typed once it has come to rest. */
function type(bench: Bench, texts: Readonly<Record<string, string>>): void {
  const pieces = piecesOf(texts);
  window.clearTimeout(waiting);
  waiting = window.setTimeout(() => void take(bench, pieces), 250);
}

/** @param kind of the change: what is typed in one go is undone in one go */
async function take(
  bench: Bench,
  pieces: readonly SnippetPiece[],
  name?: string,
  kind = 'paste',
  only = bench.work.only,
): Promise<void> {
  const { paste } = await tooled;
  const pasted = paste({ ...bench.work, only }, pieces, name);
  if ('refused' in pasted) {
    // The text is kept as it was typed; the last mould that could be made stays in sight.
    bench.change({ pieces }, kind, pasted.refused[0]?.message);
    bench.show({ refused: pasted.refused });
    return;
  }
  bench.change({ ...pasted.work, only }, kind);
  bench.show({ refused: [] });
}

/** The first step: anything goes in, and is seen at once. */
export function pasteView(bench: Bench) {
  if (!tools) void tooled.then(() => bench.show({}));
  const { work, screen } = bench;
  const texts = panesOf(work.pieces);
  const shown = screen.hasPanes ? panes : panes.slice(0, 1);
  const faults =
    screen.refused.length > 0
      ? screen.refused
      : work.mould && tools
        ? [...tools.saidOf(work), ...tools.faultsOf(work.mould)]
        : [];
  const marks = faults.flatMap(({ file, line, column, level, message }): Mark[] =>
    file?.startsWith('paste.') && line !== undefined && column !== undefined
      ? [{ line, column, level, message }]
      : [],
  );
  return html`<div class="bar">
      <fieldset class="choice">
        <legend class="unseen">How to paste</legend>
        ${[false, true].map(
          (
            hasPanes,
          ) => html`<label><input type="radio" name="panes" .checked=${screen.hasPanes === hasPanes}
            @change=${() => bench.show({ hasPanes })}>${hasPanes ? 'Three panes' : 'One box'}</label>`,
        )}
      </fieldset>
      <label class="pick"><span class="unseen">Try an example</span>
        <select @change=${(event: Event) => tryReady(bench, event)}>
          <option value="">Examples…</option>
          ${ready.map(({ name, title }) => html`<option value=${name}>${title}</option>`)}
        </select>
      </label>
      <label class="file">Open…<input type="file" multiple accept=".html,.htm,.css,.js,.zip"
        @change=${({ target }: Event) => openFiles(bench, (target as HTMLInputElement).files)}></label>
      ${work.pieces.length > 0 ? html`<button @click=${() => tidy(bench)}>Format</button>` : nothing}
    </div>
    <div class="panes ${screen.hasPanes ? 'three' : ''}">
      ${shown.map(
        ([language, title]) => html`<section class="pane">
          ${screen.hasPanes ? html`<h3>${title}</h3>` : nothing}
          <code-pane language=${language} label=${screen.hasPanes ? title : 'Paste anything here'}
            .value=${texts[language] ?? ''} .marks=${marks}
            @change=${(event: CustomEvent<string>) => type(bench, { ...textsNow(event.target as CodePane, texts), [language]: event.detail })}></code-pane>
        </section>`,
      )}
    </div>
    ${work.pieces.length > 0 ? part(bench) : nothing}
    ${work.pieces.length === 0 ? empty() : tools && findingsView(bench, faults)}`;
}

/** Of a page or a playground often only one piece is wanted. */
function part(bench: Bench) {
  const set = ({ target }: Event) => {
    const only = (target as HTMLInputElement).value.trim();
    if (only !== bench.work.only) void take(bench, bench.work.pieces, undefined, '', only);
  };
  return html`<label class="part">Take only these elements, with what they need (a CSS selector; empty for all)
    <input .value=${bench.work.only ?? ''} placeholder=".card" @change=${set}></label>`;
}

/** What all panes hold now, though what was typed in another may not have been taken yet. */
function textsNow(pane: CodePane, texts: Readonly<Record<string, string>>) {
  const all = [...(pane.closest('.panes')?.querySelectorAll<CodePane>('code-pane') ?? [])];
  return { ...texts, ...Object.fromEntries(all.map((one) => [one.language, one.value])) };
}

function empty() {
  return html`<p class="empty">Paste HTML, CSS and JavaScript, in one piece or in three, drop a saved
    page here, or try a ready snippet. What you paste is kept in this browser, and nowhere else.</p>`;
}

function findingsView(bench: Bench, faults: readonly Finding[]) {
  const { mould } = bench.work;
  const fixable = faults.filter((one) => one.fixable).length;
  return html`<section class="findings" aria-label="What is wrong with it">
    ${
      faults.length === 0
        ? html`<p class="well">✓ No problems found.</p>`
        : html`<div class="bar"><h3>${faults.length === 1 ? '1 finding' : `${faults.length} findings`}</h3>
          ${
            fixable > 0 && mould
              ? html`<button @click=${() => applyFixes(bench)}>Fix ${fixable} of them</button>`
              : nothing
          }</div>
        <ul>${faults.map(
          ({ level, message, hint, file, line }) => html`<li class=${level}>
            <b>${level}</b> ${message} <small>${file ? `${file}${line ? `, line ${line}` : ''}` : ''}</small>
            ${hint ? html`<br><span>${hint}</span>` : nothing}</li>`,
        )}</ul>`
    }
  </section>`;
}

function applyFixes(bench: Bench): void {
  const { mould } = bench.work;
  if (!mould || !tools) return;
  const better = tools.fixed(mould);
  bench.change({ mould: better.mould }, '', `${better.count} fixed.`);
}

/** Sets the code anew, pane by pane; one that cannot be read stays as it is. */
async function tidy(bench: Bench): Promise<void> {
  const { tidied } = await import('../tidy.ts');
  const before = bench.work.pieces;
  const failed: string[] = [];
  const pieces = await Promise.all(
    before.map(async (piece) => {
      const language = piece.name.replace(/^.*\./, '') as 'html' | 'css' | 'js';
      try {
        return { ...piece, text: await tidied(piece.text, language) };
      } catch (error) {
        failed.push(String((error as Error).message).split('\n')[0] ?? '');
        return piece;
      }
    }),
  );
  if (bench.work.pieces !== before) return;
  await take(bench, pieces, undefined, '');
  const said =
    failed.length > 0
      ? `Nothing was changed: ${failed[0]}`
      : 'Formatted. Use Undo to get the original back.';
  bench.show({ said });
}

async function tryReady(bench: Bench, event: Event): Promise<void> {
  const select = event.target as HTMLSelectElement;
  const found = ready.find(({ name }) => name === select.value);
  select.value = '';
  if (!found) return;
  const text = await found.load();
  bench.change(
    { mould: undefined, values: {}, below: {}, slots: {} },
    '',
    `${found.title} is open.`,
  );
  await take(bench, [{ name: 'paste.html', text }], found.name);
  bench.show({ hasPanes: false });
}

/** Files that were chosen or dropped: a page, panes, or a colleague's pack. */
export async function openFiles(bench: Bench, files: FileList | null): Promise<void> {
  const all = [...(files ?? [])];
  const pack = all.find(({ name }) => name.endsWith('.zip'));
  if (pack) {
    const { opened, titleOf } = await import('../rack.ts');
    const mould = opened(new Uint8Array(await pack.arrayBuffer()));
    if (typeof mould === 'string') bench.show({ said: mould });
    else bench.open(mould, [], {}, `${titleOf(mould)} is open.`);
    if (typeof mould !== 'string') bench.show({ step: 'try' });
    return;
  }
  const texts: Record<string, string> = {};
  for (const file of all) {
    const ending = /\.(html?|css|js)$/.exec(file.name)?.[1];
    const language = ending === 'htm' ? 'html' : ending;
    if (language) texts[language] = `${texts[language] ?? ''}${await file.text()}`;
  }
  if (Object.keys(texts).length === 0) {
    bench.show({ said: 'None of these files is HTML, CSS, JavaScript or a pack.' });
    return;
  }
  const [first] = all;
  await take(
    bench,
    piecesOf(texts),
    first?.name.replace(/\.\w+$/, '').replace(/[^\w-]+/g, '-') || undefined,
  );
  bench.show({ hasPanes: Object.keys(texts).length > 1 });
}
