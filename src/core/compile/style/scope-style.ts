import { type CssNode, keyword, type Selector, type SelectorList } from 'css-tree';
import MagicString from 'magic-string';
import { type Finding, finding } from '../../problem/finding.ts';
import type { Range } from '../../text/edits.ts';
import { indexLines } from '../../text/line-index.ts';
import { type ParsedStyle, parseStyle } from './parse-style.ts';
import { insideGuard, rootSelector, withinSelector } from './root-selector.ts';
import { resolveRem, rootSizePx } from './root-size.ts';

/** A style sheet whose rules reach only inside the casts of one mould. */
export interface ScopedStyle {
  readonly css: string;
  /** True where rules for html or body set more than custom properties, which needs a box. */
  readonly stylesPage: boolean;
  readonly findings: readonly Finding[];
}

/** At-rules whose blocks hold rules with selectors for elements. */
const grouping = new Set(['media', 'supports', 'container', 'layer', 'starting-style', 'document']);

/**
 * Puts every selector of a style sheet under the root of the mould's casts, by edits at offsets:
 * formatting, comments and whatever cannot be read stay as they are.
 *
 * - `.card` also matches the root itself, since that is an element of the author's.
 * - `html`, `body` and `:root` become the root; `html.js body.dark` is one compound of it.
 * - Where the page's root has a size of type, `rem` becomes the px it was there.
 * - Selectors nested in a rule are left, since their parent is under the root already.
 */
export function scopeStyle(
  style: string,
  mouldName: string,
  parsed: ParsedStyle = parseStyle(style),
): ScopedStyle {
  const { tree, faults } = parsed;
  const lines = indexLines('style.css', style);
  const edits = new MagicString(style);
  const scoper = new Scoper(edits, style, mouldName);
  scoper.visit(tree);
  const sizePx = rootSizePx(tree);
  if (sizePx !== undefined) resolveRem(edits, tree, style, sizePx);
  // What cannot be read inside a rule that is scoped reaches no further than the rule does.
  const loose = faults.filter(({ offset }) => !scoper.scoped.some((range) => holds(range, offset)));
  const findings = loose.map(({ what, offset }) =>
    finding('style/not-read', { what }, lines.placeAt(offset)),
  );
  return { css: edits.toString(), stylesPage: scoper.stylesPage, findings };
}

class Scoper {
  stylesPage = false;
  /** Blocks of the rules that were put under the root. */
  readonly scoped: Range[] = [];
  private readonly edits: MagicString;
  private readonly style: string;
  private readonly mouldName: string;

  constructor(edits: MagicString, style: string, mouldName: string) {
    this.edits = edits;
    this.style = style;
    this.mouldName = mouldName;
  }

  visit(node: CssNode): void {
    if (node.type === 'StyleSheet' || node.type === 'Block') {
      for (const child of node.children) this.visit(child);
    } else if (node.type === 'Atrule') {
      if (node.block && grouping.has(keyword(node.name).basename)) this.visit(node.block);
    } else if (node.type === 'Rule' && node.prelude.type === 'SelectorList') {
      const isPage = this.scopeList(node.prelude);
      this.scoped.push({ start: start(node.block), end: end(node.block) });
      if (isPage && node.block.children.some(setsMoreThanProperties)) this.stylesPage = true;
    }
  }

  /** True when one of the selectors means the page's own root or body, and nothing in it. */
  private scopeList(list: SelectorList): boolean {
    let isPage = false;
    for (const selector of list.children) {
      if (selector.type === 'Selector' && this.scopeSelector(selector)) isPage = true;
    }
    return isPage;
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
        this.edits.appendLeft(endOfSimple(compound), insideGuard(this.mouldName));
      }
    }
    return pageCompounds === compounds.length;
  }

  /** `html.js body.dark` → the root with both classes: the page's part of a selector is one. */
  private mergeIntoRoot(compounds: readonly Compound[]): void {
    const first = compounds[0] as Compound;
    const last = compounds.at(-1) as Compound;
    const kept = compounds
      .flatMap(({ parts }) => parts.filter((part) => !isPagePart(part)))
      .map((part) => this.style.slice(start(part), end(part)));
    this.edits.overwrite(first.start, last.end, rootSelector(this.mouldName) + kept.join(''));
  }

  private scopeFirst(compound: Compound | undefined): void {
    if (compound) this.edits.appendLeft(endOfSimple(compound), withinSelector(this.mouldName));
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
