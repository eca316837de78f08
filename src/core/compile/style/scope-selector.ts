import type { CssNode, Selector } from 'css-tree';
import type MagicString from 'magic-string';
import { find, walk } from '../../text/css-tree.ts';
import type { RootFacts } from './root-facts.ts';
import {
  castGuard,
  castSelector,
  insideGuard,
  pageMark,
  type Scoping,
  selfOf,
} from './root-selector.ts';

/** What a selector is put under, and where it stands. */
export interface SelectorScope {
  readonly edits: MagicString;
  readonly scoping: Scoping;
  /** What is known of the root: which selectors may match it. */
  readonly rootFacts: RootFacts;
  /** True inside `@scope`, where `&` is the scoping root (CSS Cascade 6, 2.5). */
  readonly isInScope: boolean;
  /** True for a rule that resets all elements alike: it says nothing more of the root. */
  readonly isReset: boolean;
  /** True where rules for the root alone stand in the order of their weights. */
  readonly isOrdered: boolean;
}

/** What a selector means. */
export interface Meant {
  /** True for the page's own root or body, and nothing in it. */
  readonly isPage: boolean;
  /** True where it may begin at the root of the cast. */
  readonly isAtRoot: boolean;
}

/**
 * Makes a selector of a top-level rule hold inside the root. As a nested rule it does so as it is
 * (CSS Nesting 1, 3.1), but for those that mean the page, or may match the root itself.
 */
export function scopeSelector(selector: Selector, scope: SelectorScope): Meant {
  const compounds = compoundsOf(selector);
  const isPage = (part: CssNode) =>
    isPagePart(part) || (!scope.isInScope && part.type === 'NestingSelector');
  let pageCompounds = 0;
  while (compounds[pageCompounds]?.parts.some(isPage)) pageCompounds += 1;
  const [first] = compounds;
  const { isReset } = scope;
  const isAtRoot =
    first !== undefined && (pageCompounds > 0 || mayMatchRoot(selector, first, scope));
  if (pageCompounds > 0) {
    // Where all elements are made plain, what the root says of itself goes before.
    if (!isReset) mergeIntoRoot(compounds, pageCompounds, isPage, scope);
  } else if (first && isAtRoot) includeRoot(first, scope);
  if (isAtRoot) guardSiblings(compounds.slice(Math.max(1, pageCompounds)), scope);
  for (const part of selector.children) {
    // Inside `:is()`, `:not()`, `:has()` and their like, the page is the root as well.
    if (part.type === 'PseudoClassSelector' && part.children) {
      walk(part, (inner) => {
        if (inner !== part) followPage(inner, scope);
      });
    }
  }
  return { isPage: pageCompounds === compounds.length, isAtRoot };
}

/**
 * Keeps the selector of a nested rule in its cast. What is relative to its parent is inside
 * already; what speaks of its parent in `:not(&)`, `:has(&)` or the like may choose any element of
 * the page, so its subject is held to the cast, at no specificity.
 *
 * @param isAtRoot true where its parent may be the root, whose siblings are the host's
 */
export function guardNested(selector: Selector, scope: SelectorScope, isAtRoot: boolean): void {
  const { edits, scoping } = scope;
  const compounds = compoundsOf(selector);
  const isNesting = (part: CssNode) => part.type === 'NestingSelector';
  const anchor = compounds.findIndex(({ parts }) => parts.some(isNesting));
  const speaksOfParent = find(selector, isNesting) !== null;
  const subject = compounds.at(-1);
  if (subject && speaksOfParent && anchor < 0) {
    edits.appendLeft(endOfSimple(subject), castGuard(scoping));
  }
  if (isAtRoot) guardSiblings(compounds, scope);
  walk(selector, (part) => followPage(part, scope));
}

/** How strong a rule for the root alone is among such; undefined for any other. */
export function weightAtRoot(selector: Selector): number | undefined {
  const [only, second] = compoundsOf(selector);
  if (!only || second || only.parts.length > 1) return undefined;
  const [part] = only.parts;
  if (part?.type === 'NestingSelector' || part?.type === 'PseudoClassSelector') {
    return part.type === 'NestingSelector' || part.name.toLowerCase() === 'root' ? 1 : undefined;
  }
  if (part?.type !== 'TypeSelector') return undefined;
  return { '*': 0, html: 2, body: 3 }[part.name.toLowerCase()];
}

