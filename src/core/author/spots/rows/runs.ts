import { type TreeElement, within } from '../tree.ts';
import { isRowByName, type Likeness, likenessOf, type Row, type Traits } from './likeness.ts';

/** What telling rows from other siblings takes. */
export interface RowLook {
  /** True for an element in which something was found that could be a field. */
  readonly hasContent: (element: TreeElement) => boolean;
  /** How many things were found in it. */
  readonly countIn: (element: TreeElement) => number;
  /** True for an id that the script looks up by itself. */
  readonly isLookedUp: (id: string) => boolean;
  /** Its words, and where its links and pictures lead, in source order. */
  readonly contentOf: (element: TreeElement) => string;
  readonly traitsOf: (element: TreeElement) => Traits;
  readonly source: string;
  /** True for what leads to another part of the piece by its id, and for such a part. */
  readonly isTied: (element: TreeElement) => boolean;
  /** True where a selector asks for an attribute with that very value. */
  readonly isInSelector: (attribute: string, value: string) => boolean;
  /** Told of rows that are no list, with what stood in the way. */
  readonly nearly: (rows: readonly Row[], why: string) => void;
  /** True for an element that somebody marked as a row. */
  readonly isAsked: (element: TreeElement) => boolean;
  /** True for an element that is no part of a longer text. */
  readonly isApart: (element: TreeElement) => boolean;
  /** True for an element that is edited as one text, with all that is in it. */
  readonly isOneText: (element: TreeElement) => boolean;
}

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

/** With so many of the rows before it a row is compared: each may lack what another has. */
const compared = 4;

/** What a list costs to say: its loop, its name, the names of its fields. */
const costOfList = 3.4;

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
  const asked = askedRows(siblings, from, look);
  if (asked) return asked;
  for (let size = 1; size <= widestRow; size += 1) {
    const first = siblings.slice(from, from + size);
    if (first.length < size) return undefined;
    if (size > 1 && areOneSort(first, look)) continue;
    const rows = [first];
    let gain = 0;
    for (let at = from + size; at + size <= siblings.length; at += size) {
      const next = siblings.slice(at, at + size);
      const likeness = nearest(rows, next, look);
      if (!likeness) break;
      gain += likeness.gain;
      rows.push(next);
    }
    if (rows.length < 2 || !mayBeRows(rows, look)) continue;
    const why = reasonAgainst(rows, gain, look);
    if (why === undefined) return rows;
    look.nearly(rows, why);
  }
  return undefined;
}

/**
 * Rows that somebody marked: from the first example to the last, and on as long as siblings are like
 * one of them; of a single example, those beside it that are.
 */
function askedRows(
  siblings: readonly TreeElement[],
  from: number,
  look: RowLook,
): readonly Row[] | undefined {
  const marked = [...siblings.keys()].filter((at) => look.isAsked(siblings[at] as TreeElement));
  const [first, second] = marked;
  const last = marked.at(-1);
  if (first === undefined || last === undefined) return undefined;
  const size = second === undefined ? 1 : Math.min(second - first, widestRow);
  const rowAt = (at: number) => siblings.slice(at, at + size);
  const isLike = (at: number) =>
    marked.some((one) => likenessOf(rowAt(one), rowAt(at), look.traitsOf)?.isAlike);
  let start = first;
  while (start - size >= 0 && isLike(start - size)) start -= size;
  if (start !== from) return undefined;
  const rows: Row[] = [];
  for (let at = start; at + size <= siblings.length; at += size) {
    if (at > last && !isLike(at)) break;
    rows.push(rowAt(at));
  }
  return rows.length > 1 ? rows : undefined;
}

function areOneSort(elements: readonly TreeElement[], { traitsOf }: RowLook): boolean {
  const [first, ...others] = elements;
  return others.every((one) => first && likenessOf([first], [one], traitsOf)?.isAlike);
}

/** How like a row is to the one before it that it is likest to. */
function nearest(rows: readonly Row[], next: Row, { traitsOf }: RowLook): Likeness | undefined {
  const found = rows
    .slice(-compared)
    .flatMap((one) => likenessOf(one, next, traitsOf) ?? [])
    .filter(({ isAlike }) => isAlike);
  return found.sort((a, b) => b.gain - a.gain)[0];
}

