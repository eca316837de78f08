import type { CssNode, Rule } from 'css-tree';
import { atRuleNamed } from '../../compile/style/at-rules.ts';
import type { ParsedStyle } from '../../compile/style/parse-style.ts';
import { generate, keyword } from '../../text/css-tree.ts';
import type { Range } from '../../text/edits.ts';
import { type Source, toSource } from './source.ts';

/** A declaration of a style sheet. */
export interface StyleDeclaration {
  /** As browsers take it: lower case, but for custom properties. */
  readonly property: string;
  /** As written, without `!important`. */
  readonly value: string;
  readonly offset: number;
  readonly valueOffset: number;
  /** Undefined for declarations of an at-rule such as `@font-face`. */
  readonly rule: StyleRule | undefined;
}

/** A rule of a style sheet that chooses elements. */
export interface StyleRule {
  readonly node: Rule;
  readonly offset: number;
  /** Its selectors, one by one, as css-tree reads them; none where they cannot be read. */
  readonly selectors: readonly CssNode[];
  /** The same as written, each blank as one space. */
  readonly written: readonly string[];
  readonly declarations: readonly StyleDeclaration[];
  /** Preludes of the at-rules around it, such as `media (width < 600px)`. */
  readonly conditions: readonly string[];
  readonly parent: StyleRule | undefined;
}

/** A style sheet read for its checks. */
export interface StyleSource extends Source {
  /** False where the parser could not read some of it. */
  readonly isRead: boolean;
  readonly rules: readonly StyleRule[];
  readonly declarations: readonly StyleDeclaration[];
  /** At-rules by name, with where they stand. */
  readonly atRules: readonly { readonly name: string; prelude: string; readonly offset: number }[];
  /** Names after a dot and after a hash in its selectors, with where each stands first. */
  readonly classes: ReadonlyMap<string, number>;
  readonly ids: ReadonlyMap<string, number>;
  /** Names of elements in its selectors. */
  readonly types: ReadonlyMap<string, number>;
}

interface Reading {
  readonly rules: StyleRule[];
  readonly declarations: StyleDeclaration[];
  readonly atRules: { name: string; prelude: string; offset: number }[];
  readonly classes: Map<string, number>;
  readonly ids: Map<string, number>;
  readonly types: Map<string, number>;
}

/** Reads a style sheet; what cannot be read of it is left out. */
export function readStyleSource(style: string, { tree, faults }: ParsedStyle): StyleSource {
  const reading: Reading = {
    rules: [],
    declarations: [],
    atRules: [],
    classes: new Map(),
    ids: new Map(),
    types: new Map(),
  };
  visit(tree, { reading, style, conditions: [], rule: undefined, isInKeyframes: false });
  return { ...toSource('style', style), ...reading, isRead: faults.length === 0 };
}

interface Around {
  readonly reading: Reading;
  readonly style: string;
  readonly conditions: readonly string[];
  readonly rule: StyleRule | undefined;
  readonly isInKeyframes: boolean;
}

function visit(node: CssNode, around: Around): void {
  if (node.type === 'StyleSheet' || node.type === 'Block') {
    for (const child of node.children) visit(child, around);
  } else if (node.type === 'Atrule') {
    const prelude = node.prelude ? generate(node.prelude) : '';
    const name = keyword(node.name).basename;
    around.reading.atRules.push({ name, prelude, offset: startOf(node) });
    if (!node.block) return;
    const conditions = [...around.conditions, `${name} ${prelude}`];
    visit(node.block, {
      ...around,
      conditions,
      isInKeyframes: around.isInKeyframes || atRuleNamed(name)?.holds === 'keyframes',
    });
  } else if (node.type === 'Rule') visitRule(node, around);
  else if (node.type === 'Declaration') {
    const { reading, style, rule } = around;
    const property = node.property.startsWith('--') ? node.property : node.property.toLowerCase();
    const valueOffset = startOf(node.value);
    const written = style.slice(valueOffset, node.value.loc?.end.offset);
    reading.declarations.push({
      property,
      rule,
      valueOffset,
      value: written.replace(/!\s*important\s*$/i, '').trim(),
      offset: startOf(node),
    });
  }
}

function visitRule(node: Rule, around: Around): void {
  const { reading, conditions, rule: parent } = around;
  const isList = node.prelude.type === 'SelectorList' && !around.isInKeyframes;
  const selectors = isList && 'children' in node.prelude ? node.prelude.children.toArray() : [];
  for (const selector of selectors) noteNames(selector, reading);
  const declarations: StyleDeclaration[] = [];
  const rule: StyleRule = {
    node,
    selectors,
    written: selectors.map((one) => writtenOf(one, around.style)),
    declarations,
    conditions,
    parent,
    offset: startOf(node),
  };
  reading.rules.push(rule);
  const before = reading.declarations.length;
  visit(node.block, { ...around, rule });
  declarations.push(...reading.declarations.slice(before).filter((one) => one.rule === rule));
}

function writtenOf(node: CssNode, style: string): string {
  return style.slice(node.loc?.start.offset, node.loc?.end.offset).replace(/\s+/g, ' ').trim();
}

/** The declaration whose value a stretch of the sheet is in. */
export function declarationAt(
  { declarations }: Pick<StyleSource, 'declarations'>,
  { start, end }: Range,
): StyleDeclaration | undefined {
  let low = 0;
  for (let high = declarations.length; low < high; ) {
    const middle = (low + high) >> 1;
    if ((declarations[middle] as StyleDeclaration).valueOffset <= start) low = middle + 1;
    else high = middle;
  }
  const found = declarations[low - 1];
  return found && end <= found.valueOffset + found.value.length ? found : undefined;
}

function noteNames(node: CssNode, reading: Reading): void {
  const kind = {
    ClassSelector: reading.classes,
    IdSelector: reading.ids,
    TypeSelector: reading.types,
  }[node.type as string];
  const name = 'name' in node && typeof node.name === 'string' ? node.name : undefined;
  if (kind && name !== undefined && !kind.has(name)) kind.set(name, startOf(node));
  if ('children' in node && node.children) {
    for (const child of node.children) noteNames(child as CssNode, reading);
  }
}

/** Where a node of a style sheet begins. */
function startOf(node: CssNode): number {
  return node.loc?.start.offset ?? 0;
}
