import type { Atom, Mark, PathOf } from '../atom.ts';
import type { TreeAttribute, TreeElement } from '../tree.ts';
import { numbered, type RowFacts } from './row-facts.ts';

/** Attributes that differ between rows and that no detector took for content. */
export interface RowAttributes {
  readonly fields: readonly AttributeField[];
  /** By row. */
  readonly marks: readonly (readonly Mark[])[];
  /** Which rows' elements differ from the others' by more than can be bound. */
  readonly split: SplitBy | undefined;
}

/** What tells rows apart whose elements are written one way or another. */
export interface SplitBy {
  /** The slot of the switch that says so; undefined for the first row. */
  readonly slot: string | undefined;
  /** Which rows are written the one way. */
  readonly rows: readonly boolean[];
}

export interface AttributeField
  extends Pick<Atom, 'kind' | 'names' | 'why' | 'slot' | 'section' | 'weight'> {
  readonly values: readonly (string | boolean | undefined)[];
  readonly on: { readonly attribute: string; readonly word?: string };
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

/**
 * Says how the other attributes of what stands in the same place of several rows are bound: by the
 * row's number, by its being first, by a switch, or as a text.
 *
 * @param isTaken true for an attribute that a detector took
 * @returns undefined where one cannot be bound
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
  let split: SplitBy | undefined;
  for (const name of names) {
    const found = at.map((one) => one?.attributes.get(name));
    if (found.some((one) => one && isTaken(one))) continue;
    const texts = at.map((one, row) => (one ? found[row]?.text : undefined));
    const there = texts.filter((_, row) => at[row]);
    if (there.every((text) => text === there[0])) continue;
    if (/^(?:on|km-|style$|srcset$)/.test(name)) return undefined;
    const put = (text: (of: PathOf) => string) => {
      for (const [row, one] of at.entries()) {
        if (one) marks[row]?.push(attributeDraft(one, name, text));
      }
    };
    const counted = found.every((one, row) => one || !at[row]) ? numbered(texts, facts) : undefined;
    if (counted) {
      put((of) => `${counted.before}{~${of(facts.slot)}#number~}${counted.after}`);
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
    const field = `${slot}:attr:${name}`;
    const apart = apartBy(texts, at, facts, field, firstState.test(name));
    const isAlike = !split || split.rows.every((one, row) => one === apart?.rows[row]);
    if (apart && isAlike && (apart.slot === undefined || !(isAria || isBoolean))) {
      if (!split && apart.slot !== undefined) {
        const why = `the attribute ${name} of some rows`;
        const names = [stateNames[name] ?? wordsOfAttribute(name)];
        const about = { slot: field, why, section: 'Behaviour', weight: 0.6 } as const;
        fields.push({
          ...about,
          on: { attribute: name },
          kind: 'switch',
          names,
          values: at.map((one, row) => one && apart.rows[row]),
        });
      }
      split ??= apart;
      continue;
    }
    // A link within the piece is made of the id that it leads to.
    const isHash = found.every((one) => one !== undefined && /^#./.test(one.text));
    put((of) => `${isHash ? '#' : ''}{~${of(field)}~}`);
    const why = `the attribute ${name}, which differs from row to row`;
    const on = { attribute: name };
    const about = { slot: field, why, on, section: 'Behaviour', weight: 0.3 } as const;
    const named = wordsOfAttribute(name);
    if (isAria || isBoolean) {
      fields.push({ ...about, kind: 'switch', names: [stateNames[name] ?? named], values: truths });
    } else if (found.every((one) => one?.text !== '')) {
      // Where the text is empty the attribute is left out.
      const values = texts.map((text) => (isHash ? text?.slice(1) : text));
      const names = isHash ? ['id'] : [named, `${named} value`];
      fields.push({ ...about, kind: 'text', names, values });
    } else return undefined;
  }
  return { fields, marks, split };
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
  'aria-expanded': 'open at first',
  'aria-selected': 'chosen at first',
};

/** Where rows have one of two values: those that have the first row's, or what one or few have. */
function apartBy(
  texts: readonly (string | undefined)[],
  at: readonly (TreeElement | undefined)[],
  { index }: RowFacts,
  field: string,
  isState: boolean,
): SplitBy | undefined {
  const rows = [...texts.keys()].filter((row) => at[row]);
  const values = new Set(rows.map((row) => texts[row]));
  if (values.size !== 2) return undefined;
  const isFirst = rows.every((row) => (texts[row] === texts[rows[0] ?? 0]) === (index[row] === 0));
  if (isFirst && isState) return { slot: undefined, rows: index.map((one) => one === 0) };
  if (!values.has(undefined)) return undefined;
  return { slot: field, rows: texts.map((text) => text !== undefined) };
}

/** An attribute with a new value, put in where the element has none. */
function attributeDraft(element: TreeElement, name: string, text: (of: PathOf) => string): Mark {
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
