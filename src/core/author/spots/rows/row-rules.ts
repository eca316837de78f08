import { blankBefore } from '../../../text/blanks.ts';
import { string } from '../../../text/css-tree.ts';
import type { Range } from '../../../text/edits.ts';
import type { StyleDeclaration, StyleRule, StyleSource } from '../../sources/style-source.ts';
import type { PlacedDraft, Proposal } from '../atom.ts';
import { contentOf } from '../style/content-words.ts';
import { valueStart } from '../style/detector.ts';
import { valueParts } from '../style/values.ts';
import type { TreeElement } from '../tree.ts';

/** What the sheet says once for each row, by a class that only this row has. */
export interface RowRules {
  readonly fields: readonly Proposal[];
  /** Classes that nothing speaks of any more. */
  readonly gone: ReadonlySet<string>;
}

/**
 * Finds rules that the sheet holds once for each row. One rule takes their place, for the class
 * that all rows have; what differed is a value of the row, so that it holds for a new row as well.
 *
 * @param isSpokenOf true for a class that the script speaks of
 */
export function rowRules(
  at: readonly (TreeElement | undefined)[],
  style: StyleSource,
  slot: string,
  isSpokenOf: (name: string) => boolean,
): RowRules | undefined {
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
  const speaking = names.map((name) => rulesOf(style, name));
  const [first = []] = speaking;
  const fields: Proposal[] = [];
  const lifted = new Set<StyleRule>();
  for (const { rule, frame, range } of first) {
    const same = speaking.map((some) => some.filter((one) => one.frame === frame));
    if (same.some(({ length }) => length !== 1)) continue;
    const rules = same.map(([one]) => one?.rule as StyleRule);
    const values = valuesOf(style, rules);
    if (!values || values.length === 0) continue;
    for (const one of rules) lifted.add(one);
    const gone = rules.slice(1).map((one) => cutOf(style, one));
    const structure: PlacedDraft[] = [{ ...range, in: 'style', text: () => `.${shared}` }, ...gone];
    for (const [index, value] of values.entries()) {
      fields.push(
        fieldOf(
          value,
          `${slot}:rule:${rule.offset}:${value.property}`,
          index === 0 ? structure : [],
        ),
      );
    }
  }
  if (fields.length === 0) return undefined;
  const isGone = (name: string, index: number) =>
    !isSpokenOf(name) && (speaking[index] ?? []).every(({ rule }) => lifted.has(rule));
  return { fields, gone: new Set(names.filter(isGone)) };
}

/** A rule that speaks of a class in its only selector, with that class left out of it. */
interface Speaking {
  readonly rule: StyleRule;
  readonly frame: string;
  /** Where the class stands. */
  readonly range: Range;
}

function rulesOf({ rules, text }: StyleSource, name: string): Speaking[] {
  return rules.flatMap((rule): Speaking[] => {
    const at = rule.node.prelude.loc;
    if (!at) return [];
    const selector = text.slice(at.start.offset, at.end.offset);
    const index = selector.search(new RegExp(`\\.${name}(?![\\w-])`));
    if (index < 0) return [];
    const start = at.start.offset + index;
    const frame = `${selector.slice(0, index)}\0${selector.slice(index + 1 + name.length)} | ${rule.conditions.join(' | ')}`;
    // What is one of several selectors cannot be taken away from the others.
    const isAlone = rule.selectors.length === 1 && rule.parent === undefined;
    return [
      {
        rule,
        frame: isAlone ? frame : `${frame} ${name}`,
        range: { start, end: start + 1 + name.length },
      },
    ];
  });
}

/** A value that differs from rule to rule. */
interface Differing {
  readonly property: string;
  readonly kind: 'color' | 'text' | 'length';
  readonly values: readonly string[];
  readonly found: readonly Range[];
  readonly text: (name: string) => string;
}

/** What rules of the same properties differ in; undefined where that cannot be a field. */
function valuesOf(style: StyleSource, rules: readonly StyleRule[]): Differing[] | undefined {
  const lists = rules.map(({ declarations }) => declarations);
  const [first = []] = lists;
  const names = (list: readonly StyleDeclaration[]) =>
    list.map(({ property }) => property).join(' ');
  if (lists.some((list) => names(list) !== names(first))) return undefined;
  const found = first.map((_, index) =>
    differing(
      style,
      lists.map((list) => list[index] as StyleDeclaration),
    ),
  );
  if (found.some((one) => one === undefined)) return undefined;
  return found.flatMap((one) => one ?? []);
}

/** One declaration of each rule: nothing where all are the same, undefined where it cannot be bound. */
function differing(style: StyleSource, all: readonly StyleDeclaration[]): Differing[] | undefined {
  const [first] = all;
  if (!first || all.every(({ value }) => value === first.value)) return [];
  if (first.property.startsWith('--')) return undefined;
  if (first.property === 'content') {
    if (!all.every(({ value }) => /^(["'])(?:(?!\1)[^\\]|\\.)*\1$/.test(value))) return undefined;
    const texts = all.map(({ value }) => string.decode(value));
    const found = all.map((one) => rangeOf(style, one));
    const text = (name: string) => contentOf(texts[0] ?? '', name);
    return [
      {
        property: first.property,
        kind: 'text',
        values: texts.map((one) => one.trim()),
        found,
        text,
      },
    ];
  }
  const parts = all.map((one) => valueParts(one.value, valueStart(style.text, one)));
  const framed = all.map((one, index) => {
    const [part] = parts[index] ?? [];
    return part && parts[index]?.length === 1 ? one.value.replace(part.text, '\0') : undefined;
  });
  const [part] = parts[0] ?? [];
  const isSame = framed.every((frame) => frame !== undefined && frame === framed[0]);
  if (!part || !isSame || parts.some(([one]) => one?.type !== part.type)) return undefined;
  if (part.type !== 'color' && part.type !== 'length') return undefined;
  const found = parts.map(([one]) => ({ start: one?.start ?? 0, end: one?.end ?? 0 }));
  const values = parts.map(([one]) => one?.text ?? '');
  return [
    { property: first.property, kind: part.type, values, found, text: (name) => `var(${name})` },
  ];
}

function rangeOf(style: StyleSource, declaration: StyleDeclaration): Range {
  const start = valueStart(style.text, declaration);
  return { start, end: start + declaration.value.length };
}

function cutOf({ text }: StyleSource, { offset, node }: StyleRule): PlacedDraft {
  const end = node.loc?.end.offset ?? offset;
  return { start: offset - blankBefore(text, offset).length, end, in: 'style', text: () => '' };
}

const titles: Readonly<Record<Differing['kind'], string>> = {
  color: 'colour',
  text: 'name',
  length: 'size',
};

function fieldOf(
  { property, kind, values, found, text }: Differing,
  slot: string,
  structure: readonly PlacedDraft[],
): Proposal {
  const [first] = found;
  const draft: PlacedDraft[] = first
    ? [{ ...first, in: 'style', text: ({ property: name }) => text(name) }]
    : [];
  const name =
    property === 'content'
      ? 'name'
      : /^background/.test(property)
        ? 'background'
        : property.replace(/-/g, ' ');
  return {
    kind,
    slot,
    names: [name],
    titles: [titles[kind]],
    section: kind === 'text' ? 'Content' : 'Look',
    weight: kind === 'length' ? 0.6 : 0.8,
    values,
    drafts: [...structure, ...draft],
    why: 'what the sheet says for each row',
    found: found.map((one, row) => ({ ...one, in: 'style', as: 'value', row })),
  };
}
