import { html, nothing, type TemplateResult } from 'lit';
import type { Field } from '../../../core/model/field.ts';
import type { FormParts, Place } from '../control.ts';
import { icon } from '../icons.ts';

/** The fields of some members, and those that few people need behind one button. */
export function memberFields(
  { field, steps }: Place,
  form: FormParts,
  members: readonly Field[] = field.members,
): TemplateResult {
  const { rare = [] } = field.kind;
  const draw = (some: readonly Field[]) =>
    some.map((member) => form.field(member, [...steps, member.name]));
  // What does nothing in this mould is not drawn, so it needs no button either.
  const folded = members.filter(
    (member) => rare.includes(member.name) && form.isShown(member, [...steps, member.name]),
  );
  const key = `more ${steps.join('.')}`;
  const isOpen = form.isOpen(key);
  return html`${draw(members.filter(({ name }) => !rare.includes(name)))}
    ${
      folded.length === 0
        ? nothing
        : html`<button type="button" class="toggle rare" aria-expanded=${isOpen} @click=${() => form.setOpen(key, !isOpen)}>
            ${icon(isOpen ? 'down' : 'right')}<span>${form.words.more}</span>
          </button>`
    }
    ${isOpen ? draw(folded) : nothing}`;
}
