import { type DefaultTreeAdapterTypes, html } from 'parse5';
import type { ParsedTemplate } from '../../compile/template/parse-template.ts';
import type { Range } from '../../text/edits.ts';

/** An attribute with where it and its value stand. */
export interface TreeAttribute extends Range {
  readonly name: string;
  /** Character references read. */
  readonly text: string;
  /** The source between the quotes; empty after the name where there is no value. */
  readonly value: Range;
  readonly isQuoted: boolean;
}

/** Text between tags that is not blank. */
export interface TreeText extends Range {
  readonly node: 'text';
  /** Without the blanks around it. */
  readonly core: Range;
  /** Character references read, blanks as one space each and none around. */
  readonly text: string;
  readonly parent: TreeElement;
}

/** An element of a template with its content in source order. */
export interface TreeElement extends Range {
  readonly node: 'element';
  readonly name: string;
  readonly isHtml: boolean;
  readonly startTag: Range;
  readonly endTag: Range | undefined;
  /** Between its tags. */
  readonly inner: Range;
  readonly attributes: ReadonlyMap<string, TreeAttribute>;
  readonly classes: readonly string[];
  readonly parent: TreeElement | undefined;
  readonly children: readonly TreeNode[];
}

export type TreeNode = TreeElement | TreeText;

/** A template as detectors read it. */
export interface Tree {
  readonly source: string;
  /** Stands for the template as a whole. */
  readonly root: TreeElement;
  /** In source order, without the root. */
  readonly elements: readonly TreeElement[];
  readonly ids: ReadonlyMap<string, TreeElement>;
}

/** No page that people made nests deeper; what does is left out. */
const deepest = 250;

/** Elements whose content is no text to read. */
const raw = new Set(['script', 'style', 'noscript', 'iframe', 'object', 'title', 'template']);

/**
 * Reads a template for its spots. What the parser put elsewhere than it is written, or made twice,
 * is left out: nothing could be bound there.
 */
export function readTree(source: string, { nodes }: ParsedTemplate): Tree {
  const elements: TreeElement[] = [];
  const ids = new Map<string, TreeElement>();
  const seen = new Set<number>();
  const whole = { start: 0, end: source.length };
  const root: TreeElement = {
    ...whole,
    node: 'element',
    name: '',
    isHtml: true,
    startTag: { start: 0, end: 0 },
    endTag: undefined,
    inner: whole,
    attributes: new Map(),
    classes: [],
    parent: undefined,
    children: [],
  };
  const waiting: Waiting[] = [{ nodes, parent: root, depth: 0 }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { parent, depth } = next;
    const children = parent.children as TreeNode[];
    for (const node of next.nodes) {
      const at = node.sourceCodeLocation;
      if (!at && 'tagName' in node) {
        // What the parser put in by itself, such as <tbody>, is not written; what it holds is.
        waiting.push({ nodes: node.childNodes, parent, depth: depth + 1 });
        continue;
      }
      if (!at || at.startOffset < parent.inner.start || at.endOffset > parent.inner.end) continue;
      if (node.nodeName === '#text' && 'value' in node) {
        const text = toText(source, node.value, { start: at.startOffset, end: at.endOffset });
        if (text) children.push({ ...text, parent });
      } else if ('tagName' in node && !seen.has(at.startOffset)) {
        const element = toElement(source, node, parent);
        if (!element) continue;
        seen.add(at.startOffset);
        children.push(element);
        elements.push(element);
        const id = element.attributes.get('id')?.text;
        if (id && !ids.has(id)) ids.set(id, element);
        if (raw.has(element.name) || depth === deepest) continue;
        waiting.push({ nodes: node.childNodes, parent: element, depth: depth + 1 });
      }
    }
    children.sort((a, b) => a.start - b.start);
  }
  elements.sort((a, b) => a.start - b.start);
  return { source, root, elements, ids };
}

interface Waiting {
  readonly nodes: readonly DefaultTreeAdapterTypes.ChildNode[];
  readonly parent: TreeElement;
  readonly depth: number;
}

function toText(
  source: string,
  value: string,
  { start, end }: Range,
): Omit<TreeText, 'parent'> | undefined {
  const text = value.replace(/[\t\n\f\r ]+/g, ' ').trim();
  if (text === '') return undefined;
  const written = source.slice(start, end);
  const before = written.length - written.trimStart().length;
  const after = written.length - written.trimEnd().length;
  return { node: 'text', start, end, text, core: { start: start + before, end: end - after } };
}

