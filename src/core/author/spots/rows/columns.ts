import { classesIn, isKeptWhole } from '../markup/rich-texts.ts';
import type { TreeElement, TreeNode, TreeText } from '../tree.ts';
import { fitness, type Row } from './likeness.ts';
import { isOneText, isProse } from './prose.ts';
import { areAlike, type RowLook, rowsAt } from './runs.ts';

/** What stands in the same place of several rows; undefined for a row that lacks it. */
export type Column = ElementColumn | RunColumn | ProseColumn | TextColumn;

/** Words between tags. */
export interface TextColumn {
  readonly type: 'text';
  readonly at: readonly (TreeText | undefined)[];
}

export interface ElementColumn {
  readonly type: 'element';
  readonly at: readonly (TreeElement | undefined)[];
  readonly columns: readonly Column[];
  /** True for a link around what other rows have without one. */
  readonly isShell?: true;
}

/** Rows in rows. */
export interface RunColumn {
  readonly type: 'run';
  readonly at: readonly (readonly Row[] | undefined)[];
  /** All of them, in source order. */
  readonly rows: readonly Row[];
  /** Which of them each outer row has. */
  readonly spans: readonly (readonly number[] | undefined)[];
  /** The parts of one row. */
  readonly parts: readonly ElementColumn[];
}

/** Paragraphs and lists of plain words, edited as one text. */
export interface ProseColumn {
  readonly type: 'prose';
  readonly at: readonly (readonly TreeElement[] | undefined)[];
}

type Token =
  | { readonly type: 'text'; readonly text: TreeText }
  | { readonly type: 'element'; readonly element: TreeElement }
  | { readonly type: 'run'; readonly rows: readonly Row[] }
  | { readonly type: 'prose'; readonly stretch: readonly TreeElement[] };

/**
 * Sets what stands in several elements side by side, as records of the web are aligned: each row in
 * turn with what those before it have in common (partial tree alignment: Zhai and Liu 2005).
 *
 * @param parents one a row
 * @param around rows that these elements are in, for rows within rows of the same shape
 */
export function columnsIn(
  parents: readonly (TreeElement | undefined)[],
  look: RowLook,
  around: readonly Row[],
): Column[] {
  const shell = shellIn(parents, look);
  if (shell) {
    const inside = parents.map((one, row) => shell[row] ?? one);
    return [
      { type: 'element', at: shell, columns: columnsIn(inside, look, around), isShell: true },
    ];
  }
  const found = parents.map((one) => (one ? tokensOf(one.children, look, around) : undefined));
  const runs = found.flatMap((tokens) =>
    (tokens ?? []).flatMap((one) => (one.type === 'run' ? [one] : [])),
  );
  const reps = runs.map(({ rows }) => rows[0] as Row);
  // What repeats in one row is a list in all, though it stands there only once.
  const read = parents.map((one, index) =>
    one && reps.length > 0 && parents.length > 1
      ? tokensOf(one.children, look, around, reps)
      : found[index],
  );
  const tokens = withProse(read, look);
  return aligned(tokens, look).map((cells) => toColumn(cells, look, around));
}

/** The links around all that some rows hold, where the others hold the same without. */
function shellIn(
  parents: readonly (TreeElement | undefined)[],
  { traitsOf }: RowLook,
): readonly (TreeElement | undefined)[] | undefined {
  const links = parents.map((one) => {
    const [only, ...more] = one?.children ?? [];
    const isLink = only?.node === 'element' && only.name === 'a' && more.length === 0;
    const isAround =
      only?.node === 'element' && only.children.some((each) => each.node === 'element');
    return isLink && isAround ? only : undefined;
  });
  const bare = parents.filter((one, row) => one && !links[row]);
  const inLink = links.find((one) => one);
  if (!inLink || bare.length === 0) return undefined;
  const linked = traitsOf(inLink);
  const isLike = bare.every((one) => {
    const own = one ? [...traitsOf(one)] : [];
    return own.length > 0 && own.every((path) => linked.has(path));
  });
  return isLike ? links : undefined;
}

