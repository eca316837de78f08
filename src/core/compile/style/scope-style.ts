import type { Atrule, CssNode, Rule, SelectorList } from 'css-tree';
import MagicString from 'magic-string';
import { type Finding, finding, type Place } from '../../problem/finding.ts';
import { generate, walk } from '../../text/css-tree.ts';
import type { Range } from '../../text/edits.ts';
import { indexLines } from '../../text/line-index.ts';
import { atRuleNamed, isAtRule } from './at-rules.ts';
import { closed } from './brackets.ts';
import { ownIdsIn } from './own-id-selectors.ts';
import { type PageNames, readPageNames, renamePageNames } from './page-names.ts';
import { type ParsedStyle, parseStyle } from './parse-style.ts';
import { followNames } from './renamed-elements.ts';
import { type RootFacts, unknownRoot } from './root-facts.ts';
import { resolveRootFont } from './root-font.ts';
import { layerOf, layers, rootMark, type Scoping, selfOf } from './root-selector.ts';
import { initialPx, resolveRem, rootSizePx } from './root-size.ts';
import { guardNested, type Meant, scopeSelector, weightAtRoot } from './scope-selector.ts';
import { scopeOf, strayIn } from './sheet-parts.ts';

/** A style sheet whose rules reach only inside the casts of one mould. */
export interface ScopedStyle {
  /** Rules to be nested in a rule for the root. */
  readonly rules: string;
  /** What cannot be nested and reaches no element, such as keyframes: by names of the mould's own. */
  readonly beside: string;
  /** The order of the author's layers, to stand before the rules. */
  readonly layerOrder: readonly string[];
  /** True where rules for html or body set more than custom properties, which needs a box. */
  readonly stylesPage: boolean;
  readonly findings: readonly Finding[];
}

export interface ScopeOptions {
  readonly parsed?: ParsedStyle;
  /** True for a shadow tree, which needs no nesting. */
  readonly sealed?: boolean;
  readonly look?: 'own' | 'host';
  /** True where a slot is the border of what a rule may reach. */
  readonly hasSlots?: boolean;
  /** What is known of the root. */
  readonly rootFacts?: RootFacts;
  /** True for an id that each cast has one of its own of. */
  readonly ownsId?: (id: string) => boolean;
  readonly names?: PageNames;
  /** Names of elements that may have another on the page. */
  readonly asNames?: ReadonlySet<string>;
  /** All sheets of the mould, where the size of type of its page may stand in another. */
  readonly sheets?: readonly CssNode[];
}

/**
 * Makes a style sheet ready to be nested in a rule for the root of the mould's casts, by edits at
 * offsets: formatting, comments and most rules stay as they are.
 *
 * - `html`, `body` and `:root` become the root; `html.js body.dark` is one compound of it.
 * - What may match the root itself is written so that it does.
 * - `rem` becomes the px it was on the page it came from, since a host's root has a size of its own.
 * - `#card` is the id of any cast, and names that CSS keeps page-wide are the mould's own.
 * - Keyframes, fonts and the like, which cannot be nested, come apart.
 * - A selector of a nested rule that leads out of its parent is held inside.
 * - What would work for the whole page, and what nobody knows, is left out and reported.
 */
export function scopeStyle(
  style: string,
  mouldName: string,
  options: ScopeOptions = {},
): ScopedStyle {
  const { sealed = false, look = 'own', hasSlots = false, ownsId = () => false } = options;
  const { tree, faults } = options.parsed ?? parseStyle(style);
  const lines = indexLines('style.css', style);
  const edits = new MagicString(style);
  const sizePx = rootSizePx(...(options.sheets ?? [tree]));
  const scoping = { mouldName, sealed, look, hasSlots: hasSlots && !sealed };
  const { rootFacts = unknownRoot } = options;
  const scoper = new Scoper({ edits, style, rootFacts, isOrdered: isOrderedAtRoot(tree) });
  scoper.visit(tree, { scoping, isInScope: false, conditions: [] });
  if (!sealed) ownIdsIn(edits, tree, style, ownsId);
  followNames(edits, tree, options.asNames ?? new Set());
  renamePageNames(edits, tree, style, options.names ?? readPageNames([tree], mouldName));
  if (look === 'own') {
    resolveRem(edits, tree, style, sizePx);
    for (const { block, isBody } of scoper.ofPage) {
      if (!isBody || sizePx !== undefined)
        resolveRootFont(edits, block, style, isBody ? (sizePx ?? initialPx) : initialPx);
    }
  }
  // A declaration that cannot be read reaches no further than the rule it stands in.
  const unread = scoper.unread.map((node) => ({ start: start(node), end: end(node) }));
  const loose = faults.filter(
    ({ offset }) =>
      unread.some((range) => holds(range, offset)) ||
      !scoper.scoped.some((range) => holds(range, offset)),
  );
  const findings = loose.map(({ what, offset }) =>
    finding('style/not-read', { what }, lines.placeAt(offset)),
  );
  const beside = scoper.beside.map(({ node, conditions }) => {
    const text = closed(edits.slice(start(node), end(node)));
    return conditions.reduceRight((inner, one) => `${one} {\n${inner}\n}`, text);
  });
  const layerOrder = scoper.orders.map(
    ({ prelude }) =>
      `@layer ${namesIn(prelude)
        .map((one) => layerOf(scoping, one))
        .join(', ')};`,
  );
  // After all other edits, some of which may be inside.
  const gone = [...scoper.left, ...scoper.unread, ...scoper.orders];
  for (const range of [
    ...[...gone, ...scoper.beside.map(({ node }) => node)].map(rangeOf),
    ...strayIn(tree, style),
  ]) {
    edits.remove(range.start, range.end);
  }
  for (const node of scoper.left) {
    const place = lines.placeAt(start(node));
    const name = node.name.toLowerCase();
    if (name === 'import') findings.push(finding('style/import', {}, place));
    // At the top of the sheet it was taken out before.
    else if (name === 'km-each') findings.push(nestedRowRules(node, place));
    else if (!atRuleNamed(name)) findings.push(finding('style/unknown-at-rule', { name }, place));
    // In a style element it has no effect at all (CSS Syntax 3, 3.2).
    else if (name !== 'charset') findings.push(finding('style/page-rule', { name }, place));
  }
  return {
    rules: closed(edits.toString()),
    beside: beside.join('\n'),
    layerOrder,
    stylesPage: scoper.stylesPage,
    findings,
  };
}

