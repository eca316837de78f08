import type { Range } from '../../../text/edits.ts';
import type { TreeElement } from '../tree.ts';

/** One row: as many sibling elements as make it up. */
export type Row = readonly TreeElement[];

/** From the first row to the last. */
export function rangeOf(rows: readonly Row[]): Range {
  return { start: rows[0]?.[0]?.start ?? 0, end: rows.at(-1)?.at(-1)?.end ?? 0 };
}

/** Elements that are rows by what they are (HTML Standard, 4.4, 4.9, 4.10). */
const rowNames = new Set([
  'li',
  'tr',
  'option',
  'optgroup',
  'details',
  'figure',
  'article',
  'blockquote',
  'tbody',
  'dt',
]);

/** True for an element that HTML has for rows. */
export function isRowByName({ name }: TreeElement): boolean {
  return rowNames.has(name);
}

/** What an element is made of: the names down to each element and text in it. */
export type Traits = ReadonlySet<string>;

/**
 * How much two elements have in common as to what they are for, by name and classes, in parts of a
 * template that would be written once for both; undefined for those that are never the same thing.
 */
function kinship(a: TreeElement, b: TreeElement): number | undefined {
  if (a.name !== b.name || a.isHtml !== b.isHtml) return undefined;
  if (a.name === 'option' && isPrompt(a) !== isPrompt(b)) return undefined;
  if (a.name === 'tr' && sortOf(a) !== sortOf(b)) return undefined;
  for (const name of ['role', 'type']) {
    if (a.attributes.get(name)?.text !== b.attributes.get(name)?.text) return undefined;
  }
  const named = rowNames.has(a.name) ? 2 : 1;
  if (a.classes.length === 0 || b.classes.length === 0) return named;
  if (a.classes.some((name) => b.classes.includes(name))) return named + 1;
  return named - (isAllOfItsKind(a) ? 1 : 2);
}

/** True where nothing else stands beside an element than others of its name. */
function isAllOfItsKind({ parent, name }: TreeElement): boolean {
  const beside = parent?.children ?? [];
  return beside.length > 2 && beside.every((one) => one.node === 'element' && one.name === name);
}

/** How alike two rows are: what one template would say once for both, less what differs. */
export interface Likeness {
  readonly gain: number;
  readonly isAlike: boolean;
}

/**
 * Compares two rows by their most specific common template (anti-unification: Plotkin 1970,
 * Reynolds 1970), as far as its size goes: the names that both are made of, and those that only one
 * has. What both have counts whole, what one has half: it becomes a condition.
 */
export function likenessOf(
  a: Row,
  b: Row,
  traitsOf: (element: TreeElement) => Traits,
): Likeness | undefined {
  if (a.length !== b.length) return undefined;
  let [gain, both, one] = [0, 0, 0];
  for (const [index, element] of a.entries()) {
    const other = b[index] as TreeElement;
    const kin = kinship(element, other);
    if (kin === undefined) return undefined;
    const [own, others] = [traitsOf(element), traitsOf(other)];
    const shared = sharedBy(own, others);
    // Single texts under names of their own are a heading, a text, a number, not rows.
    if (areSpecial(element, other) && shared <= bareText && !isRowByName(element)) return undefined;
    both += shared;
    one += own.size + others.size - 2 * shared;
    gain += kin;
  }
  const isOfTable = a.every((row, index) => areOfOneTable(row, b[index] as TreeElement));
  const least = Math.min(sizeOf(a, traitsOf), sizeOf(b, traitsOf));
  const isPart = both === least && both * 3 > one;
  const total = gain + both - one / 2;
  // What HTML or the author calls by the same name is the same, however much it lacks.
  const isNamed = a.length === 1 && total > 0 && isSameName(a[0], b[0], both * 2 >= one);
  const isAlike = (both >= one || isPart || isOfTable || isNamed) && gain + both > 0;
  return { gain: total, isAlike };
}

/** The traits of an element that holds a text and nothing else. */
const bareText = 2;

/** True where both have classes, and none in common. */
function areSpecial({ classes }: TreeElement, other: TreeElement): boolean {
  if (classes.length === 0 || other.classes.length === 0) return false;
  return !classes.some((name) => other.classes.includes(name));
}

/** True for items of one list, and for elements of one class of which not each is a special one. */
function isSameName(a: TreeElement | undefined, b: TreeElement | undefined, isHalf: boolean) {
  if (!a || !b || a.name === 'tr') return false;
  const only = (one: TreeElement, other: TreeElement) =>
    one.classes.some((name) => !other.classes.includes(name));
  if (only(a, b) && only(b, a)) return false;
  if (rowNames.has(a.name)) return true;
  return isHalf && a.classes.some((name) => b.classes.includes(name));
}

/** Rows of as many cells, whatever stands in them. */
function areOfOneTable(a: TreeElement, b: TreeElement): boolean {
  const cells = (row: TreeElement) =>
    row.children.map((one) => (one.node === 'element' ? one.name : '')).join(' ');
  return a.name === 'tr' && b.name === 'tr' && cells(a) === cells(b);
}

function sizeOf(row: Row, traitsOf: (element: TreeElement) => Traits): number {
  return row.reduce((sum, one) => sum + traitsOf(one).size, 0);
}

function sharedBy(a: Traits, b: Traits): number {
  let count = 0;
  for (const one of a) if (b.has(one)) count += 1;
  return count;
}

/**
 * How well two elements fit the same place of a template, by name, classes and what is in them; 0
 * for those that do not.
 */
export function fitness(
  a: TreeElement,
  b: TreeElement,
  traitsOf: (element: TreeElement) => Traits,
): number {
  if (kinship(a, b) === undefined) return 0;
  const [own, others] = [traitsOf(a), traitsOf(b)];
  const shared = sharedBy(own, others);
  const isSame = shared * 2 >= own.size + others.size - shared;
  if (a.classes.length === 0 && b.classes.length === 0) return 2 + (isSame ? 1 : 0);
  const classes = a.classes.filter((name) => b.classes.includes(name)).length;
  if (classes > 0) return 2 + classes / Math.max(a.classes.length, b.classes.length);
  // Icons differ by nothing but their classes, and pictures may each carry a number.
  if (a.children.length === 0 && b.children.length === 0)
    return /^(?:i|span|img)$/.test(a.name) ? 1 : 0;
  // One may carry a class of its own beside others that carry none; rows may each carry another.
  const isOneSided = a.classes.length === 0 || b.classes.length === 0;
  if (rowNames.has(a.name) || isOneSided) return 1;
  return isSame && shared > 1 ? 1 : 0;
}

/** True for an option that stands for no choice yet. */
function isPrompt({ attributes }: TreeElement): boolean {
  return attributes.get('value')?.text === '';
}

/** Rows of headings, rows of one cell across the table, and all others. */
function sortOf({ children }: TreeElement): string {
  const cells = children.filter((one) => one.node === 'element');
  if (cells.length > 0 && cells.every(({ name }) => name === 'th')) return 'headings';
  return cells.length === 1 ? 'one cell' : 'cells';
}
