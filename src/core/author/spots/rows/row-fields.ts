import type { Json } from '../../../model/json-source.ts';
import { type Atom, type Found, type Mark, type PathOf, type Proposal, replaced } from '../atom.ts';
import { hole } from '../markup/detector.ts';
import { classesIn, coreOf, isKeptWhole, richTextOf } from '../markup/rich-texts.ts';
import type { TreeElement, TreeText } from '../tree.ts';
import type { ProseColumn } from './columns.ts';
import { draftsOf, type FieldsLook, NoList, structureOf } from './fields.ts';
import { numbered, type RowFacts } from './row-facts.ts';

/** What was found in one place, by row. */
type Atoms = readonly (Atom | undefined)[];

/** The atoms of elements in the same place, by their slots. */
export function slotsAt(
  at: readonly (TreeElement | undefined)[],
  look: FieldsLook,
  isInRows: boolean,
): Map<string, Atoms> {
  const all = withOneName(at.map((one) => (one ? look.atomsOf(one) : [])));
  const slots = new Map<string, Atoms>();
  for (const slot of new Set(all.flatMap((atoms) => atoms.map((one) => one.slot)))) {
    const found = all.map((atoms) => atoms.find((one) => one.slot === slot));
    const isRich = found.some((one) => one?.kind === 'richtext');
    const complete = (atom: Atom | undefined, row: number) =>
      atom ?? (isRich ? richText(at[row], look.source) : plainText(at[row], slot));
    slots.set(slot, isInRows ? found.map(complete) : found);
  }
  return slots;
}

/** A text that is all of one row's element, and the first beside something else in another's. */
function withOneName(all: readonly (readonly Atom[])[]): readonly (readonly Atom[])[] {
  const isAll = ({ slot, kind }: Atom) => slot === 'content' && kind === 'text';
  const isMixed = all.some((atoms) => atoms.some(({ slot }) => slot === 'text:0'));
  if (!isMixed || !all.some((atoms) => atoms.some(isAll))) return all;
  return all.map((atoms) => atoms.map((one) => (isAll(one) ? { ...one, slot: 'text:0' } : one)));
}

/** The content of an element where it is a rich text in other rows. */
function richText(element: TreeElement | undefined, source: string): Atom | undefined {
  if (!element || element.inner.end <= element.inner.start) return undefined;
  const { start, end } = element.inner;
  const isKept = isKeptWhole(source.slice(start, end), classesIn(element));
  return isKept ? richTextOf(source, element) : undefined;
}

/** A text that says little on its own, such as a dash, where other rows have words. */
function plainText(element: TreeElement | undefined, slot: string): Atom | undefined {
  const texts = element?.children.filter((one): one is TreeText => one.node === 'text') ?? [];
  const isAlone = element?.children.length === 1;
  const text =
    slot === 'content' && isAlone ? texts[0] : texts[Number(/^text:(\d+)$/.exec(slot)?.[1])];
  if (!element || !text || (slot === 'content' && !isAlone)) return undefined;
  return {
    kind: 'text',
    value: text.text,
    element,
    slot,
    names: [],
    section: 'Content',
    marks: [replaced('template', 'text', text.core, hole())],
    weight: 0.5,
    why: 'text',
  };
}

/**
 * One field for what was found in one place of all rows.
 *
 * @throws NoList where rows have different kinds there
 */
export function fieldOf(
  found: Atoms,
  at: readonly (TreeElement | undefined)[],
  slot: string,
  source: string,
): Proposal {
  const first = found.find((one) => one) as Atom;
  const isRich = found.some((one) => one?.kind === 'richtext');
  const values = found.map((one): Json | undefined => {
    if (!one || !isRich || one.kind === 'richtext') return one?.value;
    const [mark] = one.marks;
    return mark ? source.slice(mark.start, mark.end) : one.value;
  });
  const kinds = new Set(found.flatMap((one) => one?.kind ?? []));
  if (kinds.size > 1 && !isRich) throw new NoList();
  const strongest = found.reduce((most, one) => Math.max(most, one?.weight ?? 0), 0);
  const base = isRich ? (found.find((one) => one?.kind === 'richtext') as Atom) : first;
  const classes = found.flatMap((one) => (one?.declares?.classes as string[] | undefined) ?? []);
  const isFraction = found.some((one) => one?.declares?.type === 'number');
  const { marks: _, value: __, element: ___, ...about } = base;
  return {
    ...about,
    slot,
    values: values.map((value, row) => (at[row] ? value : undefined)),
    ...(classes.length > 0 ? { declares: { classes: [...new Set(classes)] } } : {}),
    ...(isFraction ? { declares: { ...base.declares, type: 'number' } } : {}),
    names: commonFirst(found.map((one) => one?.names ?? [])),
    weight: strongest,
    found: found.flatMap((one, row) =>
      foundIn(one?.marks ?? [], found.length > 1 ? row : undefined),
    ),
    drafts: found.flatMap((one) => draftsOf(one?.marks ?? [])),
  };
}

