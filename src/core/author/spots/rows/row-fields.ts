import { isJsonObject, type Json } from '../../../model/json-source.ts';
import { type Atom, type Found, type Mark, type PathOf, type Proposal, replaced } from '../atom.ts';
import { hole } from '../markup/detector.ts';
import { classesIn, coreOf, isKeptWhole, richTextOf } from '../markup/rich-texts.ts';
import type { TreeElement, TreeText } from '../tree.ts';
import type { Atoms } from './atoms.ts';
import type { ElementColumn, ProseColumn, TextColumn } from './columns.ts';
import { draftsOf, type FieldsLook, NoList, structureOf } from './fields.ts';
import { withBlanks } from './row-blanks.ts';
import { numbered, type RowFacts } from './row-facts.ts';
import { attributeOf, missingIn, plainAttribute } from './row-missing.ts';

/** The atoms of elements in the same place, by their slots. */
export function slotsAt(
  { at, columns }: ElementColumn,
  look: FieldsLook,
  isInRows: boolean,
): Map<string, Atoms> {
  const texts = columns.filter((one) => one.type === 'text');
  const all = withOneLink(at, texts, look).map((atoms, row) => placedAtoms(atoms, texts, row));
  const isRich = all.some((atoms) => atoms.some(isRichContent));
  const names = new Set(all.flatMap((atoms) => atoms.map((one) => one.slot)));
  const linked = new Set(
    all
      .flat()
      .flatMap(({ kind, marks }) => (kind === 'link' ? marks : []))
      .map(({ start }) => start),
  );
  const isFree = ({ at: some }: TextColumn) =>
    some.every((one) => !one || !linked.has(one.core.start));
  for (const [column, one] of texts.entries()) {
    if (isInRows && differ(one) && isFree(one)) names.add(`text:${column}`);
  }
  const slots = new Map<string, Atoms>();
  for (const slot of names) {
    // Where some rows have a rich text, all words of the others are one as well.
    if (isRich && columns.length === 0 && /^text:/.test(slot)) continue;
    const found = all.map((atoms) => atoms.find((one) => one.slot === slot));
    // A class that only some rows have is no colour of the row.
    if (/^class:/.test(slot) && at.some((one, row) => one && !found[row])) continue;
    const complete = (atom: Atom | undefined, row: number) => {
      if (atom) return atom;
      if (isRich && slot === 'content') return richText(at[row], look.source);
      const name = /^attr:(.+)$/.exec(slot)?.[1];
      if (name !== undefined) return plainAttribute(at[row], name, slot);
      return plainText(at[row], texts[Number(/^text:(\d+)$/.exec(slot)?.[1])]?.at[row], slot);
    };
    const whole = isInRows ? found.map(complete) : found;
    const column = texts[Number(/^text:(\d+)$/.exec(slot)?.[1])];
    slots.set(slot, isInRows && column ? withBlanks(whole, column) : whole);
  }
  return slots;
}

/**
 * The atoms of elements in the same place. A link takes its text along where it does so in all of
 * the rows; else the text is a field by itself.
 */
function withOneLink(
  at: readonly (TreeElement | undefined)[],
  texts: readonly TextColumn[],
  look: FieldsLook,
): Atom[][] {
  const all = at.map((one) => (one ? [...look.atomsOf(one)] : []));
  const own = new Set(texts.flatMap((column) => column.at.map((one) => one?.core.start)));
  const isText = ({ start }: Mark) => own.has(start);
  const links = all.map((atoms) => atoms.find(({ kind }) => kind === 'link'));
  const takes = links.map((link) => link?.marks.some(isText));
  const hasText = at.map((_, row) => texts.some((column) => column.at[row]));
  const isMixed = takes.some((is) => is) && at.some((_, row) => hasText[row] && !takes[row]);
  if (!isMixed) return all;
  return all.map((atoms) =>
    atoms.map((atom) => {
      if (atom.kind !== 'link' || !isJsonObject(atom.value)) return atom;
      const { text: _, ...value } = atom.value;
      return { ...atom, value, marks: atom.marks.filter((mark) => !isText(mark)) };
    }),
  );
}

function isRichContent({ kind, slot }: Atom): boolean {
  return kind === 'richtext' && slot === 'content';
}

/** Atoms of words, each by the column that its words stand in. */
function placedAtoms(atoms: readonly Atom[], texts: readonly TextColumn[], row: number): Atom[] {
  return atoms.map((atom) => {
    const [mark] = atom.marks;
    if (!mark || !/^(?:content|text:\d+)$/.test(atom.slot) || atom.kind === 'richtext') return atom;
    const column = texts.findIndex(({ at }) => at[row]?.core.start === mark.start);
    return column < 0 ? atom : { ...atom, slot: `text:${column}` };
  });
}

function differ({ at }: TextColumn): boolean {
  return new Set(at.map((one) => one?.text)).size > 1;
}

/** The content of an element where it is a rich text in other rows. */
function richText(element: TreeElement | undefined, source: string): Atom | undefined {
  if (!element || element.inner.end <= element.inner.start) return undefined;
  const { start, end } = element.inner;
  const isKept = isKeptWhole(source.slice(start, end), classesIn(element));
  return isKept ? richTextOf(source, element) : undefined;
}

