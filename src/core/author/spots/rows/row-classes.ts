import type { Range } from '../../../text/edits.ts';
import type { Atom, Mark, PathOf } from '../atom.ts';
import { camelName } from '../names/words.ts';
import type { TreeElement } from '../tree.ts';
import { numbered, type RowFacts } from './row-facts.ts';

/** Classes of what stands in the same place of several rows, where they differ. */
export interface RowClasses {
  /** Fields that say which classes a row has, one value a row. */
  readonly fields: readonly ClassField[];
  /** What becomes of the attribute of each row's element. */
  readonly marks: readonly (Mark | undefined)[];
}

export interface ClassField extends Pick<Atom, 'kind' | 'declares' | 'names' | 'why' | 'slot'> {
  readonly isCarried?: true;
  readonly values: readonly (string | boolean | undefined)[];
  /** The attribute it speaks of, and for each row the words of it. */
  readonly on: { readonly attribute: string; readonly words?: readonly string[] };
}

/** What writing the classes of rows takes. */
interface ClassLook {
  /** Classes that nothing speaks of any more. */
  readonly gone: ReadonlySet<string>;
  /** What fields fill already. */
  readonly marked: readonly Range[];
  readonly source: string;
  /** True for a class that script speaks of: what it gives to one row after another. */
  readonly isInScript: (name: string) => boolean;
}

/** A word of a class attribute, or a stretch of it that a field fills. */
interface Piece {
  readonly word: string | undefined;
  readonly part: string | Range;
}

function piecesOf(
  { attributes, classes }: TreeElement,
  marked: readonly Range[],
  source: string,
): Piece[] {
  const attribute = attributes.get('class');
  const { start = 0, end = 0 } = attribute?.value ?? {};
  if (source.slice(start, end) !== attribute?.text)
    return classes.map((word) => ({ word, part: word }));
  const own = marked.filter((one) => one.start >= start && one.end <= end && one.end > one.start);
  const pieces: Piece[] = [];
  for (const match of source.slice(start, end).matchAll(/\S+/g)) {
    const range = { start: start + match.index, end: start + match.index + match[0].length };
    const within = own.find((one) => one.start <= range.start && range.end <= one.end);
    if (within) {
      if (within.start === range.start) pieces.push({ word: undefined, part: within });
    } else {
      pieces.push({ word: match[0], part: range });
    }
  }
  return pieces;
}

/** Classes that say in which state a row begins. */
const stateName =
  /^(?:is-|has-|[\w-]*--)?(?:active|open|opened|show|shown|selected|current|on|visible|expanded)$/;

/**
 * Says how classes that only some rows have are to be bound: by their place among the rows, by a
 * choice, or by a switch each.
 *
 * @param slot names what they are classes of, unique in the list
 * @param gone classes that nothing speaks of any more
 */
export function rowClasses(
  at: readonly (TreeElement | undefined)[],
  facts: RowFacts,
  slot: string,
  { gone, marked, source, isInScript }: ClassLook,
): RowClasses | undefined {
  const pieces = at.map((one) => (one ? piecesOf(one, marked, source) : []));
  const has = (row: number, word: string) => pieces[row]?.some((one) => one.word === word) === true;
  const there = [...at.keys()].filter((row) => at[row]);
  const words = [...new Set(pieces.flat().flatMap(({ word }) => word ?? []))];
  const varying = words.filter((word) => !there.every((row) => has(row, word)));
  if (varying.length === 0) return undefined;
  const parts: ((of: PathOf) => string)[] = [];
  const inClass: ((of: PathOf) => string)[] = [];
  const fields: ClassField[] = [];
  const left = varying.filter((word) => !gone.has(word));
  const single = at.map((one) => one && left.filter((word) => one.classes.includes(word)));
  const counted = numbered(
    single.map((one) => one?.join(' ')),
    facts,
  );
  if (counted) {
    inClass.push((of) => `${counted.before}{~${of(facts.slot)}#${counted.fact}~}${counted.after}`);
  } else {
    const isFirst = (is: Pattern) =>
      is.every((one, row) => one === undefined || one === (facts.index[row] === 0));
    const isLast = (is: Pattern) =>
      is.every((one, row) => one === undefined || one === facts.isLast[row]);
    const units: Unit[] = [];
    for (const unit of unitsOf(left, at)) {
      const { name, is } = unit;
      const isState = name.split(' ').every((word) => stateName.test(word) || isInScript(word));
      if (isFirst(is) && isState) parts.push((of) => `${of(facts.slot)}#first: ${name}`);
      else if (isLast(is) && /last/.test(name))
        parts.push((of) => `${of(facts.slot)}#last: ${name}`);
      else units.push(unit);
    }
    const apart = apartIn(units);
    if (apart.length > 1) {
      const field = choiceOf(apart, at, `${slot}:class`, isInScript);
      fields.push(field);
      inClass.push((of) => `{~${of(field.slot)}~}`);
    }
    for (const { name, is } of units.filter((unit) => apart.length < 2 || !apart.includes(unit))) {
      const field = `${slot}:class:${name}`;
      fields.push({
        kind: 'switch',
        slot: field,
        values: is,
        why: `the class ${name} of some rows`,
        names: [modifierOf(name), name],
        on: {
          attribute: 'class',
          words: at.map((one) => (one?.classes.includes(name.split(' ')[0] ?? '') ? name : '')),
        },
      });
      parts.push((of) => `${of(field)}: ${name}`);
    }
  }
  const marks = at.map((one, row): Mark | undefined => {
    const attribute = one?.attributes.get('class');
    if (!one) return undefined;
    const insert = one.startTag.start + 1 + one.name.length;
    const range = attribute ?? { start: insert, end: insert };
    const kept = (pieces[row] ?? []).filter(
      ({ word }) => word === undefined || !varying.includes(word),
    );
    const text = (_: unknown, of: PathOf): (string | Range)[] => {
      const list = [...kept.map(({ part }) => part), ...inClass.map((part) => part(of))];
      const bound = parts.map((part) => part(of)).join('; ');
      const before = attribute ? '' : ' ';
      const own = list.flatMap((part, index) => (index > 0 ? [' ', part] : [part]));
      const blank = own.length > 0 && bound ? ' ' : '';
      return [
        before,
        ...(own.length > 0 ? ['class="', ...own, '"'] : []),
        `${blank}${bound && `km-class="${bound}"`}`,
      ];
    };
    return { ...range, in: 'template', as: 'class', drafts: [{ ...range, text }] };
  });
  return { fields, marks };
}

