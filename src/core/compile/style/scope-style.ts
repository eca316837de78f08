import {
  type CssNode,
  generate,
  keyword,
  type Rule,
  type Selector,
  type SelectorList,
  walk,
} from 'css-tree';
import MagicString from 'magic-string';
import { type Finding, finding } from '../../problem/finding.ts';
import type { Range } from '../../text/edits.ts';
import { indexLines } from '../../text/line-index.ts';
import { makeImportant } from './important.ts';
import { type LayerRanks, layersIn } from './layers.ts';
import { type PageNames, readPageNames, renamePageNames } from './page-names.ts';
import { type ParsedStyle, parseStyle } from './parse-style.ts';
import { followNames } from './renamed-elements.ts';
import { resolveRootFont } from './root-font.ts';
import {
  insideGuard,
  rootMark,
  rootSelector,
  type Scoping,
  slotBorder,
  withinSelector,
} from './root-selector.ts';
import { initialPx, resolveRem, rootSizePx } from './root-size.ts';

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

/** At-rules whose blocks hold rules with selectors for elements. */
const grouping = new Set(['media', 'supports', 'container', 'layer', 'starting-style', 'document']);

/**
 * Puts every selector of a style sheet under the root of the mould's casts, by edits at offsets:
 * formatting, comments and whatever cannot be read stay as they are.
 *
 * - `.card` also matches the root itself, since that is an element of the author's.
 * - `html`, `body` and `:root` become the root; `html.js body.dark` is one compound of it.
 * - `rem` becomes the px it was on the page it came from, since a host's root has a size of its own.
 * - `#card` is the id of any cast, and names that CSS keeps page-wide are the mould's own.
 * - A layer becomes a strength below that of the rules outside layers.
 * - Selectors nested in a rule are left, since their parent is under the root already.
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
  const scoper = new Scoper(edits, scoping, layers);
  scoper.visit(tree);
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
  // What cannot be read inside a rule that is scoped reaches no further than the rule does.
  const loose = faults.filter(({ offset }) => !scoper.scoped.some((range) => holds(range, offset)));
  const findings = loose.map(({ what, offset }) =>
    finding('style/not-read', { what }, lines.placeAt(offset)),
  );
  return { css: edits.toString(), stylesPage: scoper.stylesPage, findings };
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

class Scoper {
  stylesPage = false;
  /** Rules that stand in no other. */
  readonly rules: Rule[] = [];
  /** Blocks of the rules that were put under the root. */
  readonly scoped: Range[] = [];
  /** Blocks of the rules that mean the root of the page, or its body. */
  readonly ofPage: { readonly block: CssNode; readonly isBody: boolean }[] = [];
  private readonly edits: MagicString;
  private scoping: Scoping;
  private readonly layers: LayerRanks | undefined;
  private isReset = false;

  constructor(edits: MagicString, scoping: Scoping, layers: LayerRanks | undefined) {
    this.edits = edits;
    this.scoping = scoping;
    this.layers = layers;
  }

  visit(node: CssNode): void {
    if (node.type === 'StyleSheet' || node.type === 'Block') {
      for (const child of node.children) this.visit(child);
      if (this.scoping.hasSlots) this.closeSlots(node.children.toArray());
    } else if (node.type === 'Atrule') {
      const { basename } = keyword(node.name);
      if (node.block && grouping.has(basename)) {
        const outside = this.scoping;
        const rank = this.layers?.rankOf.get(node);
        if (rank !== undefined) {
          this.scoping = { ...outside, rank };
          // A condition that always holds keeps the block, and its lines, as they are.
          this.edits.update(start(node), start(node.block), '@media all ');
        }
        this.visit(node.block);
        this.scoping = outside;
      } else if (this.layers && basename === 'layer') {
        this.edits.update(start(node), end(node), '');
      }
    } else if (node.type === 'Rule' && node.prelude.type === 'SelectorList') {
      // A list that makes all elements plain says nothing more of the root, and its host's text
      // style would come in by what it inherits.
      this.isReset = node.prelude.children.size > 4 && node.block.children.some(inherits);
      const ofPage = this.scopeList(node.prelude);
      this.rules.push(node);
      this.scoped.push({ start: start(node.block), end: end(node.block) });
      if (ofPage > 0) {
        // Where other elements have the same size in em or per cent, it is of what is around them.
        if (ofPage === node.prelude.children.size) {
          const isBody = /\bbody\b/i.test(generate(node.prelude));
          this.ofPage.push({ block: node.block, isBody });
        }
        if (node.block.children.some(setsMoreThanProperties)) this.stylesPage = true;
      }
    }
  }

  /** Rules that stand together end at the slots together; other at-rules are not for in there. */
  private closeSlots(nodes: readonly CssNode[]): void {
    const rules = nodes.filter((one) => one.type !== 'Comment');
    for (const [at, node] of rules.entries()) {
      if (node.type !== 'Rule') continue;
      if (rules[at - 1]?.type !== 'Rule') {
        this.edits.prependRight(start(node), `${slotBorder(rootMark(this.scoping))} {\n`);
      }
      if (rules[at + 1]?.type !== 'Rule') this.edits.appendLeft(end(node), '\n}');
    }
  }

  /** How many of the selectors mean the page's own root or body, and nothing in it. */
  private scopeList(list: SelectorList): number {
    return list.children
      .toArray()
      .filter((selector) => selector.type === 'Selector' && this.scopeSelector(selector)).length;
  }

  private scopeSelector(selector: Selector): boolean {
    const compounds = compoundsOf(selector);
    let pageCompounds = 0;
    while (compounds[pageCompounds]?.parts.some(isPagePart)) pageCompounds += 1;
    if (pageCompounds > 0) this.mergeIntoRoot(compounds.slice(0, pageCompounds));
    else this.scopeFirst(compounds[0]);
    for (const compound of compounds.slice(Math.max(1, pageCompounds))) {
      const { combinator } = compound;
      if (combinator === '+' || combinator === '~') {
        this.edits.appendLeft(endOfSimple(compound), insideGuard(this.scoping));
      }
    }
    return pageCompounds === compounds.length;
  }

  /** `html.js body.dark` → the root with both classes: the page's part of a selector is one. */
  private mergeIntoRoot(compounds: readonly Compound[]): void {
    const parts = compounds.flatMap((one) => one.parts);
    // An element counts more than none, and what is said of body more than what is said of html.
    const named = parts.flatMap((part) =>
      part.type === 'TypeSelector' ? part.name.toLowerCase() : [],
    );
    const own = named.includes('body')
      ? ':not(html, a b)'
      : named.includes('html')
        ? ':not(html)'
        : '';
    const root = this.isReset
      ? ':not(*)'
      : rootSelector(this.scoping) + (this.scoping.sealed ? '' : own);
    let isWritten = false;
    for (const part of parts) {
      if (!isPagePart(part)) continue;
      this.edits.update(start(part), end(part), isWritten ? '' : root);
      isWritten = true;
    }
    // What stands between the compounds goes, the simple selectors stay where they are.
    for (const [at, compound] of compounds.slice(1).entries()) {
      const before = compounds[at] as Compound;
      if (compound.start > before.end) this.edits.update(before.end, compound.start, '');
    }
  }

  private scopeFirst(compound: Compound | undefined): void {
    if (compound) this.edits.appendLeft(endOfSimple(compound), withinSelector(this.scoping));
  }
}

