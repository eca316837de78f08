import type { CssNode } from 'css-tree';
import { blankBefore } from '../../../text/blanks.ts';
import type { StyleRule, StyleSource } from '../../sources/style-source.ts';
import type { PlacedDraft } from '../atom.ts';
import { valueStart } from '../style/detector.ts';
import { valueParts } from '../style/values.ts';
import type { TreeElement } from '../tree.ts';

/** A colour that each row has by a class of its own, each with a rule of its own. */
export interface RowColor {
  /** The classes that speak of nothing else. */
  readonly classes: ReadonlySet<string>;
  readonly property: string;
  /** By row, with where each stands. */
  readonly values: readonly string[];
  readonly found: readonly { readonly start: number; readonly end: number }[];
  readonly drafts: readonly PlacedDraft[];
}

/**
 * Finds the colour that rows differ in where each has a class that no other has, and each of
 * those classes one rule with one declaration of the same property.
 *
 * @param isSpokenOf true for a class that the script or other rules speak of
 */
export function rowColor(
  at: readonly (TreeElement | undefined)[],
  style: StyleSource,
  isSpokenOf: (name: string) => boolean,
): RowColor | undefined {
  const rows = at.filter((one) => one !== undefined);
  if (rows.length < 2 || rows.length < at.length) return undefined;
  const counts = new Map<string, number>();
  for (const { classes } of rows) {
    for (const name of classes) counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  const shared = rows[0]?.classes.find((name) => counts.get(name) === rows.length);
  const own = rows.map(({ classes }) => classes.filter((name) => counts.get(name) === 1));
  if (shared === undefined || own.some((names) => names.length !== 1)) return undefined;
  const names = own.map(([name]) => name as string);
  if (names.some(isSpokenOf)) return undefined;
  const rules = names.map((name) => onlyRuleOf(style, name));
  const parts = rules.map((rule) => rule && onlyColorOf(style, rule));
  const [first] = parts;
  if (!first || parts.some((one) => one?.property !== first.property)) return undefined;
  const drafts = rules.flatMap((rule, index): PlacedDraft[] => {
    const part = parts[index];
    if (!rule || !part) return [];
    if (index > 0) {
      const range = { start: rule.offset, end: rule.node.loc?.end.offset ?? rule.offset };
      const blank = blankBefore(style.text, range.start).length;
      return [{ start: range.start - blank, end: range.end, in: 'style', text: () => '' }];
    }
    const { start, end } = { start: rule.offset, end: rule.offset + 1 + (names[0] ?? '').length };
    return [
      { start, end, in: 'style', text: () => `.${shared}` },
      { start: part.start, end: part.end, in: 'style', text: ({ property }) => `var(${property})` },
    ];
  });
  const values = parts.map((one) => one?.text ?? '');
  const found = parts.flatMap((one) => (one ? [{ start: one.start, end: one.end }] : []));
  return { classes: new Set(names), property: first.property, values, found, drafts };
}

/** The only rule that speaks of a class, where it speaks of nothing else and stands in no condition. */
function onlyRuleOf({ rules, text }: StyleSource, name: string): StyleRule | undefined {
  const speaking = rules.filter(({ node }) => {
    const { prelude } = node;
    const from = prelude.loc?.start.offset ?? 0;
    return text
      .slice(from, prelude.loc?.end.offset ?? from)
      .split(/[^\w-]+/)
      .includes(name);
  });
  const [only, ...more] = speaking;
  const selector = only?.selectors[0];
  const parts: CssNode[] =
    selector && 'children' in selector && selector.children ? [...selector.children] : [];
  const isBare =
    only?.selectors.length === 1 && parts.length === 1 && parts[0]?.type === 'ClassSelector';
  return only && more.length === 0 && isBare && only.conditions.length === 0 ? only : undefined;
}

function onlyColorOf(style: StyleSource, { declarations }: StyleRule) {
  const [only, ...more] = declarations;
  if (!only || more.length > 0) return undefined;
  const [part, ...others] = valueParts(only.value, valueStart(style.text, only));
  if (part?.type !== 'color' || others.length > 0 || part.text !== only.value) return undefined;
  return { ...part, property: only.property };
}
