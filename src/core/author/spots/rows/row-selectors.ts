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

/** A rule whose selectors name ids, attributes or numbers. */
export interface NamingRule {
  readonly rule: StyleRule;
  readonly selectors: readonly {
    readonly text: string;
    readonly found: readonly RegExpMatchArray[];
  }[];
}

/** The rules of a sheet that may mean single rows. */
export function namingRules({ rules }: StyleSource): NamingRule[] {
  return rules.flatMap((rule) => {
    const selectors = rule.written.map((text) => ({ text, found: [...text.matchAll(naming)] }));
    const isNaming = selectors.length > 0 && selectors.every(({ found }) => found.length > 0);
    return isNaming ? [{ rule, selectors }] : [];
  });
}

/** The selectors of a rule, each for its row; undefined where one means none, or several. */
export function selectorsOf(rule: NamingRule, known: Known): RowSelector[] | undefined {
  const read: RowSelector[] = [];
  for (const selector of rule.selectors) {
    const one = rowSelector(selector, known);
    if (!one) return undefined;
    read.push(one);
  }
  return read;
}

/** Ids, attributes and numbers in a selector. */
const naming =
  /#([\w-]+)|\[([\w-]+)=(["']?)([^"'\]]*)\3\]|([\w-]*)((?:\.[\w-]+)*):nth-(child|of-type)\((\d+)\)/g;

function rowSelector(
  { text, found }: NamingRule['selectors'][number],
  { named, known, count }: Known,
): RowSelector | undefined {
  const rows = new Set<number>();
  const parts: (string | Written)[] = [];
  let from = 0;
  for (const match of found) {
    const [whole, id, attribute, , value, type = '', classes = '', nth, number] = match;
    const said = (id ?? value)?.replace(/^#/, '');
    const name = said === undefined ? undefined : named.find(({ texts }) => texts.includes(said));
    const isOfRows = [type, ...classes.split('.')].some((one) => known.has(one));
    if (name) {
      rows.add(name.texts.indexOf(said ?? ''));
      const hash = value?.startsWith('#') ? '#' : '';
      const written: Written = (path, of) =>
        `[${attribute ?? 'id'}="${hash}${name.written(path, of)}"]`;
      parts.push(text.slice(from, match.index ?? 0), written);
    } else if (nth !== undefined && isOfRows && Number(number) <= count) {
      rows.add(Number(number) - 1);
      const written: Written = (path) => `${type}${classes}:nth-${nth}({~${path}#number~})`;
      parts.push(text.slice(from, match.index ?? 0), written);
    } else continue;
    from = (match.index ?? 0) + whole.length;
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
