import type { StyleRule, StyleSource } from '../../sources/style-source.ts';
import type { PathOf, Proposal } from '../atom.ts';
import type { TreeElement } from '../tree.ts';

/** Text with the paths of a row's values in it. */
export type Written = (path: string, of: PathOf) => string;

/** What one attribute is in each row, and how it is said for any row. */
export interface Named {
  readonly texts: readonly string[];
  readonly written: Written;
}

/** A selector of a rule that means one row, as it would be said for any. */
export interface RowSelector {
  readonly row: number;
  /** The same for all rows. */
  readonly key: string;
  readonly written: Written;
}

/** What ids and other attributes of rows are told apart by: a value of the row, or its number. */
export function namesOfRows(list: Proposal, rows: readonly (readonly TreeElement[])[]): Named[] {
  const [first = []] = rows;
  const textsOf = (row: readonly TreeElement[]) =>
    row.flatMap(({ attributes }) =>
      [...attributes.values()].flatMap(({ name, text }) =>
        /^(?:id|for|href|data-.*|aria-controls)$/.test(name) ? text.replace(/^#/, '') : [],
      ),
    );
  const all = rows.map((row) => new Set(textsOf(row)));
  return [...new Set(textsOf(first))].flatMap((text): Named[] => {
    const field = list.rows?.fields.find(
      ({ kind, values }) => kind === 'text' && values[0] === text && new Set(values).size > 1,
    );
    if (field) {
      const texts = field.values.map((value) => String(value ?? ''));
      return [{ texts, written: (_, of) => `{~${of(field.slot)}~}` }];
    }
    const [, before = '', number, after = ''] = /^(\D*)(\d+)(\D*)$/.exec(text) ?? [];
    if (number === undefined || (number !== '0' && number !== '1')) return [];
    const texts = rows.map((_, row) => `${before}${Number(number) + row}${after}`);
    if (!texts.every((one, row) => all[row]?.has(one))) return [];
    const fact = number === '1' ? 'number' : 'index';
    return [{ texts, written: (path) => `${before}{~${path}#${fact}~}${after}` }];
  });
}

/** What a selector is read with. */
export interface Known {
  readonly named: readonly Named[];
  /** Names and classes of what is in the rows. */
  readonly known: ReadonlySet<string>;
  readonly count: number;
}

/** The selectors of a rule, each for its row; undefined where one means none, or several. */
export function selectorsOf(
  rule: StyleRule,
  style: StyleSource,
  known: Known,
): RowSelector[] | undefined {
  const read = rule.selectors.map((node) => {
    const text = style.text.slice(node.loc?.start.offset, node.loc?.end.offset);
    return rowSelector(text.replace(/\s+/g, ' '), known);
  });
  return read.length > 0 && read.every((one) => one !== undefined)
    ? (read as RowSelector[])
    : undefined;
}

/** Ids, attributes and numbers in a selector. */
const naming =
  /#([\w-]+)|\[([\w-]+)=(["']?)([^"'\]]*)\3\]|([\w-]*)((?:\.[\w-]+)*):nth-(child|of-type)\((\d+)\)/g;

function rowSelector(text: string, { named, known, count }: Known): RowSelector | undefined {
  const rows = new Set<number>();
  const parts: (string | Written)[] = [];
  let from = 0;
  for (const match of text.matchAll(naming)) {
    const [whole, id, attribute, , value, type = '', classes = '', nth, number] = match;
    const said = (id ?? value)?.replace(/^#/, '');
    const name = said === undefined ? undefined : named.find(({ texts }) => texts.includes(said));
    const isOfRows = [type, ...classes.split('.')].some((one) => known.has(one));
    if (name) {
      rows.add(name.texts.indexOf(said ?? ''));
      const hash = value?.startsWith('#') ? '#' : '';
      const written: Written = (path, of) =>
        `[${attribute ?? 'id'}="${hash}${name.written(path, of)}"]`;
      parts.push(text.slice(from, match.index), written);
    } else if (nth !== undefined && isOfRows && Number(number) <= count) {
      rows.add(Number(number) - 1);
      const written: Written = (path) => `${type}${classes}:nth-${nth}({~${path}#number~})`;
      parts.push(text.slice(from, match.index), written);
    } else continue;
    from = match.index + whole.length;
  }
  const [row, ...more] = rows;
  if (row === undefined || more.length > 0) return undefined;
  parts.push(text.slice(from));
  const written: Written = (path, of) =>
    parts.map((part) => (typeof part === 'string' ? part : part(path, of))).join('');
  return { row, key: written('', (slot) => slot), written };
}

/** The selectors as for any row, each once. */
export function keysOf(selectors: readonly RowSelector[]): string[] {
  return [...new Set(selectors.map(({ key }) => key))];
}