function nestedRowRules({ prelude }: Atrule, place: Place): Finding {
  const list = prelude ? generate(prelude).trim() : '';
  const what = 'it stands in another rule, and has to be at the top of the sheet';
  return finding('style/row-rules', { list, what }, place);
}

/**
 * True where rules for the root alone come in the order of their weights on their own page, all
 * elements before html, html before body: so they stay, whatever their weight.
 */
function isOrderedAtRoot(tree: CssNode): boolean {
  let most = 0;
  let isOrdered = true;
  walk(tree, {
    visit: 'Selector',
    enter: (selector) => {
      const weight = weightAtRoot(selector) ?? most;
      if (weight < most) isOrdered = false;
      most = weight;
    },
  });
  return isOrdered;
}

function namesIn(prelude: CssNode | null): string[] {
  return prelude
    ? generate(prelude)
        .split(',')
        .map((one) => one.trim())
    : [];
}

/** The page's part of a sheet, and where each rule of it stands. */
interface PageBlock {
  readonly block: CssNode;
  readonly isBody: boolean;
}

/** Where a rule stands. */
interface Around {
  readonly scoping: Scoping;
  readonly isInScope: boolean;
  /** At-rules around it, as they begin. */
  readonly conditions: readonly string[];
}

/** What a sheet is visited with. */
interface ScoperSetting {
  readonly edits: MagicString;
  readonly style: string;
  readonly rootFacts: RootFacts;
  readonly isOrdered: boolean;
}

class Scoper {
  stylesPage = false;
  /** Blocks of the rules that were put under the root. */
  readonly scoped: Range[] = [];
  /** Blocks of the rules that mean the root of the page, or its body. */
  readonly ofPage: PageBlock[] = [];
  /** At-rules that are left out, since they would work for the whole page or are not known. */
  readonly left: Atrule[] = [];
  /** Rules that are left out, since they cannot be read. */
  readonly unread: CssNode[] = [];
  /** At-rules that cannot stand in rules. */
  readonly beside: { readonly node: Atrule; readonly conditions: readonly string[] }[] = [];
  /** Statements that give the order of layers. */
  readonly orders: Atrule[] = [];
  private readonly setting: ScoperSetting;

  constructor(setting: ScoperSetting) {
    this.setting = setting;
  }

  visit(node: CssNode, around: Around): void {
    if (node.type === 'StyleSheet' || node.type === 'Block') {
      for (const child of node.children) this.visit(child, around);
    } else if (node.type === 'Atrule') this.visitAtRule(node, around);
    else if (node.type === 'Rule' && node.prelude.type === 'SelectorList') {
      this.scopeRule(node, node.prelude, around);
    } else if (node.type === 'Rule' || node.type === 'Raw') this.unread.push(node);
  }

  private visitAtRule(node: Atrule, around: Around): void {
    const known = atRuleNamed(node.name);
    if (!known || known.kept === 'dropped') {
      this.left.push(node);
    } else if (node.block && known.holds === 'rules') {
      const { conditions } = around;
      const opening = this.setting.style.slice(start(node), start(node.block)).trim();
      this.nameLayer(node, around);
      this.scopePreludeOf(node, node.block, around);
      const isScope = isAtRule(node.name, 'scope');
      this.visit(node.block, {
        scoping: around.scoping,
        isInScope: around.isInScope || isScope,
        conditions: known.isConditional ? [...conditions, opening] : conditions,
      });
    } else if (isAtRule(node.name, 'layer')) {
      if (!around.scoping.sealed) this.orders.push(node);
    } else if (!around.scoping.sealed) {
      this.beside.push({ node, conditions: around.conditions });
    }
  }

