import {
  type Atrule,
  type CssNode,
  generate,
  parse,
  type Rule,
  type SelectorList,
  walk,
} from 'css-tree';
import MagicString from 'magic-string';
import { type Finding, finding, type Place } from '../../problem/finding.ts';
import type { Range } from '../../text/edits.ts';
import { indexLines } from '../../text/line-index.ts';
import { atRuleNamed, isAtRule } from './at-rules.ts';
import { makeImportant } from './important.ts';
import { type LayerRanks, layersIn } from './layers.ts';
import { type PageNames, readPageNames, renamePageNames } from './page-names.ts';
import { type ParsedStyle, parseStyle } from './parse-style.ts';
import { followNames } from './renamed-elements.ts';
import { resolveRootFont } from './root-font.ts';
import { rootMark, rootSelector, type Scoping, slotBorder } from './root-selector.ts';
import { initialPx, resolveRem, rootSizePx } from './root-size.ts';
import { guardNested, scopeSelector } from './scope-selector.ts';

/** A style sheet whose rules reach only inside the casts of one mould. */
export interface ScopedStyle {
  readonly css: string;
  /** True where rules for html or body set more than custom properties, which needs a box. */
  readonly stylesPage: boolean;
  readonly findings: readonly Finding[];
}

export interface ScopeOptions {
  readonly parsed?: ParsedStyle;
  /** True for a shadow tree, which needs no prefixes. */
  readonly sealed?: boolean;
  /** True where a slot is the border of what a rule may reach. */
  readonly hasSlots?: boolean;
  /** Where rules are to be important: what they leave as it is. */
  readonly moving?: ReadonlySet<string> | undefined;
  /** Stronger by so much than it would be. */
  readonly lift?: number;
  /** True for a look of the host's: lengths in rem stay those of its root. */
  readonly keepsRem?: boolean;
  /** True for an id that each cast has one of its own of. */
  readonly ownsId?: (id: string) => boolean;
  readonly names?: PageNames;
  /** Names of elements that may have another on the page. */
  readonly asNames?: ReadonlySet<string>;
  /** All sheets of the mould, where the size of type of its page may stand in another. */
  readonly sheets?: readonly CssNode[];
}

/**
 * Puts every selector of a style sheet under the root of the mould's casts, by edits at offsets:
 * formatting, comments and whatever cannot be read stay as they are.
 *
 * - `.card` also matches the root itself, since that is an element of the author's.
 * - `html`, `body` and `:root` become the root; `html.js body.dark` is one compound of it.
 * - `rem` becomes the px it was on the page it came from, since a host's root has a size of its own.
 * - `#card` is the id of any cast, and names that CSS keeps page-wide are the mould's own.
 * - A layer becomes a strength below that of the rules outside layers.
 * - A nested rule is under the root by its parent; a selector that leads out of it is held inside.
 * - What would work for the whole page, and what nobody knows, is left out and reported.
 */