/** For each row that is there, whether it has something. */
type Pattern = readonly (boolean | undefined)[];

/** Class names that the same rows have. */
interface Unit {
  readonly name: string;
  readonly is: Pattern;
}

function unitsOf(words: readonly string[], at: readonly (TreeElement | undefined)[]): Unit[] {
  const byPattern = new Map<string, { names: string[]; is: Pattern }>();
  for (const word of words) {
    const is = at.map((one) => one?.classes.includes(word));
    const key = JSON.stringify(is);
    const known = byPattern.get(key);
    if (known) known.names.push(word);
    else byPattern.set(key, { names: [word], is });
  }
  return [...byPattern.values()].map(({ names, is }) => ({ name: names.join(' '), is }));
}

/** So many classes are offered to choose from at most. */
const mostChoices = 8;

/** The most units of which no row has two: of such, a row has one or none. */
function apartIn(units: readonly Unit[]): Unit[] {
  const meet = (a: Unit, b: Unit) => a.is.some((one, row) => one && b.is[row]);
  const count = ({ is }: Unit) => is.filter((one) => one).length;
  const sorted = [...units].sort((a, b) => count(b) - count(a));
  const apart: Unit[] = [];
  for (const unit of sorted) if (!apart.some((one) => meet(one, unit))) apart.push(unit);
  const inOrder = units.filter((unit) => apart.includes(unit));
  return inOrder.length <= mostChoices ? inOrder : [];
}

/** Classes with the number of a picture or a post. */
const stored = /^(?:wp-image|attachment|post|page-item|product|item|media|node)-\d{2,}$/;

function choiceOf(
  units: readonly Unit[],
  at: readonly (TreeElement | undefined)[],
  slot: string,
  isInScript: (name: string) => boolean,
): ClassField {
  const names = units.map(({ name }) => name);
  const values = at.map((one, row) => one && (units.find(({ is }) => is[row])?.name ?? ''));
  // A number for each, as systems give to what they store, is nobody's choice.
  const isStored =
    names.length > 2 && names.every((name) => stored.test(name) && !isInScript(name));
  const prefixes = [...new Set(names.map((name) => prefixOf(names, name)))].filter((one) => one);
  return {
    kind: 'choice',
    declares: { enum: values.includes('') ? [...names, ''] : names },
    slot,
    why: 'a class for each row',
    ...(isStored ? { isCarried: true as const } : {}),
    names: [...prefixes, 'look', 'style'],
    on: { attribute: 'class', words: values.map((value) => value ?? '') },
    values,
  };
}

/** What a class says of its element beside others: `fare--best` → `best`. */
function modifierOf(word: string): string {
  const [, modifier] = /--(.+)$/.exec(word) ?? [];
  return camelName((modifier ?? word).replace(/^(?:is|has)-/, '')) || 'marked';
}

/** What classes begin with alike: `season` for `season--spring` and `season--summer`. */
function prefixOf(words: readonly string[], word: string): string {
  const [, prefix = ''] = /^(.+?)-{1,2}[^-]+$/.exec(word) ?? [];
  return prefix !== '' && words.every((one) => one.startsWith(prefix)) ? `${prefix} look` : '';
}