  /** A layer is one of the mould's own; one without a name is nobody else's as it is. */
  private nameLayer({ name, prelude }: Atrule, { scoping }: Around): void {
    const { edits, style } = this.setting;
    if (scoping.sealed || !prelude || !isAtRule(name, 'layer')) return;
    const own = style.slice(start(prelude), end(prelude)).trim();
    const full = layerOf(scoping, own);
    // It stands in the layer of all moulds already, where that is one.
    const inLayer = scoping.look === 'own' ? full.slice(layers.mould.length + 1) : full;
    edits.update(start(prelude), end(prelude), inLayer);
  }

  /** `@scope (.card) to (.note)`: begins inside the root, and ends where a slot begins. */
  private scopePreludeOf(node: Atrule, block: CssNode, around: Around): void {
    if (!isAtRule(node.name, 'scope')) return;
    const { edits, style } = this.setting;
    const { scoping, isInScope } = around;
    const from = node.prelude ? start(node.prelude) : start(block);
    const text = node.prelude ? style.slice(from, end(node.prelude)) : '';
    const { root, limit } = scopeOf(text, from);
    const border = scoping.hasSlots && !isInScope ? `${rootMark(scoping)} [data-slot]` : '';
    // Its selectors are not relative to the rule around it (CSS Nesting 1, 3.3).
    if (root) this.scopeList(root, { ...around, isInScope: true }, false);
    else edits.appendLeft(from, `(${selfOf(scoping)}) `);
    if (border === '') return;
    if (limit) edits.appendLeft(end(limit), `, ${border}`);
    else edits.prependRight(start(block), `to (${border}) `);
  }

  private scopeRule(node: Rule, list: SelectorList, around: Around): void {
    // A list that makes all elements plain says nothing more of the root, and its host's text
    // style would come in by what it inherits.
    const isReset = list.children.size > 4 && node.block.children.some(inherits);
    const meant = this.scopeList(list, around, isReset);
    const ofPage = meant.filter(({ isPage }) => isPage).length;
    this.scoped.push({ start: start(node.block), end: end(node.block) });
    const isAtRoot = meant.some((one) => one.isAtRoot);
    this.visitNested(node.block, around, isAtRoot);
    if (ofPage === 0) return;
    // Where other elements have the same size in em or per cent, it is of what is around them.
    if (ofPage === list.children.size) {
      const isBody = /\bbody\b/i.test(generate(list));
      this.ofPage.push({ block: node.block, isBody });
    }
    if (node.block.children.some(setsMoreThanProperties)) this.stylesPage = true;
  }

  private scopeList(list: SelectorList, around: Around, isReset: boolean): Meant[] {
    const { edits, rootFacts, isOrdered } = this.setting;
    const scope = { edits, rootFacts, isOrdered, isReset, ...around };
    return list.children
      .toArray()
      .flatMap((one) => (one.type === 'Selector' ? scopeSelector(one, scope) : []));
  }

  /** Rules and at-rules inside a rule: their parent is under the root already. */
  private visitNested(block: CssNode, around: Around, isAtRoot: boolean): void {
    if (block.type !== 'Block') return;
    const { edits, rootFacts } = this.setting;
    const scope = { edits, rootFacts, ...around, isReset: false, isOrdered: false };
    for (const node of block.children) {
      if (node.type === 'Rule') {
        if (node.prelude.type === 'SelectorList') {
          for (const selector of node.prelude.children) {
            if (selector.type === 'Selector') guardNested(selector, scope, isAtRoot);
          }
          this.visitNested(node.block, around, isAtRoot);
        } else this.unread.push(node);
      } else if (node.type === 'Raw') {
        if (node.value.includes('{')) this.unread.push(node);
      } else if (node.type === 'Atrule') {
        const known = atRuleNamed(node.name);
        if (!known || known.kept === 'dropped') {
          this.left.push(node);
        } else if (node.block) this.visitNested(node.block, around, isAtRoot);
      }
    }
  }
}

function inherits(node: CssNode): boolean {
  return node.type === 'Declaration' && /^\s*inherit\b/i.test(generate(node.value));
}

function setsMoreThanProperties(node: CssNode): boolean {
  return node.type !== 'Declaration' || !node.property.startsWith('--');
}

function holds(range: Range, offset: number): boolean {
  return range.start <= offset && offset < range.end;
}

function rangeOf(node: CssNode): Range {
  return { start: start(node), end: end(node) };
}

function start(node: CssNode): number {
  return node.loc?.start.offset ?? 0;
}

function end(node: CssNode): number {
  return node.loc?.end.offset ?? 0;
}
