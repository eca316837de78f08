import { compile, is, type Options, selectOne } from 'css-select';
import type { DefaultTreeAdapterTypes } from 'parse5';

type Node = DefaultTreeAdapterTypes.Node;
type Element = DefaultTreeAdapterTypes.Element;

const isTag = (node: Node): node is Element => 'tagName' in node;
const childrenOf = (node: Node): Node[] => ('childNodes' in node ? node.childNodes : []);
const parentOf = (node: Node): Node | null =>
  ('parentNode' in node ? (node.parentNode as Node | null) : null) ?? null;

/** Parse5's tree as the selector engine asks for it. */
const adapter: NonNullable<Options<Node, Element>['adapter']> = {
  isTag,
  getAttributeValue: (element, name) => element.attrs.find((one) => one.name === name)?.value,
  getChildren: childrenOf,
  getName: (element) => element.tagName,
  getParent: parentOf as never,
  getSiblings: (node) => childrenOf(parentOf(node) ?? node),
  getText: (node) => ('value' in node ? node.value : childrenOf(node).map(textIn).join('')),
  hasAttrib: (element, name) => element.attrs.some((one) => one.name === name),
  removeSubsets: (nodes) => nodes,
};

function textIn(node: Node): string {
  return 'value' in node ? node.value : '';
}

const options: Options<Node, Element> = { adapter, relativeSelector: false };

/** True when a selector is one that can be read. */
export function isSelector(selector: string): boolean {
  try {
    compile(selector, options);
    return true;
  } catch {
    return false;
  }
}

/** Says of elements whether a selector matches them; none is by a selector that cannot be read. */
export function matcherOf(selector: string): (element: Element) => boolean {
  try {
    const query = compile(selector, options);
    return (element) => is(element, query, options);
  } catch {
    return () => false;
  }
}

/** True when a selector that can be read matches anything under a node. */
export function selects(root: Node, selector: string): boolean {
  return selectOne(selector, root, options) !== null;
}
