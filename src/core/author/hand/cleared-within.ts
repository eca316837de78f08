import { usesIn } from '../../compile/uses/field-uses.ts';
import type { Mould } from '../../model/mould.ts';
import type { Range } from '../../text/edits.ts';
import { unbindField } from '../bind/unbind-field.ts';

/**
 * The mould without the fields that fill nothing but a stretch of the template, so that all of it
 * can become one field.
 */
export function clearedWithin(mould: Mould, { start, end }: Range): Mould {
  const inside = new Set<string>();
  const elsewhere = new Set<string>();
  for (const use of usesIn(mould).uses) {
    const field = fieldOf(use);
    if (field === undefined) continue;
    const isInside = use.in === 'template' && use.name.start >= start && use.name.end <= end;
    (isInside ? inside : elsewhere).add(field);
  }
  return [...inside]
    .filter((field) => !elsewhere.has(field))
    .reduce((made, field) => unbindField(made, field).mould, mould);
}

function fieldOf(use: ReturnType<typeof usesIn>['uses'][number]): string | undefined {
  if ('path' in use) return use.path.split('.')[0];
  return use.as === 'read' ? use.steps[0]?.name : undefined;
}
