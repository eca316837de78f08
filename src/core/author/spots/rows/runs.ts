import type { Shape } from '../markup/atoms-in.ts';
import { childrenOf, type TreeElement, within } from '../tree.ts';
import { areAlike, likeness, type Row } from './likeness.ts';

/** What telling rows from other siblings takes. */
export interface RowLook {
  /** True for an element in which something was found that could be a field. */
  readonly hasContent: (element: TreeElement) => boolean;
  /** How many things were found in it. */
  readonly countIn: (element: TreeElement) => number;
  /** True for an id that the script looks up by itself. */
  readonly isLookedUp: (id: string) => boolean;
  /** What sorts of content it holds. */
  readonly shapeOf: (element: TreeElement) => Shape;
  readonly source: string;
  /** True for what leads to another part of the piece by its id, and for such a part. */
  readonly isTied: (element: TreeElement) => boolean;
  /** True where a selector asks for an attribute with that very value. */
  readonly isInSelector: (attribute: string, value: string) => boolean;
  /** True for an element that is edited as one text, with all that is in it. */
  readonly isOneText: (element: TreeElement) => boolean;
}

/** Elements that are rows by what they are, however few. */
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

/** Elements that are parts of something, however many. */
const partNames = new Set([
  'td',
  'th',
  'br',
  'hr',
  'wbr',
  'source',
  'track',
  'col',
  'script',
  'style',
  'link',
  'meta',
  'template',
  'param',
  'thead',
  'tfoot',
  'colgroup',
  'noscript',
]);

/** So many siblings make up one row at most. */
const widestRow = 3;

/**
 * The first rows among siblings from an index on: the smallest number of elements that repeats.
 *
 * @returns undefined where none begin there
 */
export function rowsAt(
  siblings: readonly TreeElement[],
  from: number,
  look: RowLook,
): readonly Row[] | undefined {
  for (let size = 1; size <= widestRow; size += 1) {
    const first = siblings.slice(from, from + size);
    if (first.length < size) return undefined;
    if (size > 1 && first.every((one) => likeness(one, first[0] as TreeElement) > 0)) continue;
    const rows = [first];
    for (let at = from + size; at + size <= siblings.length; at += size) {
      const next = siblings.slice(at, at + size);
      if (!areAlike(first, next) || !areAlike(rows.at(-1) as Row, next)) break;
      if (!holdAlike(first, next, look)) break;
      rows.push(next);
    }
    if (rows.length > 1 && isList(rows, look)) return rows;
  }
  return undefined;
}

/**
 * True where two rows hold much the same, or one lacks some of what the other has: a column with a
 * picture and a paragraph is no row beside columns with a heading and links, whatever its class.
 */
export function holdAlike(a: Row, b: Row, { shapeOf }: RowLook): boolean {
  const all = (row: Row, of: 'sorts' | 'paths') =>
    new Set(row.flatMap((one) => [...shapeOf(one)[of]]));
  const [sorts, others] = [all(a, 'sorts'), all(b, 'sorts')];
  if (sorts.size === 0 || others.size === 0 || areOfOneTable(a, b)) return true;
  if (sharedBy(sorts, others) * 2 >= new Set([...sorts, ...others]).size) return true;
  const [paths, more] = [all(a, 'paths'), all(b, 'paths')];
  const least = Math.min(paths.size, more.size);
  return least > 1 && sharedBy(paths, more) === least;
}

/** Rows of as many cells, whatever stands in them. */
function areOfOneTable([a]: Row, [b]: Row): boolean {
  const cells = (row: TreeElement) =>
    childrenOf(row)
      .map(({ name }) => name)
      .join(' ');
  return a?.name === 'tr' && b?.name === 'tr' && cells(a) === cells(b);
}

function sharedBy(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  return [...a].filter((one) => b.has(one)).length;
}

/** True where siblings that are alike are rows, not parts that happen to be alike. */
function isList(rows: readonly Row[], look: RowLook): boolean {
  const [first = []] = rows;
  const [main] = first;
  if (!main || first.some(({ name, isHtml }) => !isHtml || partNames.has(name))) return false;
  const all = rows.flat();
  if (!all.some((one) => look.hasContent(one)) && rows.length < 3) return false;
  if (all.some((one) => [...one.attributes.keys()].some((name) => name.startsWith('km-'))))
    return false;
  if (hasOwnIds(all, look) || areFormParts(rows) || areTwins(rows, look)) return false;
  if (areSpokenOf(rows, look)) return false;
  if (first.length > 1) return rows.length > 1 && all.every((one) => look.hasContent(one));
  if (rowNames.has(main.name)) return true;
  const classes = rows.map(([one]) => one?.classes ?? []);
  const isProse = main.name === 'p' && classes.every((names) => names.length === 0);
  if (isProse) return false;
  if (rows.length > 2) return true;
  // Two of a kind are rows where each is made of several parts, and neither is a special one.
  const [one, other] = classes as [readonly string[], readonly string[]];
  const areSpecial =
    one.some((name) => !other.includes(name)) && other.some((name) => !one.includes(name));
  const areOne = one.length > 0 ? !areSpecial : isAllOf(main.parent, rows);
  if (areOne && all.every((each) => look.isTied(each))) return true;
  return areOne && all.every((each) => look.countIn(each) > 1);
}

/** True where an element holds nothing but rows. */
function isAllOf(parent: TreeElement | undefined, rows: readonly Row[]): boolean {
  return parent?.name !== '' && parent?.children.length === rows.length;
}

/** True where style speaks of single rows: by their ids, or by what an attribute of theirs holds. */
function areSpokenOf(rows: readonly Row[], { isInSelector }: RowLook): boolean {
  const named = rows.filter((row) =>
    row.some(({ attributes }) =>
      [...attributes.values()].some(
        ({ name, text }) => (name === 'id' || name.startsWith('data-')) && isInSelector(name, text),
      ),
    ),
  );
  return named.length > 1;
}

/** True where the same stands twice, as a strip that rolls does: each is a place of its own. */
function areTwins(rows: readonly Row[], { shapeOf, source }: RowLook): boolean {
  const [one = [], other = [], ...more] = rows.map((row) =>
    row.flatMap((element) => shapeOf(element).addresses),
  );
  if (more.length > 0 || one.length < 2 || one.join('\n') !== other.join('\n')) return false;
  const [text, same] = rows.map((row) =>
    row.map(({ start, end }) => source.slice(start, end)).join(''),
  );
  return text !== same;
}

/** True where the script asks for parts of single rows by their ids. */
function hasOwnIds(all: readonly TreeElement[], { isLookedUp }: RowLook): boolean {
  return all.some((row) =>
    [...within(row)].some((one) => isLookedUp(one.attributes.get('id')?.text ?? '')),
  );
}

/** True for boxes of a form that each ask for something else. */
function areFormParts(rows: readonly Row[]): boolean {
  const names = rows.map((row) =>
    row
      .flatMap((one) => [...within(one)])
      .filter(({ name }) => /^(?:input|select|textarea)$/.test(name))
      .map(({ attributes }) => attributes.get('name') ?? attributes.get('id'))
      // What is only numbered asks for the same in each row.
      .map((attribute) => (attribute?.text ?? '').replace(/\d+/g, '')),
  );
  if (names.every((one) => one.length === 0)) return false;
  return names.some((one) => one.join(' ') !== names[0]?.join(' '));
}
