import type { Json, JsonObject } from '../../../model/json-source.ts';
import type { PlacedDraft, Proposal } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import type { TreeElement } from '../tree.ts';
import { structureOf } from './fields.ts';

/** What only some rows have is there where its main field is not empty, or where a switch is on. */
export function withCondition(
  own: readonly Proposal[],
  at: readonly (TreeElement | undefined)[],
  key: string,
  isThere: readonly boolean[],
  binding: 'km-when' | 'km-shell',
): Proposal[] {
  const element = at.find((one) => one) as TreeElement;
  const main = own.find(({ kind }) => kind !== 'note' && kind !== 'switch' && kind !== 'choice');
  const slot = main?.slot ?? `${key}:there`;
  const isFilled = main?.values.every(
    (value, row) => !isThere[row] || (main.rows?.spans[row]?.length ?? 0) > 0 || !isEmpty(value),
  );
  const asked = main && isFilled ? slot : `${key}:there`;
  const drafts = at.flatMap((one): PlacedDraft[] => {
    if (!one) return [];
    const insert = one.startTag.start + 1 + one.name.length;
    const text = (_: unknown, of: (slot: string) => string) => ` ${binding}="${of(asked)}"`;
    return [{ start: insert, end: insert, in: 'template', text }];
  });
  if (asked === main?.slot) return [...own, structureOf(`${key}:when`, drafts)];
  const names = elementNames(element).map((name) => `with ${name}`);
  const field: Proposal = {
    kind: 'switch',
    slot: asked,
    names,
    section: 'Content',
    weight: 0.65,
    drafts,
    of: element,
    why: 'present in some rows only',
    values: [...isThere],
    found: at.flatMap((one, row) => {
      return one ? [{ ...one.startTag, in: 'template' as const, as: 'tag' as const, row }] : [];
    }),
  };
  return [...own, field];
}

/** True for a value that `km-when` takes for nothing. */
export function isEmpty(value: Json | undefined): boolean {
  if (value === undefined || value === null || value === '' || value === false) return true;
  if (typeof value !== 'object' || Array.isArray(value)) return false;
  const { href, src, svg, class: classes } = value as JsonObject;
  return !href && !src && !svg && !classes;
}
