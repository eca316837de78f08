import { html, nothing, type TemplateResult } from 'lit';
import type { Field } from '../../core/model/field.ts';
import type { Kind } from '../../core/model/kind.ts';
import type { FormParts, Place } from './control.ts';
import { controls } from './controls.ts';
import { icon } from './icons.ts';
import { ownControl } from './own-control.ts';
import { widthSwitch } from './width-switch.ts';
import type { FormWords } from './words/en.ts';

/** What is known of a field beside its value. */
export interface FieldFacts {
  readonly problems: readonly string[];
  readonly isChanged: boolean;
  /** Widths under which it may have another value, or undefined where it has but one. */
  readonly widths: readonly string[] | undefined;
  /** The width whose value is shown; undefined for that of all. */
  readonly width: string | undefined;
  /** True where the place it fills has been pointed at. */
  readonly isPointedAt: boolean;
}

/** Controls that are several, and so have a heading in place of a label. */
const several = new Set(['members', 'rows', 'file', 'richtext', 'words']);

/** A field with its title, control, help and problems. */
export function fieldView(place: Place, facts: FieldFacts, form: FormParts): TemplateResult {
  const { field, steps, id } = place;
  const { control }: Kind = field.kind;
  const path = steps.join('.');
  if (control === 'words')
    return html`<div class="field" data-path=${path}>${controls.words(place, form)}</div>`;
  const isRow = /^\d+$/.test(steps.at(-1) ?? '');
  const isGroup = several.has(control);
  const { controls: given } = form;
  const own = given[field.ownKind ?? ''] ?? given[field.kindName];
  const view = own === undefined ? controls[control](place, form) : ownControl(own, place, form);
  const head = isRow ? nothing : heading(field, place, facts, form, isGroup);
  const { words } = form;
  const help =
    field.declared.description ?? (steps.at(-1) === 'newTab' ? words.newTabHelp : undefined);
  const marks = `field ${isRow ? 'bare' : ''} ${facts.isPointedAt ? 'pointed-at' : ''} ${isFlag(field) ? 'on-line' : ''}`;
  return html`<div
    class=${marks}
    data-path=${path}
    data-control=${control}
    role=${isGroup && !isRow ? 'group' : nothing}
    aria-labelledby=${isGroup && !isRow ? `${id}-title` : nothing}
  >
    ${head}
    ${facts.widths ? widthSwitch(place, facts.widths, facts.width, form) : nothing}
    ${isRow && control !== 'members' ? html`<label class="unseen" for=${id}>${words.row(Number(steps.at(-1)) + 1)}</label>` : nothing}
    ${view}
    ${help ? html`<p class="help" id="${id}-help">${String(help)}</p>` : nothing}
    <div class="problems" id="${id}-problems">
      ${facts.problems.map((one) => html`<p class="problem">${one}</p>`)}
    </div>
  </div>`;
}

/** True for yes or no, whose switch stands before its title. */
function isFlag({ kind, declared }: Field): boolean {
  if (kind.control === 'switch') return true;
  const { enum: values, default: usual } = declared;
  return Array.isArray(values) && values.includes(true) && values.includes(false) && usual !== null;
}

/** The title of a field; those that kinds give their members are in the language of the form. */
function calledIn({ labels }: FormWords, { at, title }: Field): string {
  return (at === undefined ? labels[title] : undefined) ?? title;
}

function heading(
  field: Field,
  { steps, id }: Place,
  facts: FieldFacts,
  form: FormParts,
  isGroup: boolean,
) {
  const { words } = form;
  const required = field.required
    ? html` <span class="required">${words.required}</span>`
    : nothing;
  const called = calledIn(form.words, field);
  const title = isGroup
    ? html`<span class="title" id="${id}-title">${called}${required}</span>`
    : html`<label class="title" for=${id}>${called}${required}</label>`;
  return html`<div class="field-head">
    ${title}
    <span class="mark" ?hidden=${!facts.isChanged} title=${words.isChanged}>
      <span class="unseen">${words.isChanged}</span>
    </span>
    <button
      type="button"
      class="act reset"
      ?disabled=${!facts.isChanged}
      aria-label=${words.reset(called)}
      title=${words.reset(called)}
      @click=${() => form.set(steps, undefined)}
    >
      ${icon('reset')}
    </button>
  </div>`;
}