/** What comes after a sibling combinator has to be inside the cast, at no specificity. */
function guardSiblings(compounds: readonly Compound[], { edits, scoping }: SelectorScope): void {
  for (const compound of compounds) {
    if (compound.combinator === '+' || compound.combinator === '~') {
      edits.appendLeft(endOfSimple(compound), insideGuard(scoping));
    }
  }
}

/** True where a compound may be the root itself, which nesting alone would not find. */
function mayMatchRoot(selector: Selector, first: Compound, scope: SelectorScope): boolean {
  const { scoping, rootFacts, isInScope } = scope;
  if (scoping.sealed) return false;
  // A selector that holds `&` anywhere is not relative to its parent (CSS Nesting 1, 3.1).
  const isLoose = find(selector, (part) => part.type === 'NestingSelector') !== null;
  return isInScope || isLoose || rootFacts.mayBe(first.parts);
}

/** `.card` as the root, or anything in it. */
function includeRoot(first: Compound, scope: SelectorScope): void {
  const { edits, scoping, rootFacts, isInScope } = scope;
  const [part] = first.parts as [CssNode];
  if (!isInScope && rootFacts.isOnly(first.parts)) {
    edits.appendRight(start(part), '&');
    return;
  }
  // Rules in `@scope` are not nested, and so lack the weight of what nested ones stand in.
  const mark = isInScope ? castSelector(scoping) : '&';
  const within = `:is(${mark}, ${mark} *)`;
  if (part.type !== 'TypeSelector' && part.type !== 'NestingSelector')
    edits.appendRight(start(part), within);
  else if (part.type === 'TypeSelector' && part.name === '*' && !isInScope)
    edits.update(start(part), end(part), within);
  else edits.appendLeft(end(part), within);
}

/** `html.js body.dark` → the root with both classes: the page's part of a selector is one. */
function mergeIntoRoot(
  all: readonly Compound[],
  count: number,
  isPage: (part: CssNode) => boolean,
  scope: SelectorScope,
): void {
  const { edits, scoping, isInScope, isOrdered } = scope;
  const compounds = all.slice(0, count);
  const parts = compounds.flatMap((one) => one.parts);
  const self = isInScope ? castSelector(scoping) : selfOf(scoping);
  const names = parts.flatMap((part) =>
    part.type === 'TypeSelector' ? part.name.toLowerCase() : [],
  );
  const isAlone = all.length === count;
  const needsWeight = !scoping.sealed && !(isAlone && isOrdered);
  const root = self + (needsWeight ? elementsOf(names, isAlone) : '');
  let isWritten = false;
  for (const part of parts) {
    if (!isPage(part)) continue;
    edits.update(start(part), end(part), isWritten ? '' : root);
    isWritten = true;
  }
  // What stands between the compounds goes, the simple selectors stay where they are.
  for (const [at, compound] of compounds.slice(1).entries()) {
    const before = compounds[at] as Compound;
    if (compound.start > before.end) edits.update(before.end, compound.start, '');
  }
}

/**
 * The weight of the elements that a selector named. For the root alone, what is said of body counts
 * more than what is said of html: it stands further in.
 */
function elementsOf(names: readonly string[], isAlone: boolean): string {
  if (names.length === 0) return '';
  if (isAlone) return names.includes('body') ? ':not(html, a b)' : ':not(html)';
  return names.length > 1 ? ':not(a b)' : ':not(html)';
}

/** `body` as the root, with the specificity that it had. */
function followPage(part: CssNode, { edits, scoping }: SelectorScope): void {
  if (!isPagePart(part)) return;
  edits.update(start(part), end(part), pageMark(scoping, part.type === 'TypeSelector'));
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

/** True for a pseudo-element, however it is written. */
export function isPseudoElement(part: CssNode): boolean {
  return (
    part.type === 'PseudoElementSelector' ||
    (part.type === 'PseudoClassSelector' && oldPseudoElements.has(part.name.toLowerCase()))
  );
}

/** Where a simple selector can be added to a compound: before its pseudo-element. */
function endOfSimple(compound: Compound): number {
  const pseudo = compound.parts.find(isPseudoElement);
  return pseudo ? start(pseudo) : compound.end;
}

function isPagePart(part: CssNode): boolean {
  if (part.type === 'TypeSelector') return /^(?:html|body)$/i.test(part.name);
  return part.type === 'PseudoClassSelector' && part.name.toLowerCase() === 'root';
}

function start(node: CssNode): number {
  return node.loc?.start.offset ?? 0;
}

function end(node: CssNode): number {
  return node.loc?.end.offset ?? 0;
}
