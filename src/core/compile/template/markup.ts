import { type DefaultTreeAdapterTypes, html, type Token } from 'parse5';
import type { Range } from '../../text/edits.ts';
import { parseTemplate } from './parse-template.ts';

type Node = DefaultTreeAdapterTypes.ChildNode;

/** An attribute as it stands in the source. */
export interface Attribute extends Range {
  /** As the parser gives it: lower case in HTML. */
  readonly name: string;
  /** The source between the quotes, character references unread. */
  readonly value: Range;
  readonly quote: '"' | "'" | undefined;
}

/** An element that stands in the source with a start tag of its own. */
export interface Element extends Range {
  readonly name: string;
  /** False for SVG and MathML. */
  readonly isHtml: boolean;
  readonly startTag: Range;
  /** Undefined where the end tag is implied, lost or not allowed. */
  readonly endTag: Range | undefined;
  readonly attributes: readonly Attribute[];
  readonly parent: Element | undefined;
  /** The value of an attribute, character references read. */
  valueOf(name: string): string | undefined;
  /** True when one of its attributes is as asked; quicker than to look where they stand. */
  carries(isAsked: (name: string, value: string) => boolean): boolean;
}

/** True for an attribute that binds its element, or holds a binding. */
export function isBinding(name: string, value: string): boolean {
  return name.startsWith('km-') || value.includes('{~');
}

/** A template read: its elements in source order, and where no binding may stand. */
export interface Markup {
  readonly source: string;
  readonly elements: readonly Element[];
  /** Stretches that are neither tags nor text: comments and doctypes. */
  readonly comments: readonly Range[];
  /** The element with nothing but white space beside it at the top, or undefined. */
  readonly topLevel: Element | undefined;
  /** Elements that are still open where the source ends, innermost first. */
  readonly openAtEnd: readonly Element[];
  /** True where the source ends in the middle of a tag or a comment. */
  readonly breaksOff: boolean;
}

/**
 * Reads a fragment of HTML as a browser does (HTML Standard, 13.4), offsets kept.
 *
 * @param parsed the same source, where it has been parsed before
 */
export function readMarkup(source: string, parsed = parseTemplate(source)): Markup {
  const { nodes, breaksOff } = parsed;
  const open = new Set<Node>(findOpen(source, nodes));
  const elements: Element[] = [];
  const comments: Range[] = [];
  // By a stack of our own: a template may nest deeper than calls can.
  const waiting: { node: Node; parent: Element | undefined }[] = [];
  const wait = (nodes: readonly Node[], parent: Element | undefined) => {
    for (const node of nodes) waiting.push({ node, parent });
  };
  wait(nodes, undefined);
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { node, parent } = next;
    const location = node.sourceCodeLocation;
    if (node.nodeName === '#comment' || node.nodeName === '#documentType') {
      if (location) comments.push({ start: location.startOffset, end: location.endOffset });
    } else if ('tagName' in node) {
      const end = open.has(node) ? source.length : location?.endOffset;
      const element = location ? elementOf(source, node, location, parent, end) : undefined;
      if (element) elements.push(element);
      wait('content' in node ? node.content.childNodes : node.childNodes, element ?? parent);
    }
  }
  elements.sort((a, b) => a.start - b.start);
  const topLevel = singleTopLevel(nodes, elements);
  const atStart = new Map(elements.map((one) => [one.start, one]));
  const openAtEnd = [...open].flatMap(
    (node) => atStart.get(node.sourceCodeLocation?.startOffset ?? -1) ?? [],
  );
  return { source, elements, comments, topLevel, openAtEnd, breaksOff };
}

/** Elements whose end tag may be left out (HTML Standard, 13.1.2.4). */
export const optionalEnd: ReadonlySet<string> = new Set([
  'caption',
  'colgroup',
  'dd',
  'dt',
  'li',
  'optgroup',
  'option',
  'p',
  'rp',
  'rt',
  'tbody',
  'td',
  'tfoot',
  'th',
  'thead',
  'tr',
]);

/** Elements that go on in what comes after, until their own end tag (HTML Standard, 13.2.4.3). */
export const formatting = /^(?:a|b|big|code|em|font|i|nobr|s|small|strike|strong|tt|u)$/;

