import { html, nothing, type TemplateResult } from 'lit';
import { repeat } from 'lit/directives/repeat.js';
import type { Field } from '../../../core/model/field.ts';
import { isJsonObject } from '../../../core/model/json-source.ts';
import type { FormParts, Place } from '../control.ts';
import { icon } from '../icons.ts';

/**
 * The fields of some members; those that few people need come after a click on one button, and then
 * all stand in their order, so that none moves while it is typed into.
 */
export function memberFields(
  { field, steps }: Place,
  form: FormParts,
  members: readonly Field[] = field.members,
): TemplateResult {
  const { rare = [], forms = [] } = field.kind;
  const value = form.complete(steps);
  const used = forms.filter((name) => isJsonObject(value) && Boolean(value[name]));
  const isFolded = ({ name }: Field) =>
    rare.includes(name) || (used.length > 0 && forms.includes(name) && !used.includes(name));
  // What does nothing in this mould is not drawn, so it needs no button either.
  const hasFolded = members.some(
    (member) => isFolded(member) && form.isShown(member, [...steps, member.name]),
  );
  const key = `more ${steps.join('.')}`;
  const isOpen = form.isOpen(key);
  return html`${repeat(
    isOpen ? members : members.filter((member) => !isFolded(member)),
    ({ name }) => name,
    (member) => form.field(member, [...steps, member.name]),
  )}
  ${
    hasFolded
      ? html`<button type="button" class="toggle rare" aria-expanded=${isOpen} @click=${() => form.setOpen(key, !isOpen)}>
          ${icon(isOpen ? 'down' : 'right')}<span>${form.words.more}</span>
        </button>`
      : nothing
  }`;
}
