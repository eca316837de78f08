import { compareFields, type Mould } from 'keen-mould';
import { html, nothing } from 'lit';
import type { Bench } from '../bench.ts';
import { retitled } from '../fields.ts';
import { fieldsOf } from '../paste.ts';
import { drop, newest, type Shelved, shelved, titleOf } from '../rack.ts';

const shown = {
  all: undefined as readonly Shelved[] | undefined,
  words: '',
  examples: undefined as readonly Mould[] | undefined,
  /** The key of the one that is compared with what is on the bench. */
  compared: '',
};

/** Opens the rack as a dialog. */
export async function openRack(bench: Bench): Promise<void> {
  shown.all = await shelved();
  bench.show({});
  document.querySelector<HTMLDialogElement>('#rack')?.showModal();
}

export function rackView(bench: Bench) {
  const { all, words } = shown;
  if (!all) return nothing;
  const asked = words.toLowerCase().split(/\s+/);
  const found = all.filter(({ mould }) => {
    const { name, shelf = '', summary = '' } = mould.manifest;
    const titles = Object.values(fieldsOf(mould)).map((one) => (one as { title?: string }).title);
    const said = [name, titleOf(mould), shelf, summary, ...titles].join(' ');
    return asked.every((word) => said.toLowerCase().includes(word));
  });
  const close = () => document.querySelector<HTMLDialogElement>('#rack')?.close();
  return html`<div class="bar"><h2>Rack</h2>
      <label class="pick">Search <input type="search" .value=${words} @input=${({
        target,
      }: Event) => {
        shown.words = (target as HTMLInputElement).value;
        bench.show({});
      }}></label>
      <button @click=${close}>Close</button></div>
    ${
      found.length === 0
        ? html`<p class="empty">${all.length === 0 ? 'The rack is empty. Use “Add to the rack” in the last step.' : 'Nothing on the rack matches all these words.'}</p>`
        : html`<ul class="rack">${found.map((one) => entry(bench, one, close))}</ul>`
    }
    ${examplesShelf(bench, close)}`;
}

function entry(bench: Bench, { key, mould, bytes }: Shelved, close: () => void) {
  const title = titleOf(mould);
  const { version, shelf } = mould.manifest;
  const count = Object.keys(fieldsOf(mould)).length;
  const open = (opened: typeof mould, said: string) => {
    bench.open(opened, [], {}, said);
    bench.show({ step: count > 0 ? 'try' : 'fields' });
    close();
  };
  const begin = () => {
    const words = `${title} 2`;
    const name = `${mould.manifest.name}-2`;
    open(
      retitled(mould, { name, title: words, version: '1.0.0' }),
      `${words} was started from ${title}.`,
    );
  };
  const remove = async () => {
    await drop(key);
    shown.all = await shelved();
    bench.show({ rack: await newest(), said: `${title} ${version} was removed from the rack.` });
  };
  return html`<li><div><b>${title}</b> <small>${version}${shelf ? ` · ${shelf}` : ''} · ${count === 1 ? '1 field' : `${count} fields`} · ${(bytes / 1000).toFixed(0)} kB</small></div>
    <button class="main" aria-label="Open: ${title} ${version}" @click=${() => open(mould, `${title} is open.`)}>Open</button>
    <button aria-label="Start new from: ${title} ${version}" @click=${begin}>Start new</button>
    ${
      bench.work.mould
        ? html`<button aria-label="Compare: ${title} ${version}, with what is on the bench" aria-expanded=${shown.compared === key}
            @click=${() => {
              shown.compared = shown.compared === key ? '' : key;
              bench.show({});
            }}>Compare</button>`
        : nothing
    }
    <button aria-label="Remove: ${title} ${version}" @click=${remove}>Remove</button>
    ${shown.compared === key && bench.work.mould ? comparison(mould, bench.work.mould) : nothing}</li>`;
}

/** Finished moulds to look into, loaded when they are asked for. */
function examplesShelf(bench: Bench, close: () => void) {
  const { examples } = shown;
  const load = async () => {
    const { exampleMoulds } = await import('../examples.ts');
    shown.examples = await exampleMoulds();
    bench.show({});
  };
  return html`<details class="examples" @toggle=${({ target }: Event) => {
    if ((target as HTMLDetailsElement).open && !shown.examples) void load();
  }}>
    <summary>Examples</summary>
    ${
      examples
        ? html`<ul class="rack">${examples.map(
            (
              mould,
            ) => html`<li><div><b>${titleOf(mould)}</b> <small>${mould.manifest.summary ?? ''}</small></div>
              <button aria-label="Open the example ${titleOf(mould)}" @click=${() => {
                bench.open(mould, [], {}, `${titleOf(mould)} is open.`);
                bench.show({ step: 'try' });
                close();
              }}>Open</button></li>`,
          )}</ul>`
        : html`<p class="soft" role="status">Loading…</p>`
    }
  </details>`;
}

/** What the bench has of fields that the rack has not, and the other way round. */
function comparison(kept: Mould, now: Mould) {
  const { added, gone, renamed, otherKind } = compareFields(kept, now);
  const lines = [
    ['only in the open mould', added],
    ['only on the rack', gone],
    ['renamed', renamed.map(({ from, to }) => `${from} to ${to}`)],
    ['with another kind', otherKind.map(({ path, from, to }) => `${path}: ${from} to ${to}`)],
  ] as const;
  const reported = lines.filter(([, all]) => all.length > 0);
  return html`<dl class="compared">${
    reported.length === 0
      ? html`<dt>Fields</dt><dd>the same in both, so all values still work.</dd>`
      : reported.map(([what, all]) => html`<dt>${what}</dt><dd>${all.join(', ')}</dd>`)
  }</dl>`;
}
