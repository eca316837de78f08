import { blankBefore } from '../../../text/blanks.ts';
import type { StyleRule, StyleSource } from '../../sources/style-source.ts';
import type { PlacedDraft, Proposal } from '../atom.ts';
import { elementsWithin, type Tree, type TreeElement } from '../tree.ts';
import { isPlainRow } from './list-of.ts';
import { blockOf, bodyOf, type Parts } from './row-block.ts';
import {
  keysOf,
  type NamingRule,
  namesOfRows,
  type RowSelector,
  selectorsOf,
} from './row-selectors.ts';

/**
 * Rules that a sheet holds once for each row of a list, by its id, by an attribute or by its number,
 * become one that each cast writes for each of its rows: a new row then works as those that came.
 *
 * @returns the list, with the changes of the sheet
 */
export function withRulesOfRows(
  list: Proposal,
  tree: Tree,
  { style, naming }: { readonly style: StyleSource; readonly naming: readonly NamingRule[] },
): Proposal {
  const { rows } = list;
  if (rows?.spans.length !== 1 || naming.length === 0) return list;
  const elements = elementsByRow(list, tree);
  if (elements.length < 2 || elements.some((some) => some.length === 0)) return list;
  const named = namesOfRows(list, elements);
  const known = new Set(elements.flat().flatMap(({ name, classes }) => [name, ...classes]));
  const plain = naming.filter(({ rule }) => rule.conditions.length === 0 && !rule.parent);
  const speaking = plain.flatMap((one) => {
    const selectors = selectorsOf(one, { named, known, count: elements.length });
    return selectors === undefined ? [] : [{ rule: one.rule, selectors }];
  });
  const drafts: PlacedDraft[] = [];
  const fields = [...rows.fields];
  const done = new Set<StyleRule>();
  for (const one of speaking) {
    if (done.has(one.rule)) continue;
    const found =
      one.selectors.length === elements.length * keysOf(one.selectors).length
        ? inOneRule(one, style, elements.length)
        : inRules(
            speaking.filter(({ rule }) => !done.has(rule)),
            one,
            style,
            { ...list, rows: { ...rows, fields } },
          );
    if (!found || isOverruled(style, found.rules)) continue;
    for (const rule of found.rules) done.add(rule);
    drafts.push(...found.drafts);
    fields.push(...found.fields);
  }
  if (drafts.length === 0) return list;
  return {
    ...list,
    drafts: [...list.drafts, ...drafts],
    rows: { ...rows, fields, isPlain: isPlainRow(fields) },
  };
}

function elementsByRow({ found }: Proposal, tree: Tree): (readonly TreeElement[])[] {
  const rows: TreeElement[][] = [];
  for (const place of found) {
    if (place.row === undefined || place.as !== 'tag') continue;
    const own = rows[place.row] ?? [];
    own.push(...elementsWithin(tree, place));
    rows[place.row] = own;
  }
  return rows;
}

interface Speaking {
  readonly rule: StyleRule;
  readonly selectors: readonly RowSelector[];
}

interface Lifted {
  readonly rules: readonly StyleRule[];
  readonly fields: readonly Proposal[];
  readonly drafts: readonly PlacedDraft[];
}

/** A rule whose selectors are as many for each row. */
function inOneRule(
  { rule, selectors }: Speaking,
  style: StyleSource,
  count: number,
): Lifted | undefined {
  const keys = keysOf(selectors);
  const isWhole = keys.every((key) => {
    const own = selectors.filter((one) => one.key === key);
    return new Set(own.map(({ row }) => row)).size === count;
  });
  if (!isWhole) return undefined;
  const chosen = keys.map((key) => selectors.find((one) => one.key === key) as RowSelector);
  return { rules: [rule], fields: [], drafts: [eachRow(style, rule, chosen, [blockOf(rule)])] };
}

/** Rules of which each row has one. */
function inRules(
  all: readonly Speaking[],
  { rule, selectors }: Speaking,
  style: StyleSource,
  list: Proposal,
): Lifted | undefined {
  const count = list.rows?.spans[0]?.length ?? 0;
  const keys = keysOf(selectors).join();
  const rowOf = (one: Speaking) => {
    const rows = new Set(one.selectors.map(({ row }) => row));
    return rows.size === 1 ? one.selectors[0]?.row : undefined;
  };
  const same = all.filter(
    (one) => keysOf(one.selectors).join() === keys && rowOf(one) !== undefined,
  );
  const byRow = Array.from({ length: count }, (_, row) => same.filter((one) => rowOf(one) === row));
  // The first of each row belong together, then the second.
  const nth = byRow.map((some) => some.findIndex((one) => one.rule === rule)).find((at) => at >= 0);
  const rules = byRow.map((some) => some[nth ?? 0]?.rule);
  if (rules.some((one) => one === undefined)) return undefined;
  const found = rules as StyleRule[];
  const body = bodyOf(style, found, list);
  if (!body) return undefined;
  const [main, ...others] = found as [StyleRule, ...StyleRule[]];
  const gone = others.map((one): PlacedDraft => {
    const blank = blankBefore(style.text, one.offset).length;
    return { start: one.offset - blank, end: endOf(one), in: 'style', text: () => '' };
  });
  const { parts, fields } = body;
  return { rules: found, fields, drafts: [eachRow(style, main, selectors, parts), ...gone] };
}

function eachRow(
  style: StyleSource,
  rule: StyleRule,
  selectors: readonly RowSelector[],
  body: Parts,
): PlacedDraft {
  const indent = blankBefore(style.text, rule.offset).replace(/^[\s\S]*\n/, '');
  const text: PlacedDraft['text'] = ({ path }, of) => {
    const said = [...new Set(selectors.map(({ written }) => written(path, of)))];
    return [
      `@km-each ${path} {\n${indent}  ${said.join(`,\n${indent}  `)} `,
      ...body.map((part) => (typeof part === 'function' ? part(path, of) : part)),
      `\n${indent}}`,
    ];
  };
  const block = blockOf(rule);
  const isKept = body.some(
    (part) => typeof part === 'object' && part.start === block.start && part.end === block.end,
  );
  const keeps = isKept ? { keeps: block } : {};
  return { start: rule.offset, end: endOf(rule), in: 'style', text, ...keeps };
}

/**
 * True where a rule of the same elements that stands later, or under a condition, sets what these
 * set: each cast's own rules come last, and would overrule it.
 */
function isOverruled(style: StyleSource, rules: readonly StyleRule[]): boolean {
  const subjectOf = ({ written }: StyleRule) =>
    written.flatMap(
      (text) => (text.split(/[\s>+~]+/).at(-1) ?? '').match(/[.#][\w-]+|\[[^\]]*\]/g) ?? [],
    );
  const own = new Set(rules.flatMap(subjectOf));
  const set = rules.flatMap(({ declarations }) => declarations.map((one) => one.property));
  // `border` sets `border-color` as well.
  const isSet = (property: string) =>
    set.some(
      (one) => one === property || one.startsWith(`${property}-`) || property.startsWith(`${one}-`),
    );
  const last = Math.max(...rules.map(({ offset }) => offset));
  return style.rules.some(
    (rule) =>
      (rule.offset > last || rule.conditions.length > 0) &&
      !rules.includes(rule) &&
      rule.declarations.some(({ property }) => isSet(property)) &&
      subjectOf(rule).some((name) => own.has(name)),
  );
}

function endOf({ node }: StyleRule): number {
  return node.loc?.end.offset ?? 0;
}
