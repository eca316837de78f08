import type { Range } from '../../../text/edits.ts';
import type { Found, Proposal } from '../atom.ts';
import type { TreeElement } from '../tree.ts';
import type { ElementColumn } from './columns.ts';
import { draftsOf, type FieldsLook, NoList, structureOf } from './fields.ts';
import { type AttributeField, rowAttributes, type SplitBy } from './row-attributes.ts';
import { type ClassField, rowClasses } from './row-classes.ts';
import { rowColor } from './row-colors.ts';
import type { RowFacts } from './row-facts.ts';

/**
 * The fields of what rows differ in beside their content: classes and other attributes.
 *
 * @throws NoList where they differ in what cannot be bound
 */
export function differences(
  { at }: ElementColumn,
  key: string,
  facts: RowFacts,
  look: FieldsLook,
): { readonly fields: Proposal[]; readonly split: SplitBy | undefined } {
  const color = rowColor(at, look.style, look.isInScript);
  const marked = at.flatMap((one) => (one ? look.marksIn(one) : []));
  const isTaken = ({ start, end }: Range) =>
    marked.some((mark) => contains(mark, { start, end }) || contains({ start, end }, mark));
  const areOwn = at.every(
    (one) => !one?.attributes.has('class') || !isTaken(one.attributes.get('class') as Range),
  );
  const classes = areOwn ? rowClasses(at, facts, key, color?.classes) : undefined;
  const attributes = rowAttributes(at, facts, key, isTaken);
  if (!attributes) throw new NoList();
  if (attributes.split && !canSplit(at)) throw new NoList();
  const fields = [...(classes?.fields ?? []), ...attributes.fields].map((one) =>
    differing(one, at),
  );
  const marks = [...(classes?.marks ?? []), ...attributes.marks.flat()];
  const drafts = draftsOf(marks.filter((one) => one !== undefined));
  const structure = drafts.length > 0 ? [structureOf(`${key}:structure`, drafts)] : [];
  const colors = color ? [colorField(color, `${key}:color`)] : [];
  return { fields: [...colors, ...fields, ...structure], split: attributes.split };
}

function contains(a: Range, b: Range): boolean {
  return a.start <= b.start && b.end <= a.end;
}

function canSplit(at: readonly (TreeElement | undefined)[]): boolean {
  return at.every((one) => one === undefined || one.endTag !== undefined);
}

function differing(
  { on, ...field }: ClassField | AttributeField,
  at: readonly (TreeElement | undefined)[],
): Proposal {
  const place = { section: 'Look', weight: 0.7 } as const;
  const found = at.flatMap((one, row): Found[] => {
    const attribute = one?.attributes.get(on.attribute);
    if (!attribute) return [];
    if (on.word === undefined) {
      const range = attribute.value.end > attribute.value.start ? attribute.value : attribute;
      return [
        { start: range.start, end: range.end, in: 'template', as: 'attribute', row } as const,
      ];
    }
    const index = one?.classes.includes(on.word) ? attribute.text.indexOf(on.word) : -1;
    const start = attribute.value.start + index;
    const end = start + on.word.length;
    return index < 0 ? [] : [{ start, end, in: 'template', as: 'class', row }];
  });
  return { ...place, ...field, found, drafts: [] };
}

function colorField(
  { property, values, found, drafts }: NonNullable<ReturnType<typeof rowColor>>,
  slot: string,
): Proposal {
  const name = /^background/.test(property) ? 'background' : property.replace(/-/g, ' ');
  return {
    kind: 'color',
    slot,
    names: [name],
    section: 'Look',
    weight: 0.8,
    values,
    drafts,
    why: 'the colour of each row',
    found: found.map((one, row) => ({ ...one, in: 'style', as: 'value', row })),
  };
}
