import { type DefaultTreeAdapterTypes, html, type Token } from 'parse5';
import type { ParsedTemplate } from '../../compile/template/parse-template.ts';
import type { Range } from '../../text/edits.ts';
import { type Source, toSource } from './source.ts';

type Node = DefaultTreeAdapterTypes.ChildNode;

/** An element of a template as a browser reads it, with where it was written. */
export interface MarkupElement {
  readonly node: DefaultTreeAdapterTypes.Element;
  readonly name: string;
  readonly isHtml: boolean;
  /** Offset of its start tag; of a copy that the parser made, that of the original's. */
  readonly start: number;
  readonly startTag: Range;
  readonly endTag: Range | undefined;
  /** Where its content ends, by an end tag or without one. */
  readonly end: number;
  readonly parent: MarkupElement | undefined;
}

/** A tag of the source that made no element and ended none. */
export interface LostTag extends Range {
  readonly name: string;
  readonly isEnd: boolean;
}

/** A template read for its checks. */
export interface MarkupSource extends Source {
  /** In tree order, contents of `<template>` elements among them. */
  readonly elements: readonly MarkupElement[];
  /** Those that the parser made a second time elsewhere, to go on with formatting. */
  readonly copies: readonly MarkupElement[];
  readonly lostTags: readonly LostTag[];
  /** Class names as written, with where each stands first; bound ones left out. */
  readonly classes: ReadonlyMap<string, number>;
  /** Elements by id; bound ids left out. */
  readonly ids: ReadonlyMap<string, readonly MarkupElement[]>;
  /** Names of elements in it. */
  readonly names: ReadonlySet<string>;
  /** Elements of some names, in source order. */
  readonly named: (...names: readonly string[]) => readonly MarkupElement[];
  /** Names of attributes in it. */
  readonly attributes: readonly string[];
  /** Where attributes of some names stand, in source order. */
  readonly having: (...names: readonly string[]) => readonly AttributeUse[];
}

/** An attribute with the element it stands on. */
interface AttributeUse {
  readonly element: MarkupElement;
  readonly name: string;
  /** Character references read. */
  readonly value: string;
}

/** Reads a template as a browser does (HTML Standard, 13.4), and what is lost on the way. */
export function readMarkupSource(template: string, { nodes }: ParsedTemplate): MarkupSource {
  const all: MarkupElement[] = [];
  const asides: Range[] = [];
  const waiting: { node: Node; parent: MarkupElement | undefined }[] = [];
  const wait = (some: readonly Node[], parent: MarkupElement | undefined) => {
    for (let at = some.length - 1; at >= 0; at -= 1) {
      waiting.push({ node: some[at] as Node, parent });
    }
  };
  wait(nodes, undefined);
  // By a stack of our own: a template may nest deeper than calls can.
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { node, parent } = next;
    if (!('tagName' in node)) {
      const isRaw = parent?.isHtml && rawText.has(parent.name);
      if (node.nodeName !== '#text' || isRaw) cover(asides, node);
      continue;
    }
    const element = toElement(node, parent);
    if (element) all.push(element);
    wait('content' in node ? node.content.childNodes : node.childNodes, element ?? parent);
  }
  const { elements, copies } = withoutCopies(all);
  const indexes = indexesOf(elements);
  return {
    ...toSource('template', template),
    elements,
    copies,
    lostTags: findLostTags(template, elements, copies, [...asides, ...elements.flatMap(unreadIn)]),
    classes: classesOf(indexes.having('class'), indexes.having('km-class')),
    ids: idsOf(indexes.having('id')),
    ...indexes,
  };
}

/** An element that stands a second time in the tree has the place of the first. */
function withoutCopies(all: readonly MarkupElement[]) {
  const seen = new Set<number>();
  const [elements, copies]: [MarkupElement[], MarkupElement[]] = [[], []];
  for (const one of all) {
    if (seen.has(one.start)) copies.push(one);
    else {
      seen.add(one.start);
      elements.push(one);
    }
  }
  return { elements, copies };
}

function indexesOf(elements: readonly MarkupElement[]) {
  const byName = new Map<string, MarkupElement[]>();
  const byAttribute = new Map<string, AttributeUse[]>();
  for (const element of elements) {
    const same = byName.get(element.name);
    if (same) same.push(element);
    else byName.set(element.name, [element]);
    for (const { name, value } of element.node.attrs) {
      const uses = byAttribute.get(name);
      if (uses) uses.push({ element, name, value });
      else byAttribute.set(name, [{ element, name, value }]);
    }
  }
  return {
    names: new Set(byName.keys()),
    named: (...names: readonly string[]) =>
      names.flatMap((name) => byName.get(name) ?? []).sort((a, b) => a.start - b.start),
    attributes: [...byAttribute.keys()],
    having: (...names: readonly string[]) => {
      const uses = names.flatMap((name) => byAttribute.get(name) ?? []);
      if (names.length > 1) uses.sort((a, b) => a.element.start - b.element.start);
      return uses;
    },
  };
}

/** Elements whose text holds no tags (HTML Standard, 13.1.2). */
const rawText = new Set([
  'script',
  'style',
  'textarea',
  'title',
  'xmp',
  'iframe',
  'noembed',
  'noframes',
  'plaintext',
]);

function cover(covered: Range[], { sourceCodeLocation: at }: Node): void {
  if (at) covered.push({ start: at.startOffset, end: at.endOffset });
}

/** An element read off the tree when it is asked: of most, little ever is. */
class TemplateElement implements MarkupElement {
  readonly node: DefaultTreeAdapterTypes.Element;
  readonly start: number;
  readonly parent: MarkupElement | undefined;

