import { type DefaultTreeAdapterTypes, html, parse, parseFragment } from 'parse5';
import type { Range } from '../../text/edits.ts';

type Node = DefaultTreeAdapterTypes.ChildNode;
export type SourceElement = DefaultTreeAdapterTypes.Element;

/** A paste parsed: its nodes, and which stretch of it is content rather than page. */
export interface ParsedPaste {
  readonly isDocument: boolean;
  /** True for a page that browsers show in quirks mode. */
  readonly hasQuirks: boolean;
  readonly content: Range;
  /** Tags inside the content that only a document has, such as `</body>`. */
  readonly pageTags: readonly Range[];
  /** Nodes directly in the content. */
  readonly topLevel: readonly Node[];
  readonly root: SourceElement | undefined;
  readonly head: SourceElement | undefined;
  readonly body: SourceElement | undefined;
}

/** Parses a paste as a whole document where it has the tags of one, else as a fragment. */
export function parsePaste(source: string): ParsedPaste {
  const options = { sourceCodeLocationInfo: true };
  if (/<(?:!doctype|html|head|body|title|meta|base)\b/i.test(source)) {
    const page = readPage(parse(source, options), source);
    if (page) return page;
  }
  return {
    isDocument: false,
    hasQuirks: false,
    content: { start: 0, end: source.length },
    pageTags: [],
    topLevel: parseFragment(source, options).childNodes,
    root: undefined,
    head: undefined,
    body: undefined,
  };
}

function readPage(
  document: DefaultTreeAdapterTypes.Document,
  source: string,
): ParsedPaste | undefined {
  const root = document.childNodes.find(isElement);
  const head = root?.childNodes.find((node) => isElement(node) && node.tagName === 'head');
  const body = root?.childNodes.find((node) => isElement(node) && node.tagName === 'body');
  if (!root || !head || !body || !isElement(head) || !isElement(body)) return undefined;
  // An element the source has no tag for has no location; the first that has one decides.
  const written = [root, head, body].some((one) => one.sourceCodeLocation);
  const hasDoctype = document.childNodes.some((one) => one.nodeName === '#documentType');
  // What begins with parts of a head is a page whose other tags were not copied.
  const hasHeadParts = head.childNodes.some((one) => /^(?:title|meta|base)$/.test(one.nodeName));
  if (!written && !hasDoctype && !hasHeadParts) return undefined;
  // What a browser moves out of a table stands before it, though it was written after.
  const starts = body.childNodes.flatMap((one) => one.sourceCodeLocation?.startOffset ?? []);
  const first = starts.length > 0 ? starts.reduce((a, b) => Math.min(a, b)) : undefined;
  const start =
    body.sourceCodeLocation?.startTag?.endOffset ??
    head.sourceCodeLocation?.endTag?.endOffset ??
    first ??
    source.length;
  const ends = [body, root].flatMap((one) => one.sourceCodeLocation?.endTag ?? []);
  return {
    isDocument: true,
    hasQuirks: /<(?:html|body)\b/i.test(source) && document.mode === 'quirks',
    content: { start, end: source.length },
    pageTags: ends.map((tag) => ({ start: tag.startOffset, end: tag.endOffset })),
    topLevel: body.childNodes,
    root,
    head,
    body,
  };
}

/** Every element under some nodes in source order, contents of `<template>` left out. */
export function elementsUnder(nodes: readonly Node[]): SourceElement[] {
  const found: SourceElement[] = [];
  // By a stack of our own: a paste may nest deeper than calls can.
  const waiting = [...nodes].reverse();
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (!isElement(node)) continue;
    found.push(node);
    for (let at = node.childNodes.length - 1; at >= 0; at -= 1) {
      waiting.push(node.childNodes[at] as Node);
    }
  }
  return found;
}

/** Every element in `<template>` elements under some nodes, with the innermost that it is in. */
export function elementsInTemplates(
  nodes: readonly Node[],
): { readonly element: SourceElement; readonly template: SourceElement }[] {
  return elementsUnder(nodes).flatMap((template) => {
    if (!('content' in template)) return [];
    const { childNodes } = (template as DefaultTreeAdapterTypes.Template).content;
    const own = elementsUnder(childNodes).map((element) => ({ element, template }));
    return [...own, ...elementsInTemplates(childNodes)];
  });
}

function isElement(node: Node | DefaultTreeAdapterTypes.Document): node is SourceElement {
  return 'tagName' in node;
}

export function isHtml(element: SourceElement): boolean {
  return element.namespaceURI === html.NS.HTML;
}

/** The value of an attribute, character references read. */
export function attributeOf(element: SourceElement, name: string): string | undefined {
  return element.attrs.find((one) => one.name === name)?.value;
}

/** The address of a script element: of HTML, or of SVG. */
export function scriptAddress(element: SourceElement): string | undefined {
  const src = attributeOf(element, isHtml(element) ? 'src' : 'href');
  return (src ?? attributeOf(element, 'xlink:href'))?.trim();
}

/** The whole of an element in the source. */
export function rangeOf(element: SourceElement): Range | undefined {
  const at = element.sourceCodeLocation;
  return at ? { start: at.startOffset, end: at.endOffset } : undefined;
}

/** What stands between the tags of an element, as written. */
export function innerRange(element: SourceElement): Range | undefined {
  const at = element.sourceCodeLocation;
  if (!at?.startTag) return undefined;
  return { start: at.startTag.endOffset, end: at.endTag?.startOffset ?? at.endOffset };
}
