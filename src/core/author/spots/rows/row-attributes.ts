import type { Atom, Mark, PathOf } from '../atom.ts';
import type { TreeAttribute, TreeElement } from '../tree.ts';
import { numbered, type RowFacts } from './row-facts.ts';

/** Attributes that differ between rows and that no detector took for content. */
export interface RowAttributes {
  readonly fields: readonly AttributeField[];
  /** By row. */
  readonly marks: readonly (readonly Mark[])[];
  /** How the rows' elements are written where they differ by more than can be bound. */
  readonly split: SplitBy | undefined;
}

/** An element that is written several times, for some rows one way and for others another. */
export interface SplitBy {
  readonly variants: readonly Variant[];
}

interface Variant {
  /** The rows that are written so. */
  readonly rows: readonly boolean[];
  /** The condition that holds for them. */
  readonly asked: (of: PathOf) => string;
}

export interface AttributeField
  extends Pick<Atom, 'kind' | 'names' | 'why' | 'slot' | 'section' | 'weight' | 'declares'> {
  readonly values: readonly (string | boolean | undefined)[];
  readonly on: { readonly attribute: string; readonly words?: readonly string[] };
  readonly isCarried?: true;
}

/** Attributes that are there or not (HTML Standard, 2.3.2), as rows may differ in them. */
const booleans = new Set([
  'open',
  'checked',
  'selected',
  'hidden',
  'disabled',
  'inert',
  'required',
]);

/** Places where no value can stand, or none but a whole one of its kind. */
const closed = /^(?:on|km-|style$|srcset$|srcdoc$|imagesrcset$|ping$)/;

/** So many ways to write an element are kept apart at most. */
const mostVariants = 4;

/**
 * Says how the other attributes of what stands in the same place of several rows are bound: by the
 * row's number, by its being first, by a switch, or as a value that the row carries. What can hold
 * no value is written once for each way there is.
 *
 * @param isTaken true for an attribute that a detector took
 * @returns undefined where there are too many ways
 */