function toElement(
  source: string,
  node: DefaultTreeAdapterTypes.Element,
  parent: TreeElement,
): TreeElement | undefined {
  const at = node.sourceCodeLocation;
  if (!at?.startTag) return undefined;
  const startTag = { start: at.startTag.startOffset, end: at.startTag.endOffset };
  const endTag = at.endTag && { start: at.endTag.startOffset, end: at.endTag.endOffset };
  const attributes = new Map(
    node.attrs.flatMap(({ name, value, prefix }) => {
      const written = prefix ? `${prefix}:${name}` : name;
      const place = at.attrs?.[written.toLowerCase()] ?? at.attrs?.[written];
      if (!place) return [];
      const range = { start: place.startOffset, end: place.endOffset };
      return [[written, toAttribute(source, written, value, range)] as const];
    }),
  );
  const classes = (attributes.get('class')?.text ?? '').split(/[\t\n\f\r ]+/);
  return {
    node: 'element',
    name: node.tagName,
    isHtml: node.namespaceURI === html.NS.HTML,
    start: at.startOffset,
    end: at.endOffset,
    startTag,
    endTag,
    attributes,
    parent,
    inner: { start: startTag.end, end: Math.max(startTag.end, endTag?.start ?? at.endOffset) },
    classes: classes.filter((one) => one !== ''),
    children: [],
  };
}

function toAttribute(source: string, name: string, text: string, range: Range): TreeAttribute {
  const written = source.slice(range.start, range.end);
  const [head = written] = /^[^=]*(?:=\s*)?/.exec(written) ?? [];
  const quote = written[head.length];
  const isQuoted = head.includes('=') && (quote === '"' || quote === "'");
  const start = range.start + head.length + (isQuoted ? 1 : 0);
  const value = { start, end: Math.max(start, range.end - (isQuoted ? 1 : 0)) };
  return { ...range, name, text, value, isQuoted };
}

/** Elements of words in a line, as rich text knows them. */
const inline = new Set([
  'a',
  'abbr',
  'b',
  'bdi',
  'bdo',
  'br',
  'cite',
  'code',
  'data',
  'del',
  'dfn',
  'em',
  'i',
  'img',
  'ins',
  'kbd',
  'mark',
  'q',
  's',
  'samp',
  'small',
  'span',
  'strong',
  'sub',
  'sup',
  'svg',
  'time',
  'u',
  'var',
  'wbr',
  'button',
  'input',
  'select',
  'textarea',
  'label',
  'output',
]);

/** True for an element that stands in a line of words, by its name. */
export function isInline({ name }: TreeElement): boolean {
  return inline.has(name);
}

/** The elements among an element's content. */
export function childrenOf({ children }: TreeElement): TreeElement[] {
  return children.filter((one) => one.node === 'element');
}

/** The elements that begin within a stretch, in source order. */
export function elementsWithin({ elements }: Tree, { start, end }: Range): readonly TreeElement[] {
  let low = 0;
  for (let high = elements.length; low < high; ) {
    const middle = (low + high) >> 1;
    if ((elements[middle] as TreeElement).start < start) low = middle + 1;
    else high = middle;
  }
  let to = low;
  while (to < elements.length && (elements[to] as TreeElement).start < end) to += 1;
  return elements.slice(low, to);
}

/** All in an element, itself first, in source order. */
export function* within(element: TreeElement): Generator<TreeElement> {
  const waiting = [element];
  for (let one = waiting.pop(); one; one = waiting.pop()) {
    yield one;
    for (const child of [...one.children].reverse()) {
      if (child.node === 'element') waiting.push(child);
    }
  }
}

/** True for a text that a field fills already. */
export function isBoundText(text: string): boolean {
  return text.includes('{~');
}

/** True for an element that already comes and goes, or repeats, by a field. */
export function isBoundElement({ attributes }: TreeElement): boolean {
  return [...attributes.keys()].some((name) => name.startsWith('km-'));
}

/** True for an element with words in it, at any depth. */
export function hasWords({ children }: TreeElement): boolean {
  return children.some((one) => (one.node === 'text' ? /\S/.test(one.text) : hasWords(one)));
}