/** Simple selectors that stand together, with the combinator before them. */
interface Compound {
  readonly combinator: string | undefined;
  readonly parts: readonly CssNode[];
  readonly start: number;
  readonly end: number;
}

function compoundsOf(selector: Selector): Compound[] {
  const compounds: Compound[] = [];
  let combinator: string | undefined;
  let parts: CssNode[] = [];
  const close = () => {
    const [first] = parts;
    const last = parts.at(-1);
    if (first && last) compounds.push({ combinator, parts, start: start(first), end: end(last) });
    parts = [];
  };
  for (const node of selector.children) {
    if (node.type === 'Combinator') {
      close();
      combinator = node.name;
    } else parts.push(node);
  }
  close();
  return compounds;
}

/** Pseudo-elements that may be written with one colon (Selectors 4, 3.6). */
const oldPseudoElements = new Set(['before', 'after', 'first-line', 'first-letter']);

/** Where a simple selector can be added to a compound: before its pseudo-element. */
function endOfSimple(compound: Compound): number {
  const pseudo = compound.parts.find(
    (part) =>
      part.type === 'PseudoElementSelector' ||
      (part.type === 'PseudoClassSelector' && oldPseudoElements.has(part.name.toLowerCase())),
  );
  return pseudo ? start(pseudo) : compound.end;
}

function isPagePart(part: CssNode): boolean {
  if (part.type === 'TypeSelector') return /^(?:html|body)$/i.test(part.name);
  if (part.type === 'NestingSelector') return true;
  return part.type === 'PseudoClassSelector' && part.name.toLowerCase() === 'root';
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