/** Words for several rows, those that all have before those of some. */
function commonFirst(all: readonly (readonly string[])[]): string[] {
  const counts = new Map<string, number>();
  for (const names of all)
    for (const name of new Set(names)) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].sort(([, a], [, b]) => b - a).map(([name]) => name);
}

function foundIn(marks: readonly Mark[], row: number | undefined): Found[] {
  const reported = marks.flatMap(({ drafts: _, isAside, ...mark }) => (isAside ? [] : [mark]));
  return row === undefined ? reported : reported.map((mark) => ({ ...mark, row }));
}

/** Elements whose words are a label where all rows have the same. */
const labelNames = /^(?:a|button|label|span|small|i|abbr|dt|th|legend|summary)$/;

/** True for what all rows have in the same words, so that one field is enough for all. */
export function isSame(
  { values, kind }: Proposal,
  at: readonly (TreeElement | undefined)[],
): boolean {
  const first = JSON.stringify(values[0]);
  if (values.length < 2 || values.some((one) => JSON.stringify(one) !== first)) return false;
  if (kind !== 'text' && kind !== 'richtext' && kind !== 'multiline') return true;
  const name = at.find((one) => one)?.name ?? '';
  return values.length > 2 && labelNames.test(name);
}

/** A text or a number that only counts rows, from 1, is written by the row's own number. */
export function rowNumber(field: Proposal, facts: RowFacts): Proposal | undefined {
  const { index, slot } = facts;
  const isCounting = (from: number) =>
    field.values.length > 1 &&
    field.values.every((one, row) => String(one) === String((index[row] ?? 0) + from));
  if (field.kind !== 'text' && field.kind !== 'number') return undefined;
  // `Picture 1`, `Picture 2`: only the number differs.
  const texts = field.values.map((one) => (typeof one === 'string' ? one : undefined));
  const counted = /attr:(?:aria-label|title)$/.test(field.slot)
    ? numbered(texts, facts)
    : undefined;
  if (counted?.before || counted?.after) {
    const text = (_: unknown, of: PathOf) =>
      `${counted.before}{~${of(facts.slot)}#number~}${counted.after}`;
    return structureOf(
      field.slot,
      field.drafts.map((draft) => ({ ...draft, text })),
    );
  }
  // Two cells with 1 and 2 may as well be two values.
  const isCell = field.names.some((name) => / column$/.test(name)) || field.names[0] === 'text';
  if (isCell && field.values.length < 3) return undefined;
  if (isCounting(0)) return { ...field, weight: 0.3, why: 'the number of the row' };
  if (!isCounting(1)) return undefined;
  const drafts = field.drafts.map((draft) => ({
    ...draft,
    text: (_: unknown, of: (slot: string) => string) => {
      const { path, property } = { path: `${of(slot)}#number`, property: '' };
      return draft.text({ path, property }, of);
    },
  }));
  return structureOf(field.slot, drafts);
}

/** A field that stands outside the list, since all rows have the same. */
export function sharedOf(field: Proposal, found: Atoms): Proposal {
  const same = found.find((one) => one)?.same;
  const places = field.found.map(({ row: _, ...place }) => place);
  return { ...field, values: [field.values[0]], found: places, ...(same ? { same } : {}) };
}

/** In a row nothing is the same as what stands outside. */
export function withoutSame({ same: _, ...field }: Proposal): Proposal {
  return field;
}

/** Paragraphs and lists of words as one rich text. */
export function proseField({ at }: ProseColumn, key: string, { source }: FieldsLook): Proposal {
  const atoms = at.map((stretch): Atom | undefined => {
    const [first] = stretch ?? [];
    const last = stretch?.at(-1);
    if (!first || !last) return undefined;
    const range = coreOf(source, { start: first.start, end: last.end });
    const mark = replaced('template', 'text', range, hole());
    const classes = [...new Set((stretch ?? []).flatMap(classesIn))];
    const { declares: _, ...about } = richTextOf(source, first);
    const value = source.slice(range.start, range.end);
    const allowed = classes.length > 0 ? { declares: { classes } } : {};
    return { ...about, ...allowed, value, marks: [mark], why: 'text of several paragraphs' };
  });
  const field = fieldOf(
    atoms,
    atoms.map((one) => one?.element),
    key,
    source,
  );
  return { ...field, names: ['text', 'content'] };
}