function tokensOf(
  nodes: readonly TreeNode[],
  look: RowLook,
  around: readonly Row[],
  reps: readonly Row[] = [],
): Token[] {
  const tokens: Token[] = [];
  const children = nodes.filter((one) => one.node === 'element');
  let end = 0;
  let index = 0;
  for (const node of nodes) {
    if (node.start < end) {
      if (node.node === 'element') index += 1;
      continue;
    }
    if (node.node === 'text') {
      tokens.push({ type: 'text', text: node });
      continue;
    }
    const rows =
      rowsAt(children, index, look) ??
      rowsLike(children, index, reps, 0, look) ??
      rowsLike(children, index, around, 2, look);
    if (rows) {
      for (const one of setsOf(rows, look)) tokens.push({ type: 'run', rows: one });
      end = rows.at(-1)?.at(-1)?.end ?? node.end;
    } else tokens.push({ type: 'element', element: node });
    index += 1;
  }
  return tokens;
}

/** Rows, or the two sets of them where the second says the first again, as in a loop without an end. */
function setsOf(rows: readonly Row[], { contentOf }: RowLook): readonly (readonly Row[])[] {
  const half = rows.length / 2;
  if (half < 2 || !Number.isInteger(half)) return [rows];
  const said = rows.map((row) => row.map(contentOf).join('\n'));
  const isTwice = said.slice(0, half).every((one, at) => one === said[at + half]);
  const isVaried = new Set(said).size > 1 && said.every((one) => one.trim() !== '');
  return isTwice && isVaried ? [rows.slice(0, half), rows.slice(half)] : [rows];
}

/** Rows that are like others elsewhere, one or more. */
function rowsLike(
  children: readonly TreeElement[],
  from: number,
  reps: readonly Row[],
  least: number,
  look: RowLook,
): readonly Row[] | undefined {
  const fits = (rep: Row, at: number) => {
    const row = children.slice(at, at + rep.length);
    const isLike =
      areAlike(rep, row, look) &&
      row.every((one, n) => fitness(one, rep[n] as TreeElement, look.traitsOf) >= least);
    return isLike ? row : undefined;
  };
  const rep = reps.find((one) => fits(one, from));
  if (!rep) return undefined;
  const rows: Row[] = [];
  for (let at = from, row = fits(rep, at); row; at += rep.length, row = fits(rep, at))
    rows.push(row);
  return rows;
}

/** Joins stretches of prose to one where they are to be edited as one. */
function withProse(
  all: readonly (readonly Token[] | undefined)[],
  { source, isApart }: Pick<RowLook, 'source' | 'isApart'>,
): (readonly Token[] | undefined)[] {
  const isPart = (token: Token) =>
    token.type !== 'text' &&
    elementsOf(token).every((one) => isProse(one, source) && !isApart(one));
  const stretches = all.map((tokens) => stretchesOf(tokens ?? [], isPart));
  const isOnce = stretches.every((some) => some.length < 2);
  const flat = stretches
    .flat()
    .map(({ from, to, tokens }) => tokens.slice(from, to).flatMap(elementsOf));
  if (!isOnce || !isOneText(flat)) return [...all];
  return all.map((tokens, index) => {
    const [one] = stretches[index] ?? [];
    if (!tokens || !one) return tokens;
    const stretch = tokens.slice(one.from, one.to).flatMap(elementsOf);
    return [...tokens.slice(0, one.from), { type: 'prose', stretch }, ...tokens.slice(one.to)];
  });
}

function stretchesOf(tokens: readonly Token[], isPart: (token: Token) => boolean) {
  const stretches: { from: number; to: number; tokens: readonly Token[] }[] = [];
  for (let at = 0; at < tokens.length; at += 1) {
    if (!isPart(tokens[at] as Token)) continue;
    const last = stretches.at(-1);
    if (last?.to === at) last.to = at + 1;
    else stretches.push({ from: at, to: at + 1, tokens });
  }
  return stretches;
}

function elementsOf(token: Token): readonly TreeElement[] {
  if (token.type === 'element') return [token.element];
  if (token.type === 'text') return [];
  return token.type === 'prose' ? token.stretch : token.rows.flat();
}

type Cells = readonly (Token | undefined)[];

/** Puts tokens of several rows side by side, by the longest sequence that each shares with those before. */
function aligned(all: readonly (readonly Token[] | undefined)[], look: RowLook): Cells[] {
  let columns: { rep: Token; cells: (Token | undefined)[] }[] = [];
  for (const [row, tokens] of all.entries()) {
    if (!tokens) continue;
    const pairs = pairsOf(
      columns.map(({ rep }) => rep),
      tokens,
      look,
    );
    const next: typeof columns = [];
    let column = 0;
    for (const [index, token] of tokens.entries()) {
      const match = pairs.get(index);
      if (match === undefined)
        next.push({ rep: token, cells: all.map((_, at) => (at === row ? token : undefined)) });
      else {
        for (; column < match; column += 1) next.push(columns[column] as (typeof columns)[0]);
        const found = columns[match] as (typeof columns)[0];
        found.cells[row] = token;
        next.push(found);
        column = match + 1;
      }
    }
    next.push(...columns.slice(column));
    columns = next;
  }
  return columns.map(({ cells }) => cells);
}

