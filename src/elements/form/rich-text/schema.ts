import { type Attrs, type MarkSpec, type NodeSpec, Schema } from 'prosemirror-model';

/** Attributes are kept as they are, whatever an element has: what may stay was settled before. */
function attributesOf(element: HTMLElement): Attrs {
  const all = [...element.attributes].map(({ name, value }) => [name, value]);
  return { kept: all.length === 0 ? null : Object.fromEntries(all) };
}

const attrs = { kept: { default: null } };

const keptOf = (attributes: Attrs): Record<string, string> => attributes.kept ?? {};

function block(tag: string, content: string, more: Partial<NodeSpec> = {}): NodeSpec {
  return {
    content,
    attrs,
    group: 'block',
    parseDOM: [{ tag, getAttrs: attributesOf }],
    toDOM: (node) => [tag, keptOf(node.attrs), 0],
    ...more,
  };
}

function part(tag: string, content: string): NodeSpec {
  const { group: _, ...spec } = block(tag, content);
  return spec;
}

function inline(tag: string): NodeSpec {
  return {
    inline: true,
    group: 'inline',
    attrs,
    parseDOM: [{ tag, getAttrs: attributesOf }],
    toDOM: (node) => [tag, keptOf(node.attrs)],
  };
}

const headings = [2, 3, 4, 5, 6].map((level): [string, NodeSpec] => [
  `h${level}`,
  block(`h${level}`, 'inline*', { defining: true }),
]);

const nodes: Readonly<Record<string, NodeSpec>> = {
  doc: { content: 'block+' },
  p: block('p', 'inline*'),
  ...Object.fromEntries(headings),
  blockquote: block('blockquote', 'block+', { defining: true }),
  ul: block('ul', 'li+'),
  ol: block('ol', 'li+'),
  li: part('li', '(inline_line | p) (block | inline_line)*'),
  // Words that stand in an item or a cell without a paragraph around them.
  inline_line: { content: 'inline*', toDOM: () => ['span', { 'data-line': '' }, 0] },
  pre: block('pre', 'text*', { code: true, defining: true }),
  hr: { ...block('hr', ''), content: '', toDOM: (node) => ['hr', keptOf(node.attrs)] },
  figure: block('figure', '(inline_line | block | figcaption)*'),
  figcaption: part('figcaption', 'inline*'),
  dl: block('dl', '(dt | dd)+'),
  dt: part('dt', 'inline*'),
  dd: part('dd', '(inline_line | block)+'),
  table: block('table', 'caption? thead? tbody* tfoot?', { isolating: true }),
  caption: part('caption', 'inline*'),
  thead: part('thead', 'tr+'),
  tbody: part('tbody', 'tr+'),
  tfoot: part('tfoot', 'tr+'),
  tr: part('tr', '(td | th)+'),
  td: part('td', '(inline_line | block)+'),
  th: part('th', '(inline_line | block)+'),
  text: { group: 'inline' },
  br: { ...inline('br'), selectable: false },
  img: inline('img'),
  wbr: inline('wbr'),
};

/** Elements of words in a line, from the outermost in. */
const marked = [
  'a',
  'ins',
  'del',
  's',
  'mark',
  'abbr',
  'cite',
  'q',
  'dfn',
  'span',
  'bdi',
  'bdo',
  'data',
  'time',
  'strong',
  'b',
  'em',
  'i',
  'u',
  'small',
  'sub',
  'sup',
  'code',
  'kbd',
  'samp',
  'var',
  'ruby',
  'rt',
  'rp',
];

const marks = Object.fromEntries(
  marked.map((tag): [string, MarkSpec] => [
    tag,
    {
      attrs,
      inclusive: tag !== 'a',
      parseDOM: [{ tag, getAttrs: attributesOf }],
      toDOM: (mark) => [tag, keptOf(mark.attrs), 0],
    },
  ]),
);

/** All that a rich text may hold, each element as itself. */
export const richTextSchema = new Schema({ nodes, marks });