  constructor(
    node: DefaultTreeAdapterTypes.Element,
    start: number,
    parent: MarkupElement | undefined,
  ) {
    this.node = node;
    this.start = start;
    this.parent = parent;
  }

  get name(): string {
    return this.node.tagName;
  }

  get isHtml(): boolean {
    return this.node.namespaceURI === html.NS.HTML;
  }

  get startTag(): Range {
    return (
      toRange(this.node.sourceCodeLocation?.startTag) ?? { start: this.start, end: this.start }
    );
  }

  get endTag(): Range | undefined {
    return toRange(this.node.sourceCodeLocation?.endTag);
  }

  get end(): number {
    const at = this.node.sourceCodeLocation;
    return at?.endTag?.startOffset ?? at?.endOffset ?? this.start;
  }
}

/** What a parser takes as text, since pages run scripts (HTML Standard, 13.2.6.4.7). */
function unreadIn({ name, isHtml, startTag, end }: MarkupElement): Range[] {
  return isHtml && name === 'noscript' ? [{ start: startTag.end, end }] : [];
}

function toRange(at: Token.Location | null | undefined): Range | undefined {
  return at ? { start: at.startOffset, end: at.endOffset } : undefined;
}

function toElement(
  node: DefaultTreeAdapterTypes.Element,
  parent: MarkupElement | undefined,
): MarkupElement | undefined {
  const at = node.sourceCodeLocation;
  return at?.startTag ? new TemplateElement(node, at.startOffset, parent) : undefined;
}

/** Tags outside all that the parser kept: in text, `<` and a letter always begin one. */
function findLostTags(
  source: string,
  elements: readonly MarkupElement[],
  copies: readonly MarkupElement[],
  asides: readonly Range[],
): LostTag[] {
  let kept = elements.length;
  for (const { node } of elements) if (node.sourceCodeLocation?.endTag) kept += 1;
  const hasAsides = asides.length > 0 || copies.length > 0;
  // Most templates have as many tags as the parser kept, which is quick to see.
  if (!hasAsides && (source.match(/<\/?[a-z]/gi)?.length ?? 0) === kept) return [];
  const covered: Range[] = [...asides];
  for (const { startTag, endTag } of [...elements, ...copies]) {
    covered.push(startTag);
    if (endTag) covered.push(endTag);
  }
  const lost: LostTag[] = [];
  let from = 0;
  const look = (to: number) => {
    if (to <= from) return;
    const gap = source.slice(from, to);
    // What has no end any more is no tag, and looking for one over and over would take long.
    const tags = gap.slice(0, gap.lastIndexOf('>') + 1);
    for (const match of tags.matchAll(/<(\/?)([a-z][^\s/>]*)[^>]*>/gi)) {
      const start = from + match.index;
      const name = (match[2] as string).toLowerCase();
      lost.push({ name, isEnd: match[1] === '/', start, end: start + match[0].length });
    }
  };
  for (const range of covered.sort((a, b) => a.start - b.start)) {
    look(range.start);
    from = Math.max(from, range.end);
  }
  look(source.length);
  return lost;
}

function classesOf(
  written: readonly AttributeUse[],
  bound: readonly AttributeUse[],
): Map<string, number> {
  const classes = new Map<string, number>();
  for (const { element, value } of written) {
    for (const name of value.split(/[\t\n\f\r ]+/)) {
      if (name === '' || classes.has(name)) continue;
      // Quotes that are part of a name are reported by themselves.
      const isName = !/[\u2018-\u201d]/.test(name) && !isBound(name);
      if (isName) classes.set(name, attributeStart(element, 'class'));
    }
  }
  for (const { element, value } of bound) {
    for (const [, name] of value.matchAll(/:\s*([^\s;:]+)/g)) {
      if (name) classes.set(name, attributeStart(element, 'km-class'));
    }
  }
  return classes;
}

function idsOf(written: readonly AttributeUse[]): Map<string, MarkupElement[]> {
  const ids = new Map<string, MarkupElement[]>();
  for (const { element, value: id } of written) {
    if (id === '' || isBound(id)) continue;
    const before = ids.get(id);
    if (before) before.push(element);
    else ids.set(id, [element]);
  }
  return ids;
}

/** True for text that a field fills, of which nothing can be said. */
export function isBound(text: string): boolean {
  return /\{~(?!~)|~\}/.test(text);
}

/** The value of an attribute, character references read. */
export function attributeOf({ node }: MarkupElement, name: string): string | undefined {
  return node.attrs.find((one) => one.name === name)?.value;
}

/** Where an attribute stands; the element where it has none. */
export function attributeStart({ node, start }: MarkupElement, name: string): number {
  return node.sourceCodeLocation?.attrs?.[name]?.startOffset ?? start;
}

/** True when an element stands inside another of some names. */
export function isWithin(element: MarkupElement, ...names: readonly string[]): boolean {
  for (let at = element.parent; at; at = at.parent) if (names.includes(at.name)) return true;
  return false;
}

/** The text of an element as a person reads it. */
export function textOf(node: DefaultTreeAdapterTypes.Node): string {
  const texts: string[] = [];
  const waiting: DefaultTreeAdapterTypes.Node[] = [node];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (next.nodeName === '#text') texts.push((next as DefaultTreeAdapterTypes.TextNode).value);
    else if ('childNodes' in next)
      for (const child of [...next.childNodes].reverse()) waiting.push(child);
  }
  return texts.join('').replace(/\s+/g, ' ').trim();
}
