import { html, nothing, render } from 'lit';
import type { JsonObject } from '../core/model/json-source.ts';
import type { Mould } from '../core/model/mould.ts';
import { sampleNames } from '../core/model/samples.ts';
import type { FolderState, PageData } from '../core/preview/preview-talk.ts';
import type { Finding } from '../core/problem/finding.ts';
import type {
  FileAsked,
  FormChange,
  KmFormElement as KmForm,
  KmPreviewElement as KmPreview,
  PreviewFindings,
  SampleChosen,
} from '../elements/index.ts';
import '../elements/index.ts';
import { findingsView } from './findings-view.ts';
import { Server } from './server.ts';

const page = JSON.parse(document.querySelector('#page')?.textContent ?? '') as PageData;
const server = new Server(page);
const memory = `keen-mould preview ${page.name}`;

/** All that the page shows. */
const shown = {
  folder: undefined as FolderState | undefined,
  mould: undefined as Mould | undefined,
  placed: [] as readonly Mould[],
  values: {} as JsonObject,
  below: {} as JsonObject,
  /** What the sample that was chosen has in its slots. */
  slots: undefined as SampleChosen['slots'],
  findings: [] as readonly Finding[],
  pointedAt: '',
  lit: '',
  sample: 'default',
  said: '',
  around: { page: '', style: '' },
  isGone: false,
  /** The name under which a sample is there already, and was asked to be written. */
  taken: '',
};

recall();
void server.around().then((around) => {
  shown.around = around;
  draw();
});
server.follow(async (folder) => {
  shown.isGone = folder === undefined;
  if (folder) {
    const isNew = folder.version !== shown.folder?.version;
    shown.folder = folder;
    if (isNew && folder.version > 0) Object.assign(shown, await server.mould());
  }
  draw();
});
draw();

/** Values that were typed before the page was loaded again. */
function recall(): void {
  const kept = sessionStorage.getItem(memory);
  if (kept === null) return;
  const { values, below, slots, sample } = JSON.parse(kept) as typeof shown;
  Object.assign(shown, { values, below, slots, sample });
}

function keep(): void {
  const { values, below, slots, sample } = shown;
  sessionStorage.setItem(memory, JSON.stringify({ values, below, slots, sample }));
}

function take(values: JsonObject, below: JsonObject): void {
  Object.assign(shown, { values, below, said: '', taken: '' });
  keep();
  draw();
}

async function save(event: Event): Promise<void> {
  event.preventDefault();
  const form = event.target as HTMLFormElement;
  const name = String(new FormData(form).get('name') ?? '').trim();
  const { values, below, slots } = shown;
  const cast = {
    format: 1,
    values,
    ...(Object.keys(below).length > 0 ? { below } : {}),
    ...(slots ? { slots } : {}),
  };
  try {
    const isWritten = await server.writeSample(name, cast, shown.taken === name);
    shown.taken = isWritten ? '' : name;
    shown.said = isWritten
      ? `Saved to samples/${name}.json`
      : `A sample called ${name} already exists.`;
    if (isWritten) shown.sample = name;
  } catch (error) {
    shown.said = (error as Error).message;
  }
  draw();
}

function status() {
  if (shown.isGone) return html`<span class="ill">✕ the preview has stopped; start it again</span>`;
  if (!shown.folder) return html`<span class="soft">reading…</span>`;
  return shown.folder.isSound
    ? html`<span class="well">● watching your files</span>`
    : html`<span class="ill">✕ cannot be cast</span>`;
}

function head() {
  const title = shown.folder?.title ?? page.name;
  document.title = `${title} – preview`;
  const names = shown.mould ? sampleNames(shown.mould) : [];
  const usual = names.includes(shown.sample) && shown.sample !== 'default' ? shown.sample : 'tried';
  return html`<h1>${title}</h1>
    ${
      page.moulds.length < 2
        ? nothing
        : html`<nav aria-label="Moulds">
            ${page.moulds.map(
              (one) =>
                html`<a href="/${encodeURIComponent(one.name)}/" aria-current=${one.name === page.name ? 'page' : nothing}>${one.title}</a>`,
            )}
          </nav>`
    }
    <p id="status" role="status">${status()}</p>
    <form class="save" @submit=${save}>
      <label>Save as <input name="name" required pattern="[A-Za-z][A-Za-z0-9_\\-]*" .value=${usual} spellcheck="false" autocomplete="off"></label>
      <button>${shown.taken === '' ? 'Save sample' : `Replace ${shown.taken}`}</button>
      <span role="status" class="said">${shown.said}</span>
    </form>`;
}

function draw(): void {
  const { folder, mould } = shown;
  const body = html`<header>${head()}</header>
    <main class=${mould ? '' : 'alone'}>
      <section class="look" aria-label="Preview">
        <div id="problems" aria-live="polite">${folder ? findingsView(folder) : nothing}</div>
        <km-preview
          class=${folder && !folder.isSound ? 'old' : ''}
          .mould=${mould}
          .moulds=${shown.placed}
          .values=${shown.values}
          .below=${shown.below}
          .slots=${shown.slots}
          .lit=${shown.lit}
          .sample=${shown.sample}
          .hostPage=${shown.around.page}
          .hostStyle=${shown.around.style}
          @km-sample=${({ detail }: CustomEvent<SampleChosen>) => {
            Object.assign(shown, { sample: detail.name, slots: detail.slots });
            take(detail.values, detail.below);
          }}
          @km-findings=${({ detail }: CustomEvent<PreviewFindings>) => {
            if (
              !detail.isCast ||
              JSON.stringify(detail.findings) === JSON.stringify(shown.findings)
            )
              return;
            shown.findings = detail.findings;
            queueMicrotask(draw);
          }}
          @km-point=${({ detail }: CustomEvent<{ path: string; isPicked: boolean }>) => {
            shown.pointedAt = detail.path;
            draw();
            if (detail.isPicked && detail.path) {
              void document.querySelector<KmForm>('km-form')?.focusField(detail.path);
            }
          }}
        ></km-preview>
      </section>
      ${mould ? settings(mould) : nothing}
    </main>`;
  render(body, document.body);
  const preview = document.querySelector<KmPreview>('km-preview');
  if (preview) preview.form = document.querySelector<KmForm>('km-form') ?? undefined;
}

function settings(mould: Mould) {
  return html`<aside aria-label="Settings">
    <km-form
      .mould=${mould}
      .values=${shown.values}
      .below=${shown.below}
      .language=${navigator.language}
      .findings=${shown.findings}
      .pointedAt=${shown.pointedAt}
      @km-change=${({ detail }: CustomEvent<FormChange>) => take(detail.values, detail.below)}
      @km-point=${({ detail }: CustomEvent<{ path: string }>) => {
        shown.lit = detail.path;
        draw();
      }}
      @km-file=${({ detail: { file, answer } }: CustomEvent<FileAsked>) => {
        if (file) answer(server.writeAsset(file));
      }}
    ></km-form>
  </aside>`;
}
