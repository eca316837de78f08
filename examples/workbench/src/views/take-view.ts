import {
  assetsInline,
  compileMould,
  deliver,
  type FormName,
  type Mould,
  packMould,
  Refusal,
} from 'keen-mould';
import { html } from 'lit';
import type { Bench } from '../bench.ts';
import { retitled } from '../fields.ts';
import { slotsOf } from '../slots.ts';

/** What each form is for, in the words of whoever has to choose one. */
const forms: readonly [name: FormName, title: string, note: string][] = [
  ['block', 'One box', 'Paste it where the widget should appear. You can paste it more than once.'],
  ['panes', 'Three panes', 'Paste each part into the matching box.'],
  [
    'placed',
    'Head, body and end of body',
    'Paste the first part into the head, the second where the widget should appear, the third at the end of the body.',
  ],
  ['frame', 'Iframe', 'Paste it where the widget should appear. Its height follows the content.'],
  [
    'element',
    'Custom element',
    'Save the module next to the page and paste the markup where the widget should appear.',
  ],
  ['module', 'Module', 'Import { render } from it in your own code.'],
];

const partNames: readonly [part: string, title: string, file: string][] = [
  ['head', 'For the head', 'head.html'],
  ['html', 'Where the widget goes', 'spot.html'],
  ['css', 'CSS', 'style.css'],
  ['bodyEnd', 'For the end of the body', 'body-end.html'],
  ['js', 'JavaScript', 'script.js'],
  ['classic', 'JavaScript that the module loads', 'classic.js'],
  ['types', 'Types', 'types.d.ts'],
  ['manifest', 'Manifest', 'custom-elements.json'],
];

/** The last step: out of here, in the form that the host takes. */
export function takeView(bench: Bench) {
  const { mould } = bench.work;
  const { form, isSealed } = bench.screen;
  if (!mould) return html`<p class="empty">There is no code yet. Paste a snippet first.</p>`;
  const note = forms.find(([name]) => name === form)?.[2] ?? '';
  return html`
    <section class="who">
      <label>Title<input .value=${mould.manifest.title ?? ''} @change=${({ target }: Event) =>
        bench.change(
          { mould: retitled(mould, { title: (target as HTMLInputElement).value }) },
          'title',
        )}></label>
      <label>Shelf<input .value=${mould.manifest.shelf ?? ''} @change=${({ target }: Event) =>
        bench.change(
          { mould: retitled(mould, { shelf: (target as HTMLInputElement).value }) },
          'shelf',
        )}></label>
    </section>
    <section aria-labelledby="code-title">
      <h3 id="code-title">As code</h3>
      <div class="bar">
        <label class="pick">The host takes
          <select @change=${({ target }: Event) => bench.show({ form: (target as HTMLSelectElement).value })}>
            ${forms.map(([name, title]) => html`<option value=${name} ?selected=${name === form}>${title}</option>`)}
          </select></label>
        <label class="check"><input type="checkbox" .checked=${isSealed} ?disabled=${form === 'element'}
          @change=${({ target }: Event) => bench.show({ isSealed: (target as HTMLInputElement).checked })}>Shadow root</label>
      </div>
      <p class="soft">${note}</p>
      ${parts(bench)}
    </section>
    <section aria-labelledby="pack-title">
      <h3 id="pack-title">As a mould</h3>
      <p class="soft">A pack holds the mould itself: for a colleague, or for the next project.</p>
      <div class="bar">
        <button @click=${() => download(`${mould.manifest.name}-${mould.manifest.version}.zip`, packMould(mould))}>Download the pack</button>
        <button @click=${() => keepOnRack(bench)}>Add to the rack</button>
      </div>
    </section>`;
}

let made: { key: unknown[]; view: unknown } | undefined;

function parts(bench: Bench) {
  const { mould, values, below, slots } = bench.work;
  const { form, isSealed, rack } = bench.screen;
  const key = [mould, values, below, slots, rack, form, isSealed];
  if (made?.key.every((one, at) => one === key[at])) return made.view;
  void make(bench, key);
  return html`<p class="soft" role="status">Casting…</p>`;
}

/** Moulds on the rack, for what stands in slots. */
function compiledFrom(rack: readonly Mould[]) {
  return (name: string) => {
    const found = rack.find(({ manifest }) => manifest.name === name);
    return found && compileMould(found);
  };
}

/** The code that goes along is loaded here, where it is first needed. */
async function make(bench: Bench, key: unknown[]): Promise<void> {
  const { mould, values, below } = bench.work;
  const { form, isSealed, rack } = bench.screen;
  if (!mould) return;
  const slots = slotsOf(bench.work);
  const [{ runtime }, { kit }] = await Promise.all([
    import('keen-mould/runtime'),
    import('keen-mould/kit'),
  ]);
  try {
    const cast = compileMould(mould).cast(
      { values, below, ...(slots ? { slots } : {}) },
      { sealed: isSealed, assetAt: assetsInline([mould, ...rack]), moulds: compiledFrom(rack) },
    );
    const delivery = deliver(cast, { form: form as FormName, runtime, kit });
    const all = partNames.flatMap(([part, title, file]) => {
      const text = delivery.parts[part as keyof typeof delivery.parts] ?? '';
      return text === '' ? [] : [{ title, file: nameOf(file, form, mould.manifest.name), text }];
    });
    made = { key, view: html`${all.map((one) => partView(bench, one))}` };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    made = { key, view: html`<p class="fault">✕ ${error.message}</p>` };
  }
  bench.show({});
}

function nameOf(file: string, form: string, name: string): string {
  if (form !== 'element' && form !== 'module') return file;
  if (file === 'classic.js') return `${name}.${file}`;
  return file.replace(/^script(?=\.js)|^types(?=\.d)/, name);
}

function partView(
  bench: Bench,
  { title, file, text }: { title: string; file: string; text: string },
) {
  const size =
    text.length < 1000 ? `${text.length} characters` : `${(text.length / 1000).toFixed(1)} kB`;
  const copy = async () => {
    await navigator.clipboard.writeText(text);
    bench.show({ said: `${title}: copied.` });
  };
  return html`<div class="part">
    <div class="bar"><h4>${title}</h4> <small>${size}</small>
      <button class="main" aria-label="Copy: ${title}" @click=${copy}>Copy</button>
      <button aria-label="Download ${file}" @click=${() => download(file, text)}>Download</button></div>
    <pre tabindex="0" aria-label="${title}, as code">${text.length > 6000 ? `${text.slice(0, 6000)}\n…` : text}</pre>
  </div>`;
}

function download(name: string, content: string | Uint8Array): void {
  const address = URL.createObjectURL(new Blob([content as BlobPart]));
  Object.assign(document.createElement('a'), { href: address, download: name }).click();
  URL.revokeObjectURL(address);
}

async function keepOnRack(bench: Bench): Promise<void> {
  const { mould } = bench.work;
  if (!mould) return;
  const { keep, newest, nextVersion, titleOf } = await import('../rack.ts');
  const became = await keep(mould);
  bench.show({ rack: await newest() });
  const { version } = mould.manifest;
  if (became !== 'other') {
    const said = became === 'kept' ? 'was added to the rack' : 'was already on the rack';
    bench.show({ said: `${titleOf(mould)} ${version} ${said}.` });
    return;
  }
  // A version is never written over: what has changed is the next one.
  const next = retitled(mould, { version: nextVersion(version) });
  bench.change({ mould: next }, '');
  await keepOnRack(bench);
}