/** A text that says little on its own, such as a dash, where other rows have words. */
function plainText(
  element: TreeElement | undefined,
  text: TreeText | undefined,
  slot: string,
): Atom | undefined {
  if (!element || !text) return undefined;
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
  const kind = commonKind(found);
  const isRich = kind === 'richtext';
  const values = found.map((one): Json | undefined => {
    if (!one || one.kind === kind) return one?.value;
    const [mark] = one.marks;
    if (!mark) return one.value;
    // What is read of it is what stands there; of markup, as it is written.
    const written = source.slice(mark.start, mark.end);
    return isRich ? written : typeof one.value === 'string' ? one.value : written;
  });
  const strongest = found.reduce((most, one) => Math.max(most, one?.weight ?? 0), 0);
  const same = found.find((one) => one?.kind === kind) ?? (found.find((one) => one) as Atom);
  const base = same.kind === kind ? same : { ...same, kind, declares: {} };
  const classes = found.flatMap((one) => (one?.declares?.classes as string[] | undefined) ?? []);
  const isFraction = found.some((one) => one?.declares?.type === 'number');
  const { marks: _, value: __, element, ...about } = base;
  const of = at.find((one) => one) ?? element;
  const attribute = attributeOf(slot, kind);
  return {
    ...about,
    ...(of ? { of } : {}),
    slot,
    values: values.map((value, row) => (at[row] ? value : undefined)),
    ...(classes.length > 0 ? { declares: { classes: [...new Set(classes)] } } : {}),
    ...(isFraction ? { declares: { ...base.declares, type: 'number' } } : {}),
    names: commonFirst(found.map((one) => one?.names ?? [])),
    weight: strongest,
    found: found.flatMap((one, row) =>
      foundIn(one?.marks ?? [], found.length > 1 ? row : undefined),
    ),
    drafts: [
      ...found.flatMap((one) => draftsOf(one?.marks ?? [])),
      ...(attribute === undefined ? [] : missingIn(found, at, attribute)),
    ],
  };
}

/** Kinds whose values are words or can be said in words. */
const worded = new Set(['text', 'multiline', 'number', 'date', 'duration', 'length', 'color']);

/**
 * The most specific kind that holds what all rows have.
 *
 * @throws NoList where there is none
 */
function commonKind(found: Atoms): Atom['kind'] {
  const there = found.filter((one) => one !== undefined);
  const kinds = new Set(there.map((one) => one.kind));
  const [first = 'text'] = kinds;
  if (kinds.size === 1) return first;
  const isIn = (...names: readonly string[]) =>
    [...kinds].every((kind) => worded.has(kind) || names.includes(kind));
  // Code reads an attribute of data as a text, an address in it as well.
  if (there.every(({ slot }) => /^attr:data-/.test(slot))) return 'text';
  const areSingle = there.every(({ marks }) => marks.length === 1);
  if (areSingle && isIn('richtext') && kinds.has('richtext')) return 'richtext';
  if (areSingle && isIn()) return kinds.has('multiline') ? 'multiline' : 'text';
  throw new NoList(`${[...kinds].join(' and ')} stand in the same place`);
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
  { values, kind, weight }: Proposal,
  at: readonly (TreeElement | undefined)[],
): boolean {
  const there = values.filter((_, row) => at[row]).map((one) => JSON.stringify(one));
  if (values.length < 2 || there.some((one) => one !== there[0])) return false;
  if (kind !== 'text' && kind !== 'richtext' && kind !== 'multiline') return true;
  const name = at.find((one) => one)?.name ?? '';
  return values.length > 2 && (labelNames.test(name) || weight < 0.5);
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
      `${counted.before}{~${of(facts.slot)}#${counted.fact}~}${counted.after}`;
    return structureOf(
      field.slot,
      field.drafts.map((draft) => ({ ...draft, text })),
    );
  }
  // Two cells with 1 and 2 may as well be two values.
  const isCell = field.names.some((name) => / column$/.test(name)) || field.names[0] === 'text';
  if (isCell && field.values.length < 3) return undefined;
  const isCode = /(?:attr|style):[^/]*$/.test(field.slot);
  if (isCounting(0) && !(isCode && field.values.length > 2)) {
    return { ...field, weight: 0.3, why: 'the number of the row' };
  }
  const fact = isCounting(0) ? 'index' : isCounting(1) ? 'number' : undefined;
  if (!fact) return undefined;
  const drafts = field.drafts.map((draft) => ({
    ...draft,
    text: (_: unknown, of: PathOf) => draft.text({ path: `${of(slot)}#${fact}`, property: '' }, of),
  }));
  return structureOf(field.slot, drafts);
}

/** A field that stands outside the list, since all rows have the same. */
export function sharedOf(field: Proposal, found: Atoms): Proposal {
  const same = found.find((one) => one)?.same;
  const places = field.found.map(({ row: _, ...place }) => place);
  const value = field.values.find((one) => one !== undefined);
  return { ...field, values: [value], found: places, ...(same ? { same } : {}) };
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