export function rowAttributes(
  at: readonly (TreeElement | undefined)[],
  facts: RowFacts,
  slot: string,
  isTaken: (attribute: TreeAttribute) => boolean,
): RowAttributes | undefined {
  const names = new Set(at.flatMap((one) => [...(one?.attributes.keys() ?? [])]));
  names.delete('class');
  const fields: AttributeField[] = [];
  const marks: Mark[][] = at.map(() => []);
  /** What can only be written as it is, by row. */
  const fixed: string[][] = at.map(() => []);
  const states: string[][] = at.map(() => []);
  for (const name of names) {
    const found = at.map((one) => one?.attributes.get(name));
    if (found.some((one) => one && isTaken(one))) continue;
    const texts = at.map((one, row) => (one ? found[row]?.text : undefined));
    const there = texts.filter((_, row) => at[row]);
    if (there.every((text) => text === there[0])) continue;
    const keepApart = (of: string[][]) => {
      for (const [row, text] of texts.entries())
        of[row]?.push(`${name}${text === undefined ? '\0' : `=${text}`}`);
    };
    if (closed.test(name)) {
      keepApart(fixed);
      continue;
    }
    const put = (text: (of: PathOf) => string) => {
      for (const [row, one] of at.entries()) {
        if (one) marks[row]?.push(attributeMark(one, name, text));
      }
    };
    const counted = found.every((one, row) => one || !at[row]) ? numbered(texts, facts) : undefined;
    if (counted) {
      const { before, after, fact } = counted;
      put((of) => `${before}{~${of(facts.slot)}#${fact}~}${after}`);
      continue;
    }
    const isAria =
      name.startsWith('aria-') && there.every((text) => /^(?:true|false)$/.test(text ?? ''));
    const isBoolean = booleans.has(name);
    const truths = at.map(
      (one, row) => one && (isBoolean ? texts[row] !== undefined : texts[row] === 'true'),
    );
    const isFirst = truths.every(
      (one, row) => one === undefined || one === (facts.index[row] === 0),
    );
    if ((isAria || isBoolean) && isFirst) {
      put((of) => `{~${of(facts.slot)}#first~}`);
      continue;
    }
    if (firstState.test(name) && isOfFirst(texts, at, facts)) {
      keepApart(states);
      continue;
    }
    // Where its text is empty an attribute is left out.
    if (there.includes('') && !isBoolean) {
      keepApart(fixed);
      continue;
    }
    const field = `${slot}:attr:${name}`;
    // A link within the piece is made of the id that it leads to.
    const isHash = found.every((one) => one !== undefined && /^#./.test(one.text));
    put((of) => `${isHash ? '#' : ''}{~${of(field)}~}`);
    const named = wordsOfAttribute(name);
    const why = `the attribute ${name}, which differs from row to row`;
    const about = { slot: field, why, on: { attribute: name }, section: 'Behaviour' } as const;
    const isSeen = stateNames[name] !== undefined;
    const hidden = isSeen ? {} : ({ isCarried: true } as const);
    if (isAria || isBoolean) {
      const weight = isSeen ? 0.6 : 0.3;
      const names = [stateNames[name] ?? named];
      fields.push({ ...about, ...hidden, weight, kind: 'switch', names, values: truths });
    } else {
      const values = texts.map((text) => (isHash ? text?.slice(1) : text));
      const names = isHash ? ['id'] : [named, `${named} value`];
      fields.push({ ...about, ...hidden, weight: 0.3, kind: 'text', names, values });
    }
  }
  const variants = variantsOf(fixed, states, at, facts, `${slot}:variant`);
  if (!variants) return undefined;
  return { fields: [...fields, ...variants.fields], marks, split: variants.split };
}

/** The ways to write an element, and the field by which a row says which is its own. */
function variantsOf(
  fixed: readonly (readonly string[])[],
  states: readonly (readonly string[])[],
  at: readonly (TreeElement | undefined)[],
  { index, slot: list }: RowFacts,
  slot: string,
): { readonly split: SplitBy | undefined; readonly fields: readonly AttributeField[] } | undefined {
  const keys = at.map((one, row) => (one ? JSON.stringify([fixed[row], states[row]]) : undefined));
  const ways = [...new Set(keys.filter((key) => key !== undefined))];
  if (ways.length < 2) return { split: undefined, fields: [] };
  const rowsOf = (way: string) => keys.map((key) => key === way);
  const flag = flagOf(ways);
  if (flag !== undefined) {
    const named = wordsOfAttribute(flag.name);
    const variants = ways.map((way) => ({
      rows: rowsOf(way),
      asked: (of: PathOf) => `${way === flag.way ? '' : 'not '}${of(slot)}`,
    }));
    const field: AttributeField = {
      kind: 'switch',
      slot,
      names: [named],
      why: `the attribute ${flag.name}, which only some rows have`,
      section: 'Behaviour',
      weight: 0.3,
      on: { attribute: flag.name },
      values: keys.map((key) => (key === undefined ? undefined : key === flag.way)),
    };
    return { split: { variants }, fields: [field] };
  }
  const [first = '', other = ''] = ways;
  if (
    ways.length === 2 &&
    keys.every((key, row) => !key || (key === first) === (index[row] === 0))
  ) {
    const variants = [
      { rows: rowsOf(first), asked: (of: PathOf) => `${of(list)}#first` },
      { rows: rowsOf(other), asked: (of: PathOf) => `not ${of(list)}#first` },
    ];
    return { split: { variants }, fields: [] };
  }
  if (ways.length > mostVariants) return undefined;
  const names = ways.map((_, number) => `way-${number + 1}`);
  const variants = ways.map((way, number) => ({
    rows: rowsOf(way),
    asked: (of: PathOf) => `${of(slot)} is ${names[number]}`,
  }));
  const field: AttributeField = {
    kind: 'choice',
    declares: { enum: names },
    slot,
    isCarried: true,
    names: ['way'],
    why: 'how the element of each row is written',
    section: 'Behaviour',
    weight: 0.3,
    on: { attribute: '' },
    values: keys.map((key) => (key === undefined ? undefined : names[ways.indexOf(key)])),
  };
  return { split: { variants }, fields: [field] };
}

/** The attribute without a value that one of two ways has, and nothing else tells apart. */
function flagOf(ways: readonly string[]): { name: string; way: string } | undefined {
  if (ways.length !== 2) return undefined;
  const [a = [], b = []] = ways.map((way) => (JSON.parse(way) as string[][]).flat());
  const differing = a.flatMap((text, at) => (text === b[at] ? [] : [at]));
  const [only = 0, ...more] = differing;
  const [one = '', other = ''] = [a[only], b[only]];
  const isFlag = (text: string) => text.endsWith('=') || text.endsWith('\0');
  if (more.length > 0 || !isFlag(one) || !isFlag(other)) return undefined;
  const has = one.endsWith('=') ? 0 : 1;
  return { name: (has === 0 ? one : other).slice(0, -1), way: ways[has] ?? '' };
}

/** The words of an attribute's name, without whose it is. */
function wordsOfAttribute(name: string): string {
  return name.replace(/^(?:data|aria)-(?:bs-)?/, '').replace(/-/g, ' ');
}

/** Attributes that say in which state a piece begins, where the first is often another than the rest. */
const firstState =
  /^(?:aria-.+|tabindex|hidden|inert|data-(?:state|active|open|current|selected))$/;

const stateNames: Readonly<Record<string, string>> = {
  open: 'open at first',
  checked: 'chosen at first',
  selected: 'chosen at first',
  disabled: 'disabled',
  required: 'required',
  'aria-expanded': 'open at first',
  'aria-selected': 'chosen at first',
};

/** True where the first row has one value and all others another. */
function isOfFirst(
  texts: readonly (string | undefined)[],
  at: readonly (TreeElement | undefined)[],
  { index }: RowFacts,
): boolean {
  const rows = [...texts.keys()].filter((row) => at[row]);
  if (new Set(rows.map((row) => texts[row])).size !== 2) return false;
  return rows.every((row) => (texts[row] === texts[rows[0] ?? 0]) === (index[row] === 0));
}

/** An attribute with a new value, put in where the element has none. */
function attributeMark(element: TreeElement, name: string, text: (of: PathOf) => string): Mark {
  const attribute = element.attributes.get(name);
  const insert = element.startTag.start + 1 + element.name.length;
  const range = attribute ?? { start: insert, end: insert };
  const before = attribute ? '' : ' ';
  const { start, end } = range;
  const drafts = [
    { start, end, text: (_: unknown, of: PathOf) => `${before}${name}="${text(of)}"` },
  ];
  return { start, end, in: 'template', as: 'attribute', drafts };
}
