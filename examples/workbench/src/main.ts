import type { KmFormElement as KmForm, KmPreviewElement as KmPreview } from 'keen-mould/elements';
import { html, nothing, render, type TemplateResult } from 'lit';
import { Bench } from './bench.ts';
import { stop, warmUp, watch } from './beside.ts';
import './code-pane.ts';
import { type Step, steps } from './state.ts';
import { openFiles, openReady, pasteView } from './views/paste-view.ts';

const titles: Readonly<Record<Step, string>> = {
  paste: 'Paste',
  fields: 'Fields',
  try: 'Try',
  take: 'Get the code',
};

type View = (bench: Bench) => unknown;

/** The steps after the first are loaded while that is worked on. */
const loading: Readonly<Record<Step, () => Promise<View>>> = {
  paste: async () => pasteView,
  fields: async () => (await import('./views/fields-view.ts')).fieldsView,
  try: async () => (await import('./views/try-view.ts')).tryView,
  take: async () => (await import('./views/take-view.ts')).takeView,
};
const views: Partial<Record<Step, View>> = { paste: pasteView };
let parts: Awaited<ReturnType<typeof loadParts>> | undefined;

const waiting: TemplateResult = html`<p class="soft" role="status">Loading…</p>`;

const place = document.querySelector('#bench') as HTMLElement;
const bench = new Bench(draw);
await bench.recall();
// What stood there from the first moment gives way to what works.
place.replaceChildren();
draw();
void loadRest();
void openAsked();

/** `?example=NAME` opens one; what was worked on can be had back by undo. */
async function openAsked(): Promise<void> {
  const wanted = new URLSearchParams(location.search).get('example');
  if (wanted === null) return;
  bench.show({ step: 'paste' });
  await openReady(bench, wanted);
  // Loaded again, the page is to go on with what was made of it.
  history.replaceState(null, '', location.pathname);
}

async function loadParts() {
  await import('keen-mould/elements');
  const { lookView } = await import('./views/look-view.ts');
  const { openRack, rackView } = await import('./views/rack-view.ts');
  return { lookView, openRack, rackView };
}

async function loadRest(): Promise<void> {
  warmUp();
  parts = await loadParts();
  for (const step of steps) views[step] = await loading[step]();
  bench.show({ rack: await (await import('./rack.ts')).newest() });
}

function draw(): void {
  const { work, screen } = bench;
  const { mould } = work;
  document.title = `${mould?.manifest.title ?? 'Keen Mould'} – workbench`;
  render(
    html`<header>
        <h1>Keen Mould <span>workbench</span></h1>
        <nav aria-label="Steps"><ol>${steps.map(
          (step, at) => html`<li><button aria-current=${screen.step === step ? 'step' : nothing}
            @click=${() => go(step)}><span aria-hidden="true">${at + 1}</span> ${titles[step]}</button></li>`,
        )}</ol></nav>
        <div class="tools">
          ${
            work.mould || work.pieces.length > 0
              ? html`<button @click=${() => bench.begin()}>New</button>`
              : nothing
          }
          <button ?disabled=${!bench.canUndo} @click=${() => bench.undo()}>Undo</button>
          <button ?disabled=${!bench.canRedo} @click=${() => bench.redo()}>Redo</button>
          <button ?disabled=${!parts} @click=${() => parts?.openRack(bench)}>Rack</button>
        </div>
      </header>
      <main @dragover=${(event: DragEvent) => event.preventDefault()}
        @drop=${(event: DragEvent) => {
          event.preventDefault();
          void openFiles(bench, event.dataTransfer?.files ?? null);
        }}>
        <section class="step" aria-label=${titles[screen.step]}>
          <h2 class="unseen">${titles[screen.step]}</h2>
          ${views[screen.step]?.(bench) ?? waiting}
        </section>
        <section class="look" aria-label="Preview">
          ${
            mould
              ? (parts?.lookView(bench, mould) ?? waiting)
              : html`<p class="empty">What you paste is shown here at several widths, as it came. It runs
                  confined: it can reach neither this page nor what it keeps.</p>`
          }
        </section>
      </main>
      <footer><p class="said" role="status">${screen.said}</p>${busy()}${next(screen.step)}</footer>
      <dialog id="rack" aria-label="Rack">${parts?.rackView(bench)}</dialog>`,
    place,
  );
  // What is clicked in a frame is edited there, through the form beside it.
  const preview = place.querySelector<KmPreview>('km-preview');
  if (preview) preview.form = place.querySelector<KmForm>('km-form') ?? undefined;
}

/** What takes longer than a moment is seen to go on, and can be stopped. */
function busy() {
  if (!bench.screen.isBusy) return nothing;
  return html`<label class="busy">Working… <progress></progress></label>
    <button @click=${() => stop()}>Stop</button>`;
}

function next(step: Step) {
  const following = steps[steps.indexOf(step) + 1];
  if (!bench.work.mould || !following) return nothing;
  return html`<button class=${isReady(step) ? 'main' : ''} @click=${() => go(following)}>Next: ${titles[following]}</button>`;
}

/** While no field is chosen, choosing some is the next thing to do. */
function isReady(step: Step): boolean {
  const { properties = {} } = (bench.work.mould?.manifest.fields ?? {}) as { properties?: object };
  return step !== 'fields' || Object.keys(properties).length > 0;
}

function go(step: Step): void {
  bench.show({ step, said: '' });
  bench.keep();
  document.querySelector('.step')?.scrollTo({ top: 0 });
}

watch((isBusy) => {
  if (bench.screen.isBusy !== isBusy) bench.show({ isBusy });
});

addEventListener('beforeunload', (event) => {
  if (bench.isUnsaved) event.preventDefault();
});

addEventListener('keydown', (event) => {
  const isTyping = event.composedPath().some((one) => {
    return (
      one instanceof HTMLElement &&
      (one.isContentEditable || /^(?:INPUT|TEXTAREA|SELECT|KM-FORM)$/.test(one.tagName))
    );
  });
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isTyping) return;
  event.preventDefault();
  if (event.shiftKey) bench.redo();
  else bench.undo();
});