/** True where two rows are alike enough to be of one list. */
export function areAlike(a: Row, b: Row, { traitsOf }: RowLook): boolean {
  return likenessOf(a, b, traitsOf)?.isAlike === true;
}

/** False for siblings that nobody would take for rows, however alike they are. */
function mayBeRows(rows: readonly Row[], look: RowLook): boolean {
  const [first = []] = rows;
  const all = rows.flat();
  if (first.some(({ name, isHtml }) => !isHtml || partNames.has(name))) return false;
  if (!all.some((one) => look.hasContent(one)) && rows.length < 3) return false;
  if (first.length > 1 && !rows.every((row) => row.some(look.hasContent))) return false;
  const isBound = all.some((one) =>
    [...one.attributes.keys()].some((name) => name.startsWith('km-')),
  );
  const arePlain = first[0]?.name === 'p' && all.every(({ classes }) => classes.length === 0);
  return !isBound && !arePlain;
}

/**
 * What speaks against siblings being rows; nothing where a template and a value for each place that
 * differs say in less what all of them written out say (minimum description length: Rissanen 1978).
 *
 * @param gain what the template says once for two rows, over all rows after the first
 */
function reasonAgainst(rows: readonly Row[], gain: number, look: RowLook): string | undefined {
  const [first = []] = rows;
  if (areFormParts(rows)) return 'each asks for something else';
  if (areCopies(rows, look)) return 'they are copies of one another';
  const [inStyle, inScript] = [namedBySelector(rows, look), namedByScript(rows, look)];
  // What leads to another part by an id says with it what that part says once more.
  const tied = rows.every(([one]) => one && look.isTied(one)) ? 2 : 0;
  if (gain + tied <= costOfList + 2 * inStyle + 4 * inScript) {
    if (gain <= costOfList) return 'they have too little in common';
    return `${inScript > 0 ? 'the script looks up' : 'the style has a rule for'} each one by its id`;
  }
  const areTwo = first.length === 1 && rows.length === 2 && first[0] && !isRowByName(first[0]);
  return areTwo && !areTwoOfAKind(rows, look) ? 'two alike are too few for a list' : undefined;
}

/** Two of a kind are rows where each is made of several parts, and neither is a special one. */
function areTwoOfAKind(rows: readonly Row[], look: RowLook): boolean {
  const all = rows.flat();
  const [one = [], other = []] = rows.map(([element]) => element?.classes ?? []);
  const areSpecial =
    one.some((name) => !other.includes(name)) && other.some((name) => !one.includes(name));
  const areOne = one.length > 0 ? !areSpecial : isAllOf(all[0]?.parent, rows);
  return (
    areOne &&
    (all.every((each) => look.isTied(each)) || all.every((each) => look.countIn(each) > 1))
  );
}

/** True where an element holds nothing but rows. */
function isAllOf(parent: TreeElement | undefined, rows: readonly Row[]): boolean {
  return parent?.name !== '' && parent?.children.length === rows.length;
}

/** How many rows style speaks of by themselves: by their ids, or by what an attribute of theirs holds. */
function namedBySelector(rows: readonly Row[], { isInSelector }: RowLook): number {
  const named = rows.filter((row) =>
    row.some(({ attributes }) =>
      [...attributes.values()].some(
        ({ name, text }) => (name === 'id' || name.startsWith('data-')) && isInSelector(name, text),
      ),
    ),
  );
  return named.length > 1 ? named.length : 0;
}

/** In how many rows the script asks for a part by its id. */
function namedByScript(rows: readonly Row[], { isLookedUp }: RowLook): number {
  return rows.filter((row) =>
    row.some((element) =>
      [...within(element)].some((one) => isLookedUp(one.attributes.get('id')?.text ?? '')),
    ),
  ).length;
}

/**
 * True where the same content stands several times in full, as in a strip that rolls without an
 * end: what is in it repeats, not the strip.
 */
function areCopies(rows: readonly Row[], { contentOf, countIn }: RowLook): boolean {
  if (!rows[0]?.some((one) => countIn(one) > 2)) return false;
  const contents = rows.map((row) => row.map((one) => contentOf(one)).join('\n'));
  return contents.every((one) => one === contents[0]);
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
