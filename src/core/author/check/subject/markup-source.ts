import { type DefaultTreeAdapterTypes, html, parseFragment } from 'parse5';
import type { Range } from '../../../text/edits.ts';
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
}

/** Reads a template as a browser does (HTML Standard, 13.4), and what is lost on the way. */
export function readMarkupSource(template: string): MarkupSource {
  const { childNodes } = parseFragment(template, { sourceCodeLocationInfo: true });
  const all: MarkupElement[] = [];
  const covered: Range[] = [];
  const waiting: { node: Node; parent: MarkupElement | undefined }[] = [];
  const wait = (nodes: readonly Node[], parent: MarkupElement | undefined) => {
    for (let at = nodes.length - 1; at >= 0; at -= 1) {
      waiting.push({ node: nodes[at] as Node, parent });
    }
  };
  wait(childNodes, undefined);
  // By a stack of our own: a template may nest deeper than calls can.
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { node, parent } = next;
    if (!('tagName' in node)) {
      const isRaw = parent?.isHtml && rawText.has(parent.name);
      if (node.nodeName !== '#text' || isRaw) cover(covered, node);
      continue;
    }
    const element = toElement(node, parent);
    if (element) {
      all.push(element);
      covered.push(element.startTag, ...(element.endTag ? [element.endTag] : []));
    }
    wait('content' in node ? node.content.childNodes : node.childNodes, element ?? parent);
  }
  const seen = new Set<number>();
  const elements = all.filter(({ start }) => !seen.has(start) && seen.add(start));
  const kept = new Set(elements);
  return {
    ...toSource('template', template),
    elements,
    copies: all.filter((one) => !kept.has(one)),
    lostTags: findLostTags(template, covered),
    classes: classesOf(elements),
    ids: idsOf(elements),
    names: new Set(elements.map(({ name }) => name)),
  };
}

/** Elements whose text holds no tags (HTML Standard, 13.1.2). */
const rawText = new Set([
  ...['script', 'style', 'textarea', 'title', 'xmp', 'iframe', 'noembed', 'noframes', 'plaintext'],
]);

function cover(covered: Range[], { sourceCodeLocation: at }: Node): void {
  if (at) covered.push({ start: at.startOffset, end: at.endOffset });
}

function toElement(
  node: DefaultTreeAdapterTypes.Element,
  parent: MarkupElement | undefined,
): MarkupElement | undefined {
  const at = node.sourceCodeLocation;
  if (!at?.startTag) return undefined;
  const { startTag, endTag } = at;
  return {
    ...{ node, name: node.tagName, isHtml: node.namespaceURI === html.NS.HTML, parent },
    start: at.startOffset,
    startTag: { start: startTag.startOffset, end: startTag.endOffset },
    endTag: endTag && { start: endTag.startOffset, end: endTag.endOffset },
    end: endTag?.startOffset ?? at.endOffset,
  };
}

/** Tags outside all that the parser kept: in text, `<` and a letter always begin one. */
function findLostTags(source: string, covered: readonly Range[]): LostTag[] {
  const lost: LostTag[] = [];
  let from = 0;
  const look = (to: number) => {
    if (to > from) {
      const gap = source.slice(from, to);
      // What has no end any more is no tag, and looking for one over and over would take long.
      const tags = gap.slice(0, gap.lastIndexOf('>') + 1);
      for (const match of tags.matchAll(/<(\/?)([a-z][^\s/>]*)[^>]*>/gi)) {
        const start = from + match.index;
        const name = (match[2] as string).toLowerCase();
        lost.push({ name, isEnd: match[1] === '/', start, end: start + match[0].length });
      }
    }
  };
  for (const range of [...covered].sort((a, b) => a.start - b.start)) {
    look(range.start);
    from = Math.max(from, range.end);
  }
  look(source.length);
  return lost;
}

function classesOf(elements: readonly MarkupElement[]): Map<string, number> {
  const classes = new Map<string, number>();
  for (const element of elements) {
    const value = attributeOf(element, 'class') ?? '';
    for (const name of value.split(/[\t\n\f\r ]+/)) {
      // Quotes that are part of a name are told of by themselves.
      const isName = /^[^\u2018-\u201d]+$/.test(name) && !isBound(name);
      if (isName && !classes.has(name)) {
        classes.set(name, attributeStart(element, 'class'));
      }
    }
    for (const [, name] of (attributeOf(element, 'km-class') ?? '').matchAll(/:\s*([^\s;:]+)/g)) {
      if (name) classes.set(name, attributeStart(element, 'km-class'));
    }
  }
  return classes;
}

function idsOf(elements: readonly MarkupElement[]): Map<string, MarkupElement[]> {
  const ids = new Map<string, MarkupElement[]>();
  for (const element of elements) {
    const id = attributeOf(element, 'id');
    if (!id || isBound(id)) continue;
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
    else if ('childNodes' in next) waiting.push(...[...next.childNodes].reverse());
  }
  return texts.join('').replace(/\s+/g, ' ').trim();
}
