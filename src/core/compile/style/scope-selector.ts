import { type CssNode, find, type Selector, walk } from 'css-tree';
import type MagicString from 'magic-string';
import {
  castGuard,
  insideGuard,
  pageMark,
  rootSelector,
  type Scoping,
  withinSelector,
} from './root-selector.ts';

/** What a selector is put under, and where it stands. */
export interface SelectorScope {
  readonly edits: MagicString;
  readonly scoping: Scoping;
  /** True inside `@scope`, where `&` is the scoping root (CSS Cascade 6, 2.5). */
  readonly isInScope: boolean;
  /** True for a rule that resets all elements alike: it says nothing more of the root. */
  readonly isReset: boolean;
}

/**
 * Puts a selector of a top-level rule under the root. True where it means the page's own root or
 * body, and nothing in it.
 */
export function scopeSelector(selector: Selector, scope: SelectorScope): boolean {
  const { edits, scoping } = scope;
  const compounds = compoundsOf(selector);
  const isPage = (part: CssNode) =>
    isPagePart(part) || (!scope.isInScope && part.type === 'NestingSelector');
  let pageCompounds = 0;
  while (compounds[pageCompounds]?.parts.some(isPage)) pageCompounds += 1;
  if (pageCompounds > 0) mergeIntoRoot(compounds.slice(0, pageCompounds), isPage, scope);
  else if (compounds[0]) edits.appendLeft(endOfSimple(compounds[0]), withinSelector(scoping));
  guardSiblings(compounds.slice(Math.max(1, pageCompounds)), scope);
  for (const part of selector.children) {
    // Inside `:is()`, `:not()`, `:has()` and their like, the page is the root as well.
    if (part.type === 'PseudoClassSelector' && part.children) {
      walk(part, (inner) => {
        if (inner !== part) followPage(inner, scope);
      });
    }
  }
  return pageCompounds === compounds.length;
}

/**
 * Keeps the selector of a nested rule in its cast. What is relative to its parent is inside
 * already; what speaks of its parent in `:not(&)`, `:has(&)` or the like may choose any element of
 * the page, so its subject is held to the cast, at no specificity.
 */
export function guardNested(selector: Selector, scope: SelectorScope): void {
  const { edits, scoping } = scope;
  const compounds = compoundsOf(selector);
  const isNesting = (part: CssNode) => part.type === 'NestingSelector';
  const anchor = compounds.findIndex(({ parts }) => parts.some(isNesting));
  const speaksOfParent = find(selector, isNesting) !== null;
  const subject = compounds.at(-1);
  if (subject && speaksOfParent && anchor < 0) {
    edits.appendLeft(endOfSimple(subject), castGuard(scoping));
  }
  guardSiblings(compounds, scope);
  walk(selector, (part) => followPage(part, scope));
}

/** What comes after a sibling combinator has to be inside the cast, at no specificity. */
function guardSiblings(compounds: readonly Compound[], { edits, scoping }: SelectorScope): void {
  for (const compound of compounds) {
    if (compound.combinator === '+' || compound.combinator === '~') {
      edits.appendLeft(endOfSimple(compound), insideGuard(scoping));
    }
  }
}

/** `html.js body.dark` → the root with both classes: the page's part of a selector is one. */
function mergeIntoRoot(
  compounds: readonly Compound[],
  isPage: (part: CssNode) => boolean,
  { edits, scoping, isReset }: SelectorScope,
): void {
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
  const root = isReset ? ':not(*)' : rootSelector(scoping) + (scoping.sealed ? '' : own);
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
  return part.type === 'PseudoClassSelector' && part.name.toLowerCase() === 'root';
}

function start(node: CssNode): number {
  return node.loc?.start.offset ?? 0;
}

function end(node: CssNode): number {
  return node.loc?.end.offset ?? 0;
}
