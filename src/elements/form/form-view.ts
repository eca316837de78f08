import { html, nothing } from 'lit';
import type { FilledForm } from '../../core/form/filled-form.ts';
import { countBelow, type ProblemsByPath } from '../../core/form/form-problems.ts';
import type { Section } from '../../core/form/sections.ts';
import type { FormParts } from './control.ts';
import { type IconName, icon } from './icons.ts';
import { isFoundBy } from './search.ts';
import type { FormWords } from './words/en.ts';

/** What stands around the fields of a form. */
export interface FormFrame {
  /** The name of the widget; '' where what is around the form says it. */
  readonly title: string;
  readonly words: FormWords;
  readonly query: string;
  readonly problems: ProblemsByPath;
  readonly opened: ReadonlyMap<string, boolean>;
  readonly parts: FormParts;
  search(query: string): void;
  undo(): void;
  redo(): void;
  resetAll(): void;
}

/** So many fields are unfolded at first, section by section. */
const mostUnfolded = 14;

/** The whole of a form: search and undo above, then the sections. */
export function formView(form: FilledForm, frame: FormFrame) {
  const { words, query, problems } = frame;
  if (form.root.members.length === 0) return html`<p class="nothing">${words.noFields}</p>`;
  const changed = form.changedPaths();
  const wrong = countBelow(problems, '');
  const found = form.sections
    .map((section) => ({
      ...section,
      fields: section.fields.filter((field) => isFoundBy(query, field, section.title)),
    }))
    .filter(({ fields }) => fields.length > 0);
  const act = (name: IconName, label: string, run: () => void, isOff: boolean) =>
    html`<button
      type="button"
      class="act"
      aria-label=${label}
      title=${label}
      ?disabled=${isOff}
      @click=${run}
    >
      ${icon(name)}
    </button>`;
  return html`${frame.title === '' ? nothing : html`<p class="form-title" role="heading" aria-level="2">${frame.title}</p>`}
    <div class="bar">
      <label class="search"
        >${icon('find')}<input
          type="search"
          aria-label=${words.find}
          placeholder=${words.find}
          .value=${query}
          @input=${(event: InputEvent) => frame.search((event.target as HTMLInputElement).value)}
      /></label>
      ${act('undo', words.undo, frame.undo, !form.canGoBack)}
      ${act('redo', words.redo, frame.redo, !form.canGoForth)}
      <p class="sum">
        <span class=${changed.length > 0 ? 'changed' : ''}
          >${changed.length > 0 ? words.changed(changed.length) : words.atDefaults}</span
        >
        ${wrong > 0 ? html`<span class="count fault">${words.problems(wrong)}</span>` : nothing}
        <button type="button" class="plain" ?disabled=${changed.length === 0} @click=${frame.resetAll}>
          ${words.resetAll}
        </button>
      </p>
    </div>
    ${found.length === 0 ? html`<p class="nothing">${words.nothingFound}</p>` : nothing}
    ${found.map((section) => sectionView(section, isOpenAtFirst(form, section), changed, frame))}`;
}

/** The first section is always open, and others as long as the form stays short. */
function isOpenAtFirst({ sections }: FilledForm, { title }: Section): boolean {
  const at = sections.findIndex((one) => one.title === title);
  const above = sections.slice(0, at + 1).reduce((sum, { fields }) => sum + fields.length, 0);
  return at === 0 || above <= mostUnfolded;
}

function sectionView(
  { title, help, fields }: Section,
  isOpenFirst: boolean,
  changed: readonly string[],
  frame: FormFrame,
) {
  const { words, query, problems, opened, parts } = frame;
  const views = () => fields.map((field) => parts.field(field, [field.name]));
  if (title === '') return html`<div class="section">${views()}</div>`;
  const key = `section ${title}`;
  const isOpen = query !== '' || (opened.get(key) ?? isOpenFirst);
  const isIn = (path: string) => fields.some(({ name }) => name === path.split('.')[0]);
  const count = changed.filter(isIn).length;
  const wrong = fields.reduce((sum, { name }) => sum + countBelow(problems, name), 0);
  return html`<section class="section">
    <div class="section-title" role="heading" aria-level=${frame.title === '' ? 2 : 3}>
      <button
        type="button"
        class="toggle"
        aria-expanded=${isOpen}
        @click=${() => parts.setOpen(key, !isOpen)}
      >
        ${icon(isOpen ? 'down' : 'right')}<span>${title}</span>
        ${wrong > 0 ? html`<span class="count fault">${words.problems(wrong)}</span>` : nothing}
        ${count > 0 ? html`<span class="count">${words.changed(count)}</span>` : nothing}
      </button>
    </div>
    ${isOpen ? html`${help === '' ? nothing : html`<p class="help">${help}</p>`}${views()}` : nothing}
  </section>`;
}
