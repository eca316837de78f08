import type { JsonObject } from 'keen-mould';
import type { FileAsked } from 'keen-mould/form';
import { html, nothing } from 'lit';
import type { Bench } from '../bench.ts';
import { withDefaults } from '../fields.ts';
import { fieldsOf } from '../paste.ts';
import { ownSamples, withoutSample, withSample } from '../samples.ts';
import { slotsOf } from '../slots.ts';
import { slotsView } from './slots-view.ts';

/** The third step: the form as an editor will have it. */
export function tryView(bench: Bench) {
  const { mould, values, below } = bench.work;
  if (!mould) return html`<p class="empty">There is no form yet. Paste a snippet first.</p>`;
  if (Object.keys(fieldsOf(mould)).length === 0) {
    return html`<p class="empty">This widget has no fields yet.</p>
      <button class="main" @click=${() => bench.show({ step: 'fields' })}>Choose fields</button>
      ${mould.manifest.slots ? [slotsView(bench), samples(bench)] : nothing}
      ${host(bench)}`;
  }
  return html`<p class="soft">This is the form that editors see. The values you enter here go into the code you copy.</p>
    <km-form
      .mould=${mould} .values=${values} .below=${below} .pointedAt=${bench.screen.pointedAt}
      @km-change=${({
        detail,
      }: CustomEvent<{ values: JsonObject; below: JsonObject; path: string }>) =>
        bench.change({ values: detail.values, below: detail.below }, `value ${detail.path}`)}
      @km-point=${({ detail }: CustomEvent<{ path: string }>) => bench.show({ lit: detail.path })}
      @km-file=${({ detail: { file, answer } }: CustomEvent<FileAsked>) => {
        if (file) answer(withFile(bench, file));
      }}
    ></km-form>
    ${slotsView(bench)}
    ${samples(bench)}
    ${host(bench)}`;
}

/** What is filled in can be kept: to look at again, or as what stands there from the first. */
function samples(bench: Bench) {
  const { mould, values, below } = bench.work;
  const slots = slotsOf(bench.work);
  if (!mould) return nothing;
  const keep = (event: Event) => {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    const title = String(new FormData(form).get('sample'));
    const made = withSample(mould, title, { values, below, ...(slots ? { slots } : {}) });
    if ('why' in made) return bench.show({ said: made.why });
    bench.change({ mould: made.mould }, '', `Saved as sample ${made.name}.`);
    bench.show({ sample: made.name });
    form.reset();
  };
  const own = ownSamples(mould);
  const isFilled = Object.keys(values).length > 0;
  return html`<section class="kept" aria-labelledby="samples-title">
    <h3 id="samples-title">Keep these values</h3>
    <form class="offer" @submit=${keep}>
      <label>Sample name <input name="sample" required placeholder="busy-day"></label>
      <button>Save as sample</button>
    </form>
    ${
      own.length > 0
        ? html`<ul class="tags">${own.map(
            (name) =>
              html`<li>${name} <button class="icon" aria-label="Remove the sample ${name}" @click=${() =>
                bench.change(
                  { mould: withoutSample(mould, name) },
                  '',
                  `Sample ${name} deleted.`,
                )}>✕</button></li>`,
          )}</ul>`
        : nothing
    }
    <button ?disabled=${!isFilled} @click=${() => {
      bench.change(
        { mould: withDefaults(mould, values), values: {} },
        '',
        'These values are now the defaults.',
      );
    }}>Make these the defaults</button>
  </section>`;
}

/** A page of the user's own around the widget. */
function host(bench: Bench) {
  const open = async ({ target }: Event) => {
    const input = target as HTMLInputElement;
    const [file] = input.files ?? [];
    if (!file) return;
    bench.show({
      hostPage: await file.text(),
      said: `${file.name} is loaded. Choose “Your page” under “Host page”.`,
    });
    input.value = '';
  };
  return html`<section class="kept" aria-labelledby="host-title">
    <h3 id="host-title">Try it in your own page</h3>
    <p class="soft">Save a page of your site and open it here to see the widget in it. Nothing is uploaded.</p>
    <label class="file">Open a page…<input type="file" accept=".html,.htm" @change=${open}></label>
  </section>`;
}

/** A file that was dropped on a field goes into the mould itself. */
async function withFile(bench: Bench, file: File): Promise<string> {
  const { mould } = bench.work;
  if (!mould) throw new Error('There is no mould to add it to.');
  const path = `assets/${file.name.replace(/[^\w.-]+/g, '-')}`;
  const bytes = new Uint8Array(await file.arrayBuffer());
  bench.change(
    { mould: { ...mould, files: { ...mould.files, [path]: bytes } } },
    '',
    `${path} added.`,
  );
  return path;
}