/** For each token the column it belongs to: the heaviest common subsequence. */
function pairsOf(
  reps: readonly Token[],
  tokens: readonly Token[],
  look: RowLook,
): Map<number, number> {
  const width = tokens.length + 1;
  const best = new Float64Array((reps.length + 1) * width);
  const weights = new Float64Array(reps.length * width);
  for (let a = reps.length - 1; a >= 0; a -= 1) {
    for (let b = tokens.length - 1; b >= 0; b -= 1) {
      const weight = match(reps[a] as Token, tokens[b] as Token, look);
      weights[a * width + b] = weight;
      const both = weight > 0 ? weight + (best[(a + 1) * width + b + 1] ?? 0) : 0;
      const skip = Math.max(best[(a + 1) * width + b] ?? 0, best[a * width + b + 1] ?? 0);
      best[a * width + b] = Math.max(both, skip);
    }
  }
  const pairs = new Map<number, number>();
  for (let a = 0, b = 0; a < reps.length && b < tokens.length; ) {
    const here = best[a * width + b] ?? 0;
    const weight = weights[a * width + b] ?? 0;
    if (weight > 0 && here === weight + (best[(a + 1) * width + b + 1] ?? 0)) {
      pairs.set(b, a);
      a += 1;
      b += 1;
    } else if (here === (best[(a + 1) * width + b] ?? 0)) a += 1;
    else b += 1;
  }
  return pairs;
}

function match(a: Token, b: Token, look: RowLook): number {
  if (a.type === 'element' && b.type === 'element') {
    return fitness(a.element, b.element, look.traitsOf);
  }
  if (a.type === 'run' && b.type === 'run') {
    const [one = [], other = []] = [a.rows[0], b.rows[0]];
    return areAlike(one, other, look) ? 4 : 0;
  }
  if (a.type !== b.type) return 0;
  return a.type === 'text' ? 1 : 3;
}

function toColumn(cells: Cells, look: RowLook, around: readonly Row[]): Column {
  const type = cells.find((one) => one)?.type;
  if (type === 'prose') {
    return { type, at: cells.map((one) => (one?.type === 'prose' ? one.stretch : undefined)) };
  }
  if (type === 'run') {
    return runColumn(
      cells.map((one) => (one?.type === 'run' ? one.rows : undefined)),
      look,
      around,
    );
  }
  if (type === 'text') {
    return { type, at: cells.map((one) => (one?.type === 'text' ? one.text : undefined)) };
  }
  const at = cells.map((one) => (one?.type === 'element' ? one.element : undefined));
  return { type: 'element', at, columns: partsOf(at, look, around) };
}

/** What stands in elements side by side; nothing where they are edited as one text. */
export function partsOf(
  at: readonly (TreeElement | undefined)[],
  look: RowLook,
  around: readonly Row[],
): Column[] {
  const isText = (one: TreeElement | undefined) => one !== undefined && look.isOneText(one);
  if (!at.some(isText)) return columnsIn(at, look, around);
  const canBeText = (one: TreeElement | undefined) =>
    !one ||
    isText(one) ||
    isKeptWhole(look.source.slice(one.inner.start, one.inner.end), classesIn(one));
  if (at.every(canBeText)) return [];
  return columnsIn(
    at.map((one) => (isText(one) ? undefined : one)),
    look,
    around,
  );
}

function runColumn(
  at: readonly (readonly Row[] | undefined)[],
  look: RowLook,
  around: readonly Row[],
): RunColumn {
  const rows = at.flatMap((one) => one ?? []);
  let next = 0;
  const spans = at.map((one) => one?.map(() => next++));
  const [first = []] = rows;
  const parts = first.map((_, part): ElementColumn => {
    const elements = rows.map((row) => row[part]);
    const columns = partsOf(elements, look, [first, ...around]);
    return { type: 'element', at: elements, columns };
  });
  return { type: 'run', at, rows, spans, parts };
}
