import type { Range } from '../../../text/edits.ts';
import type { Found, Mark, Proposal } from '../atom.ts';
import type { TreeAttribute, TreeElement } from '../tree.ts';
import type { ElementColumn } from './columns.ts';
import { draftsOf, type FieldsLook, NoList, structureOf } from './fields.ts';
import { type AttributeField, rowAttributes, type SplitBy } from './row-attributes.ts';
import { type ClassField, rowClasses } from './row-classes.ts';
import type { RowFacts } from './row-facts.ts';
import { rowRules } from './row-rules.ts';
import { rowStyles } from './row-styles.ts';

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
  const rules = rowRules(at, look.style, key, look.isInScript);
  const marked = at.flatMap((one) => (one ? look.marksIn(one) : []));
  const isTaken = ({ start, end }: Range) =>
    marked.some((mark) => contains(mark, { start, end }) || contains({ start, end }, mark));
  const classes = rowClasses(at, facts, key, {
    gone: rules?.gone ?? new Set(),
    marked,
    source: look.source,
    isInScript: look.isInScript,
  });
  const styles = stylesOf(at, facts, key, look, marked);
  const isWritten = (one: TreeAttribute) => isTaken(one) || (styles && one.name === 'style');
  const attributes = rowAttributes(at, facts, key, (one) => Boolean(isWritten(one)));
  if (!attributes) throw new NoList('one element is written in too many ways');
  if (attributes.split && !canSplit(at)) throw new NoList('one element has no end tag');
  const fields = [...(classes?.fields ?? []), ...attributes.fields].map((one) =>
    differing(one, at),
  );
  const marks = [...(classes?.marks ?? []), ...(styles?.marks ?? []), ...attributes.marks.flat()];
  const drafts = draftsOf(marks.filter((one) => one !== undefined));
  const structure = drafts.length > 0 ? [structureOf(`${key}:structure`, drafts)] : [];
  const own = [...(rules?.fields ?? []), ...fields, ...(styles?.fields ?? []), ...structure];
  return { fields: own, split: attributes.split };
}

/** How inline style is written where rows differ in it by more than what fields fill. */
function stylesOf(
  at: readonly (TreeElement | undefined)[],
  facts: RowFacts,
  key: string,
  { source }: FieldsLook,
  marked: readonly Mark[],
) {
  const filled = marked.map(({ start, end }) => ({ start, end })).sort((a, b) => a.start - b.start);
  const frames = at.flatMap((one) => {
    const style = one?.attributes.get('style');
    if (!one) return [];
    if (!style) return [''];
    let frame = '';
    let from = style.value.start;
    for (const range of filled) {
      if (range.start < style.value.start || range.end > style.value.end) continue;
      frame += `${source.slice(from, range.start)}\0`;
      from = range.end;
    }
    return [frame + source.slice(from, style.value.end)];
  });
  if (frames.every((frame) => frame === frames[0])) return undefined;
  return rowStyles(at, facts, key, source, filled);
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
    const [word = ''] = on.words?.[row]?.split(' ') ?? [];
    // Where it holds nothing else, the attribute is what comes and goes.
    if (on.words && word !== '' && attribute.text.trim() === on.words[row]) {
      const { start, end } = attribute;
      return [{ start, end, in: 'template', as: 'class', row } as const];
    }
    if (on.words === undefined) {
      const range = attribute.value.end > attribute.value.start ? attribute.value : attribute;
      return [
        { start: range.start, end: range.end, in: 'template', as: 'attribute', row } as const,
      ];
    }
    const [index, whole] = [attribute.text.indexOf(word), on.words[row] ?? ''];
    const start = attribute.value.start + index;
    const end = start + (attribute.text.startsWith(whole, index) ? whole : word).length;
    return word === '' ? [] : [{ start, end, in: 'template', as: 'class', row }];
  });
  const of = at.find((one) => one);
  return { ...place, ...field, ...(of ? { of } : {}), found, drafts: [] };
}
