import type { Finding, Mould, SnippetPiece } from 'keen-mould';
import { html, nothing } from 'lit';
import type { Bench } from '../bench.ts';
import { ask } from '../beside.ts';
import type { CodePane, Mark } from '../code-pane.ts';
import { type PastePlace, placeInPaste } from '../in-paste.ts';
import { faultsOf, findAgain, isStopped } from '../known.ts';
import { panesOf, piecesOf } from '../panes.ts';
import { ready } from '../ready-snippets.ts';
import { heldUp } from '../refused.ts';
import { findingsView, shownPlace } from './findings-view.ts';

const panes = [
  ['html', 'HTML'],
  ['css', 'CSS'],
  ['js', 'JavaScript'],
] as const;

let waiting = 0;
/** Which paste was the last to be taken. */
let turn = 0;

/** Takes what was typed once it has come to rest. */
function type(bench: Bench, texts: Readonly<Record<string, string>>): void {
  const pieces = piecesOf(texts);
  window.clearTimeout(waiting);
  bench.isTyping = true;
  const length = pieces.reduce((sum, { text }) => sum + text.length, 0);
  const before = bench.work.pieces.reduce((sum, { text }) => sum + text.length, 0);
  // Nobody types so much in one go: what is pasted is taken at once.
  const isPasted = Math.abs(length - before) > 40;
  waiting = window.setTimeout(() => void take(bench, pieces), isPasted ? 0 : 250);
}

/** @param kind of the change: what is typed in one go is undone in one go */
async function take(
  bench: Bench,
  pieces: readonly SnippetPiece[],
  name?: string,
  kind = 'paste',
  only = bench.work.only,
): Promise<void> {
  turn += 1;
  const mine = turn;
  const before = bench.work;
  const pasted = await ask('paste', { ...before, only }, pieces, name).catch((error) => {
    if (mine === turn) bench.change({ pieces }, kind);
    return heldUp(bench)(error);
  });
  // Who types on is shown the last of it only.
  if (mine !== turn) return;
  bench.isTyping = false;
  // Undo, New or another paste came in between, and is what counts.
  if (!pasted || bench.work.pieces !== before.pieces) return;
  if (bench.work.mould !== before.mould) return take(bench, pieces, name, kind, only);
  if ('refused' in pasted) {
    // The text is kept as it was typed; the last mould that could be made stays in sight.
    bench.change({ pieces }, kind, pasted.refused[0]?.message);
    bench.show({ refused: pasted.refused });
    return;
  }
  bench.change({ ...pasted.work, pieces, only }, kind);
  bench.show({ refused: [] });
}

/** The first step: anything goes in, and is seen at once. */
export function pasteView(bench: Bench) {
  const { work, screen } = bench;
  const texts = panesOf(work.pieces);
  const shown = screen.hasPanes ? panes : panes.slice(0, 1);
  const found = work.mould && faultsOf(bench, work.mould);
  const faults = screen.refused.length > 0 ? screen.refused : (found ?? []);
  const marks = marksIn(bench, faults);
  const shownAt = shownPlace(bench, faults);
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
            .value=${texts[language] ?? ''} .marks=${marks(language)} .lit=${litIn(bench, language, shownAt)}
            @change=${(event: CustomEvent<string>) => type(bench, { ...textsNow(event.target as CodePane, texts), [language]: event.detail })}></code-pane>
        </section>`,
      )}
    </div>
    ${work.pieces.length > 0 ? part(bench) : nothing}
    ${work.pieces.length === 0 ? empty(bench) : work.mould && !found && screen.refused.length === 0 ? checking(bench, work.mould) : findingsView(bench, faults)}`;
}

function checking(bench: Bench, mould: Mould) {
  return isStopped('faults', mould)
    ? html`<p class="soft">The check was stopped. <button @click=${() => findAgain(bench, 'faults', mould)}>Check it</button></p>`
    : html`<p class="soft" role="status">Checking…</p>`;
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

/** What this is for, and the one thing to do next. */
function empty(bench: Bench) {
  const some = ready.filter(({ name }) => suggested.includes(name));
  return html`<section class="welcome">
    <h3>Paste a snippet, and make it a widget that others can fill in</h3>
    <p>HTML, CSS and JavaScript in one piece or in three, or a saved page dropped here. You see it on the right
      at several widths. What you paste stays in this browser.</p>
    <p class="acts">${some.map(
      ({ name, title }) =>
        html`<button @click=${() => openReady(bench, name)}>Try “${title}”</button>`,
    )}</p>
  </section>`;
}

/** The examples to begin with: one of words and links, one that moves. */
const suggested = ['notice-rail', 'fare-switch', 'then-and-now'];

/** Places of findings in the piece of a language, as its pane marks them. */
function marksIn({ work }: Bench, faults: readonly Finding[]): (language: string) => Mark[] {
  const { mould, pieces } = work;
  const all = faults.flatMap((one) => {
    const { file, line, column, level, message } = one;
    const place = mould && placeInPaste(one, mould, pieces);
    const piece = place ? pieces[place.piece] : undefined;
    if (piece && place) {
      const before = piece.text.slice(0, place.start).split('\n');
      const mark = {
        line: before.length,
        column: (before.at(-1)?.length ?? 0) + 1,
        level,
        message,
      };
      return [{ name: piece.name, mark }];
    }
    const isThere = line !== undefined && column !== undefined;
    return file?.startsWith('paste.') && isThere
      ? [{ name: file, mark: { line, column, level, message } }]
      : [];
  });
  return (language) =>
    all.filter(({ name }) => name.endsWith(`.${language}`)).map(({ mark }) => mark);
}

function litIn({ work }: Bench, language: string, place: PastePlace | undefined) {
  return place && work.pieces[place.piece]?.name.endsWith(`.${language}`) ? [place] : [];
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
  const { value } = select;
  select.value = '';
  await openReady(bench, value);
}

/** Opens an example by its name. */
export async function openReady(bench: Bench, wanted: string): Promise<void> {
  const found = ready.find(({ name }) => name === wanted);
  if (!found) {
    const said = `There is no example called ${wanted}. The examples are ${ready.map(({ name }) => name).join(', ')}.`;
    return wanted === '' ? undefined : bench.show({ said });
  }
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
