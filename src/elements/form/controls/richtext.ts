import { html } from 'lit';
import { live } from 'lit/directives/live.js';
import type { ControlView, FormParts, Place } from '../control.ts';
import { type IconName, icon } from '../icons.ts';
import { type EditorState, type RichTextAct, richTextEditor } from '../rich-text-editor.ts';

/** Text with emphasis, links and lists: as it looks, or as the HTML it is. */
export const richtext: ControlView = (place, form) => {
  const { steps, value, id, field, describedBy } = place;
  const { words } = form;
  const key = `html ${steps.join('.')}`;
  const isHtml = form.isOpen(key);
  if (isHtml) return htmlView(place, form, () => form.setOpen(key, false));
  const state = form.editorAt(steps.join('.'));
  if (state?.isFaithful === false) return htmlView(place, form, undefined);
  return html`<div class="richtext">
    ${toolbar(state, place, form, () => form.setOpen(key, true))}
    <div
      class="editor"
      ${richTextEditor({
        value: String(value ?? ''),
        label: field.title,
        id,
        describedBy,
        isFixed: form.isFixed,
        changed: (text) => form.set(steps, text),
        showed: (next) => form.setEditor(steps.join('.'), next),
      })}
    ></div>
    ${state?.linkFrom === undefined ? '' : linkLine(state, words)}
  </div>`;
};

function htmlView(
  { steps, value, id, describedBy, isWrong }: Place,
  { set, words }: FormParts,
  back: (() => void) | undefined,
) {
  return html`<div class="richtext">
    <div class="tools">
      ${back ? html`<button type="button" class="tool wide" aria-pressed="true" @click=${back}>${words.asHtml}</button>` : html`<p class="help">${words.onlyHtml}</p>`}
    </div>
    <textarea
      id=${id}
      class="code"
      rows="4"
      spellcheck="false"
      aria-invalid=${isWrong}
      aria-describedby=${describedBy}
      .value=${live(String(value ?? ''))}
      @input=${(event: InputEvent) => set(steps, (event.target as HTMLTextAreaElement).value)}
    ></textarea>
  </div>`;
}

/** The buttons of the toolbar, in order. */
const tools: readonly [
  act: RichTextAct & IconName,
  word: 'bold' | 'italic' | 'code' | 'link' | 'bullets' | 'numbers' | 'quote',
][] = [
  ['bold', 'bold'],
  ['italic', 'italic'],
  ['code', 'code'],
  ['link', 'link'],
  ['bullets', 'bullets'],
  ['numbers', 'numbers'],
  ['quote', 'quote'],
];

function toolbar(
  state: EditorState | undefined,
  { field, id }: Place,
  { words }: FormParts,
  asHtml: () => void,
) {
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    const bar = event.currentTarget as HTMLElement;
    const all = [...bar.querySelectorAll<HTMLElement>('button, select')];
    const at = all.indexOf(event.target as HTMLElement);
    if (by === undefined || at < 0 || event.target instanceof HTMLSelectElement) return;
    event.preventDefault();
    all[(at + by + all.length) % all.length]?.focus();
  };
  return html`<div class="tools" role="toolbar" aria-label=${words.toolbar(field.title)} aria-controls=${id} @keydown=${onKey}>
    <select
      aria-label=${words.blockKind}
      .value=${live(String(state?.level ?? 0))}
      @change=${(event: Event) => state?.run('level', (event.target as HTMLSelectElement).value)}
    >
      <option value="0">${words.paragraph}</option>
      ${[2, 3, 4].map((level) => html`<option value=${level} ?selected=${state?.level === level}>${words.heading(level)}</option>`)}
    </select>
    ${tools.map(
      ([act, word]) => html`<button
        type="button"
        class="tool"
        aria-label=${words[word]}
        title=${words[word]}
        aria-pressed=${state?.active.has(act) === true}
        @mousedown=${(event: Event) => event.preventDefault()}
        @click=${() => state?.run(act)}
      >
        ${icon(act)}
      </button>`,
    )}
    <button type="button" class="tool wide" aria-pressed="false" @click=${asHtml}>${words.asHtml}</button>
  </div>`;
}

function linkLine(state: EditorState, words: FormParts['words']) {
  const give = (event: Event) => {
    const box = (event.currentTarget as HTMLElement).closest('.link-line') as HTMLElement;
    state.run('linkTo', (box.querySelector('input') as HTMLInputElement).value);
  };
  return html`<div
    class="link-line"
    @keydown=${(event: KeyboardEvent) => {
      if (event.key === 'Escape') state.run('linkTo');
      if (event.key !== 'Enter') return;
      event.preventDefault();
      give(event);
    }}
  >
    <input class="code" type="text" inputmode="url" spellcheck="false" aria-label=${words.linkTo} .value=${state.linkFrom ?? ''} />
    <button type="button" class="plain" @click=${give}>${words.apply}</button>
    <button type="button" class="plain" @click=${() => state.run('linkTo', '')}>${words.unlink}</button>
  </div>`;
}
