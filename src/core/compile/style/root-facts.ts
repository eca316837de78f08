import type { CssNode } from 'css-tree';
import { memoize } from '../../text/memoize.ts';
import type { Element, Markup } from '../template/markup.ts';
import { isPseudoElement } from './scope-selector.ts';

/** What of a selector may match the root of a cast. */
export interface RootFacts {
  /** The name of the element, as the author has it. */
  readonly name: string;
  /** True where simple selectors together may match the root. */
  mayBe(parts: readonly CssNode[]): boolean;
  /** True where they match nothing but the root. */
  isOnly(parts: readonly CssNode[]): boolean;
}

/** Where nothing is known of a root, anything may match it. */
export const unknownRoot: RootFacts = { name: '', mayBe: () => true, isOnly: () => false };

export interface RootSource {
  /** The element that is the root; undefined for a box around what the author wrote. */
  readonly element: Element | undefined;
  readonly markup: Markup;
  /** Attributes of the snippet's page, which a box carries. */
  readonly page: Readonly<Record<string, string>>;
  /** True where code means the page's own elements, for which it is given the root. */
  readonly asksForPage: boolean;
  /** All code that may put classes on elements; undefined where some of it is not known. */
  readonly scripts: readonly string[] | undefined;
}

/** Reads what may match the root: what it is written with, and what scripts may put there. */
export function rootFactsOf(source: RootSource): RootFacts {
  const { element, markup, page, asksForPage, scripts } = source;
  const spoken = memoize(() => new Set((scripts ?? []).flatMap((text) => text.match(set) ?? [])));
  const isReached = element !== undefined || asksForPage;
  const isSpoken = (name: string) => isReached && (!scripts || spoken().has(name));
  const text = element
    ? markup.source.slice(element.startTag.start, element.startTag.end)
    : Object.entries(page).flat().join(' ');
  const written = new Set(text.match(words) ?? []);
  const isOpen = holed.test(text);
  const isHere = (name: string) => isOpen || written.has(name) || isSpoken(name);
  const isType = (name: string) =>
    // In brackets, the page is the root.
    /^(?:\*|html|body)$/i.test(name) ||
    (element !== undefined && name.toLowerCase() === element.name.toLowerCase());
  const mayHave = (part: CssNode): boolean => {
    if (part.type === 'TypeSelector') return isType(part.name);
    if (part.type === 'ClassSelector' || part.type === 'IdSelector') return isHere(part.name);
    if (part.type === 'AttributeSelector') return isHere(part.name.name);
    const listed = /^(?:is|where)$/i.test(nameOf(part)) ? listIn(part) : [];
    return listed.length === 0 || listed.some((parts) => parts.every(mayHave));
  };
  // A box has no state of its own; a page might, but nobody looks at it.
  const isSaid = (part: CssNode) =>
    element !== undefined ||
    part.type !== 'PseudoClassSelector' ||
    isPseudoElement(part) ||
    holdsList(part);
  const others = memoize(() =>
    markup.elements
      .filter((one) => one !== element)
      .map(({ startTag: { start, end } }) => markup.source.slice(start, end)),
  );
  const isOnOthers = (name: string) =>
    others().some((tag) => holed.test(tag) || classesIn(tag).includes(name));
  return {
    name: element?.name ?? 'div',
    mayBe: (parts) => parts.every(mayHave) && parts.some(isSaid),
    isOnly: (parts) => {
      const [part] = parts;
      return (
        element !== undefined &&
        !isOpen &&
        scripts !== undefined &&
        part?.type === 'ClassSelector' &&
        written.has(part.name) &&
        !spoken().has(part.name) &&
        !isOnOthers(part.name)
      );
    },
  };
}

/** Words that a tag may have as classes: of its own, and of what is bound to it. */
function classesIn(tag: string): string[] {
  const values = tag.match(/\s(?:class|km-[\w-]+)\s*=\s*(?:"[^"]*"|'[^']*'|[^\s>]+)/gi) ?? [];
  return values.flatMap((one) => one.match(words) ?? []);
}

/** A tag whose class or id a value is part of. */
const holed = /\b(?:class|id)\s*=\s*(?:"[^"]*\{~|'[^']*\{~|\{~)/i;

/** Words in code but for what is looked up by a selector, or is a member. */
const set = /(?<![.\w\u0080-\uffff-])[\w\u0080-\uffff-]+/g;

const words = /[\w\u0080-\uffff-]+/g;

function nameOf(part: CssNode): string {
  return part.type === 'PseudoClassSelector' ? part.name : '';
}

/** The selectors in brackets, each as the simple selectors of its last compound. */
function listIn(part: CssNode): CssNode[][] {
  if (part.type !== 'PseudoClassSelector') return [];
  const [list] = part.children?.toArray() ?? [];
  if (list?.type !== 'SelectorList') return [];
  return list.children.toArray().map((selector) => {
    const parts = selector.type === 'Selector' ? selector.children.toArray() : [];
    const last = parts.map(({ type }) => type).lastIndexOf('Combinator');
    return parts.slice(last + 1);
  });
}

/** `:is()`, `:where()` and `:not()`, which say what an element is. */
function holdsList(part: CssNode): boolean {
  return part.type === 'PseudoClassSelector' && /^(?:is|where|not|matches|any)$/i.test(part.name);
}