export function scopeStyle(
  style: string,
  mouldName: string,
  options: ScopeOptions = {},
): ScopedStyle {
  const { sealed = false, hasSlots = false, keepsRem = false, ownsId = () => false } = options;
  const { tree, faults } = options.parsed ?? parseStyle(style);
  const lines = indexLines('style.css', style);
  const edits = new MagicString(style);
  const layers = sealed ? undefined : layersIn(tree);
  const sizePx = rootSizePx(...(options.sheets ?? [tree]));
  const { moving, lift = 0 } = options;
  const rank = (layers?.count ?? 0) + lift;
  const scoping = { mouldName, sealed, hasSlots: hasSlots && !sealed, rank };
  const scoper = new Scoper(edits, style, layers);
  scoper.visit(tree, { scoping, isInScope: false });
  if (!sealed) ownIdsIn(edits, tree, style, ownsId);
  followNames(edits, tree, options.asNames ?? new Set());
  renamePageNames(edits, tree, style, options.names ?? readPageNames([tree], mouldName));
  if (moving) {
    const { parsed: _, ...others } = options;
    const stronger = (rule: string) =>
      scopeStyle(rule, mouldName, { ...others, moving: undefined, lift: rank + 1 }).css;
    makeImportant(edits, scoper.rules, style, moving, stronger);
  }
  if (!keepsRem) {
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
  // After all other edits, some of which may be inside.
  for (const node of [...scoper.left, ...scoper.unread]) edits.remove(start(node), end(node));
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
  return { css: edits.toString(), stylesPage: scoper.stylesPage, findings };
}

function nestedRowRules({ prelude }: Atrule, place: Place): Finding {
  const list = prelude ? generate(prelude).trim() : '';
  const what = 'it stands in another rule, and has to be at the top of the sheet';
  return finding('style/row-rules', { list, what }, place);
}

/** `#card` as the id of whichever cast, and attributes that speak of it; the same weight. */
function ownIdsIn(
  edits: MagicString,
  tree: CssNode,
  style: string,
  ownsId: (id: string) => boolean,
): void {
  walk(tree, (node) => {
    if (node.type === 'IdSelector' && ownsId(node.name)) {
      edits.update(start(node), end(node), `:is(#${node.name}, [id^="${node.name}~"])`);
    } else if (node.type === 'AttributeSelector' && node.matcher === '=' && node.value) {
      const value = node.value.type === 'String' ? node.value.value : node.value.name;
      if (!ownsId(value.replace(/^#/, ''))) return;
      const written = style.slice(start(node), end(node));
      edits.update(
        start(node),
        end(node),
        `:is(${written}, [${generate(node.name)}^="${value}~"])`,
      );
    }
  });
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
}

class Scoper {
  stylesPage = false;
  /** Rules that stand in no other. */
  readonly rules: Rule[] = [];
  /** Blocks of the rules that were put under the root. */
  readonly scoped: Range[] = [];
  /** Blocks of the rules that mean the root of the page, or its body. */
  readonly ofPage: PageBlock[] = [];
  /** At-rules that are left out, since they would work for the whole page or are not known. */
  readonly left: Atrule[] = [];
  /** Rules that are left out, since they cannot be read. */
  readonly unread: CssNode[] = [];
  private readonly edits: MagicString;
  private readonly style: string;
  private readonly layers: LayerRanks | undefined;

  constructor(edits: MagicString, style: string, layers: LayerRanks | undefined) {
    this.edits = edits;
    this.style = style;
    this.layers = layers;
  }

  visit(node: CssNode, around: Around): void {
    if (node.type === 'StyleSheet' || node.type === 'Block') {
      for (const child of node.children) this.visit(child, around);
      if (around.scoping.hasSlots && !around.isInScope) {
        this.closeSlots(node.children.toArray(), around.scoping);
      }
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
      this.visit(node.block, this.aroundBlock(node, node.block, around));
    } else if (this.layers && isAtRule(node.name, 'layer')) {
      this.edits.update(start(node), end(node), '');
    }
  }

  /** What stands around the rules of an at-rule; its prelude is made to fit. */
  private aroundBlock(node: Atrule, block: CssNode, around: Around): Around {
    const rank = this.layers?.rankOf.get(node);
    if (rank !== undefined) {
      // A condition that always holds keeps the block, and its lines, as they are.
      this.edits.update(start(node), start(block), '@media all ');
      return { ...around, scoping: { ...around.scoping, rank } };
    }
    if (!isAtRule(node.name, 'scope')) return around;
    this.scopePrelude(node, block, around);
    return { isInScope: true, scoping: { ...around.scoping, hasSlots: true } };
  }

  /** `@scope (.card) to (.note)`: begins inside the root, and ends where a slot begins. */
  private scopePrelude(node: Atrule, block: CssNode, { scoping, isInScope }: Around): void {
    const own = { ...scoping, hasSlots: isInScope };
    const from = node.prelude ? start(node.prelude) : start(block);
    const text = node.prelude ? this.style.slice(from, end(node.prelude)) : '';
    const { root, limit } = scopeOf(text, from);
    const border = scoping.hasSlots && !isInScope ? `${rootMark(scoping)} [data-slot]` : '';
    if (root) this.scopeList(root, own, isInScope, false);
    else this.edits.appendLeft(from, `(${rootSelector(own)}) `);
    if (border === '') return;
    if (limit) this.edits.appendLeft(end(limit), `, ${border}`);
    else this.edits.prependRight(start(block), `to (${border}) `);
  }

  private scopeRule(node: Rule, list: SelectorList, { scoping, isInScope }: Around): void {
    // A list that makes all elements plain says nothing more of the root, and its host's text
    // style would come in by what it inherits.
    const isReset = list.children.size > 4 && node.block.children.some(inherits);
    const ofPage = this.scopeList(list, scoping, isInScope, isReset);
    this.rules.push(node);
    this.scoped.push({ start: start(node.block), end: end(node.block) });
    this.visitNested(node.block, { scoping, isInScope });
    if (ofPage === 0) return;
    // Where other elements have the same size in em or per cent, it is of what is around them.
    if (ofPage === list.children.size) {
      const isBody = /\bbody\b/i.test(generate(list));
      this.ofPage.push({ block: node.block, isBody });
    }
    if (node.block.children.some(setsMoreThanProperties)) this.stylesPage = true;
  }

  /** How many of the selectors mean the page's own root or body, and nothing in it. */
  private scopeList(
    list: SelectorList,
    scoping: Scoping,
    isInScope: boolean,
    isReset: boolean,
  ): number {
    const scope = { edits: this.edits, scoping, isInScope, isReset };
    return list.children
      .toArray()
      .filter((one) => one.type === 'Selector' && scopeSelector(one, scope)).length;
  }

  /** Rules and at-rules inside a rule: their parent is under the root already. */
  private visitNested(block: CssNode, around: Around): void {
    if (block.type !== 'Block') return;
    const scope = { edits: this.edits, ...around, isReset: false };
    for (const node of block.children) {
      if (node.type === 'Rule') {
        if (node.prelude.type === 'SelectorList') {
          for (const selector of node.prelude.children) {
            if (selector.type === 'Selector') guardNested(selector, scope);
          }
          this.visitNested(node.block, around);
        } else this.unread.push(node);
      } else if (node.type === 'Raw') {
        if (node.value.includes('{')) this.unread.push(node);
      } else if (node.type === 'Atrule') {
        const known = atRuleNamed(node.name);
        if (!known || known.kept === 'dropped') {
          this.left.push(node);
        } else if (node.block) this.visitNested(node.block, around);
      }
    }
  }

  /** Rules that stand together end at the slots together; other at-rules are not for in there. */
  private closeSlots(nodes: readonly CssNode[], scoping: Scoping): void {
    const rules = nodes.filter((one) => one.type !== 'Comment');
    for (const [at, node] of rules.entries()) {
      if (node.type !== 'Rule') continue;
      if (rules[at - 1]?.type !== 'Rule') {
        this.edits.prependRight(start(node), `${slotBorder(rootMark(scoping))} {\n`);
      }
      if (rules[at + 1]?.type !== 'Rule') this.edits.appendLeft(end(node), '\n}');
    }
  }
}

/** The selectors in the prelude of `@scope`; the parser keeps preludes as text. */
function scopeOf(text: string, offset: number): { root?: SelectorList; limit?: SelectorList } {
  const found: { root?: SelectorList; limit?: SelectorList } = {};
  if (text.trim() === '') return found;
  const options = { context: 'atrulePrelude', atrule: 'scope', positions: true, offset } as const;
  walk(parse(text, options), (node) => {
    if (node.type !== 'Scope') return;
    const { root, limit } = node as unknown as { root?: SelectorList; limit?: SelectorList };
    if (root?.type === 'SelectorList') found.root = root;
    if (limit?.type === 'SelectorList') found.limit = limit;
  });
  return found;
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

function start(node: CssNode): number {
  return node.loc?.start.offset ?? 0;
}

function end(node: CssNode): number {
  return node.loc?.end.offset ?? 0;
}
