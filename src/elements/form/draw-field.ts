import { html, type TemplateResult } from 'lit';
import { pathOf, type Steps } from '../../core/form/place.ts';
import type { Field } from '../../core/model/field.ts';
import type { FormParts } from './control.ts';
import { fieldView } from './field-view.ts';
import type { FormHost } from './form-host.ts';
import { widthsOf } from './form-parts.ts';

/** Draws one field of a form, or nothing where its condition does not hold. */
export function drawField(
  host: FormHost,
  parts: FormParts,
  field: Field,
  steps: Steps,
): TemplateResult {
  const { form } = host;
  if (!form.isShown(field, steps)) return html``;
  const path = pathOf(steps);
  const id = `field-${path}`;
  const problems = host.problems.get(path) ?? [];
  const width = host.widthAt(steps);
  const described = [
    ...(field.declared.description || steps.at(-1) === 'newTab' ? [`${id}-help`] : []),
    ...(problems.length > 0 ? [`${id}-problems`] : []),
  ];
  return fieldView(
    {
      field,
      steps,
      id,
      value: form.shown(field, steps, width),
      describedBy: described.join(' '),
      isWrong: problems.length > 0,
    },
    {
      problems,
      isChanged: form.isChanged(steps, width),
      widths: widthsOf(host, field, path),
      width: host.widths.get(path),
      isPointedAt: host.pointedAt === path,
    },
    parts,
  );
}