/** Elements that never have an end tag (HTML Standard, 13.1.2). */
export const voidElements: ReadonlySet<string> = new Set([
  'area',
  'base',
  'br',
  'col',
  'embed',
  'hr',
  'img',
  'input',
  'link',
  'meta',
  'source',
  'track',
  'wbr',
]);

/**
 * The elements that are open to whatever comes after, innermost first: what has no end tag on the
 * way down the last children.
 */
function findOpen(source: string, nodes: readonly Node[]): DefaultTreeAdapterTypes.Element[] {
  const open: DefaultTreeAdapterTypes.Element[] = [];
  for (let last = nodes.at(-1); last && 'tagName' in last; ) {
    const at = last.sourceCodeLocation;
    const isHtml = last.namespaceURI === html.NS.HTML;
    const isSelfClosed = !isHtml && at?.startTag && source[at.startTag.endOffset - 2] === '/';
    if (at?.endTag || isSelfClosed) break;
    if (at?.startTag && !voidElements.has(last.tagName)) open.push(last);
    const content: readonly Node[] = 'content' in last ? last.content.childNodes : last.childNodes;
    last = content.at(-1);
  }
  return open.reverse();
}

function elementOf(
  source: string,
  node: DefaultTreeAdapterTypes.Element,
  location: Token.ElementLocation,
  parent: Element | undefined,
  end = location.endOffset,
): Element | undefined {
  if (!location.startTag) return undefined;
  return new SourceElement(source, node, location, parent, end);
}

/** An element that looks its attributes up when it is asked for them: few ever are. */
class SourceElement implements Element {
  readonly end: number;
  readonly parent: Element | undefined;
  private readonly source: string;
  private readonly node: DefaultTreeAdapterTypes.Element;
  private readonly location: Token.ElementLocation;

  constructor(
    source: string,
    node: DefaultTreeAdapterTypes.Element,
    location: Token.ElementLocation,
    parent: Element | undefined,
    end: number,
  ) {
    this.source = source;
    this.node = node;
    this.location = location;
    this.parent = parent;
    this.end = end;
  }

  get name(): string {
    return this.node.tagName;
  }

  get isHtml(): boolean {
    return this.node.namespaceURI === html.NS.HTML;
  }

  get start(): number {
    return this.location.startOffset;
  }

  get startTag(): Range {
    return toRange(this.location.startTag ?? this.location);
  }

  get endTag(): Range | undefined {
    return this.location.endTag && toRange(this.location.endTag);
  }

  get attributes(): readonly Attribute[] {
    return Object.entries(this.location.attrs ?? {})
      .map(([name, at]) => locateAttribute(this.source, name, toRange(at)))
      .sort((a, b) => a.start - b.start);
  }

  valueOf(name: string): string | undefined {
    return this.node.attrs.find((one) => nameOf(one) === name)?.value;
  }

  carries(isAsked: (name: string, value: string) => boolean): boolean {
    return this.node.attrs.some(({ name, value }) => isAsked(name, value));
  }
}

/** As it is written: the parser takes the prefix of a foreign one apart. */
function nameOf({ prefix, name }: Token.Attribute): string {
  return prefix ? `${prefix}:${name}` : name;
}

function toRange({ startOffset, endOffset }: Token.Location): Range {
  return { start: startOffset, end: endOffset };
}

/** An attribute by the stretch it stands in, its value found behind the equals sign. */
export function locateAttribute(source: string, name: string, range: Range): Attribute {
  const written = source.slice(range.start, range.end);
  const { start, end } = range;
  const opening = /^[^=]*=[\t\n\f\r ]*/.exec(written);
  if (!opening) return { start, end, name, value: { start: end, end }, quote: undefined };
  const from = start + opening[0].length;
  const quote = source[from];
  return quote === '"' || quote === "'"
    ? { start, end, name, value: { start: from + 1, end: end - 1 }, quote }
    : { start, end, name, value: { start: from, end }, quote: undefined };
}

function singleTopLevel(nodes: readonly Node[], elements: readonly Element[]): Element | undefined {
  const content = nodes.filter(
    (node) =>
      node.nodeName !== '#comment' && !('value' in node && /^[\t\n\f\r ]*$/.test(node.value)),
  );
  const only = content.length === 1 ? content[0] : undefined;
  if (!only || !('tagName' in only)) return undefined;
  return elements.find((one) => one.start === only.sourceCodeLocation?.startOffset);
}
