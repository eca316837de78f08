import { html } from 'lit';
import { membersOf } from '../../../core/model/field.ts';
import { isJsonObject, type JsonObject } from '../../../core/model/json-source.ts';
import { typefaceProperties } from '../../../core/model/kinds/typeface.ts';
import { styled } from '../../styled.ts';
import type { ControlView } from '../control.ts';
import { memberFields } from './member-fields.ts';

/** The fields of a group, or the fixed parts of a value such as a link. */
export const members: ControlView = (place, form) => {
  const { field, steps } = place;
  const value = form.complete(steps);
  const shape = field.shapes && isJsonObject(value) ? value[field.shapes.by] : undefined;
  const names = membersOf(field, shape);
  return html`<div class="members" data-kind=${field.kindName}>
    ${memberFields(
      place,
      form,
      field.members.filter(({ name }) => names.includes(name)),
    )}
    ${field.kind.isTypeface ? specimen(value as JsonObject, form.words.sample) : ''}
  </div>`;
};

/** A line of words in the typeface; its size is held to what fits. */
function specimen(value: JsonObject, words: string) {
  const style = Object.entries(typefaceProperties).map(([member, property]) => [
    property,
    String(value[member] ?? ''),
  ]);
  return html`<p class="specimen" aria-hidden="true" ${styled(Object.fromEntries(style))}>${words}</p>`;
}
