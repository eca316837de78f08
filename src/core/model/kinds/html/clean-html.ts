import type { Element, ElementContent, Root, RootContent } from 'hast';
import { type Schema, sanitize } from 'hast-util-sanitize';
import { toHtml } from 'hast-util-to-html';
import { htmlTree } from '#html-tree';
import type { Room } from '../../kind.ts';
import { isSafeAddress } from '../../safe-address.ts';

/** Elements of words in a line, as far as a rich text may have them. */
const phrasing = [
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
  'rp',
  'rt',
  'ruby',
  's',
  'samp',
  'small',
  'strong',
  'sub',
  'sup',
  'time',
  'u',
  'var',
  'wbr',
];

const blocks = [
  'blockquote',
  'dd',
  'dl',
  'dt',
  'figcaption',
  'figure',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'hr',
  'li',
  'ol',
  'p',
  'pre',
  'ul',
  'caption',
  'table',
  'tbody',
  'td',
  'tfoot',
  'th',
  'thead',
  'tr',
];

/** What a rich text may hold; of all else the content stays, that of scripts and styles goes. */
const schema: Schema = {
  tagNames: [...phrasing, ...blocks],
  attributes: {
    '*': ['dir', 'lang', 'title'],
    a: [
      'href',
      'hrefLang',
      ['target', '_blank'],
      [
        'rel',
        'nofollow',
        'noopener',
        'noreferrer',
        'author',
        'external',
        'license',
        'sponsored',
        'ugc',
      ],
    ],
    data: ['value'],
    del: ['dateTime'],
    img: ['src', 'alt', 'width', 'height'],
    ins: ['dateTime'],
    li: ['value'],
    ol: ['reversed', 'start', ['type', '1', 'a', 'A', 'i', 'I']],
    td: ['colSpan', 'rowSpan'],
    th: ['colSpan', 'rowSpan', ['scope', 'col', 'row', 'colgroup', 'rowgroup']],
    time: ['dateTime'],
  },
  // Held to safe schemes below, by the same rule as all other addresses.
  protocols: {},
  clobber: [],
  ancestors: {
    ...Object.fromEntries(
      ['tbody', 'td', 'tfoot', 'th', 'thead', 'tr', 'caption'].map((name) => [name, ['table']]),
    ),
    li: ['ol', 'ul'],
    dd: ['dl'],
    dt: ['dl'],
    figcaption: ['figure'],
  },
  strip: [
    'script',
    'style',
    'template',
    'iframe',
    'object',
    'embed',
    'noscript',
    'noembed',
    'noframes',
    'xmp',
    'plaintext',
    'textarea',
    'title',
    'select',
    'svg',
    'math',
    'audio',
    'video',
    'canvas',
    'frameset',
  ],
};

/** The same with classes: those named, or any where the HTML was cleaned before. */
function schemaWith(classes: readonly string[] | 'any'): Schema {
  if (classes.length === 0) return schema;
  const every = schema.attributes?.['*'] ?? [];
  const named = classes === 'any' ? 'className' : (['className', ...classes] as const);
  return {
    ...schema,
    tagNames: [...(schema.tagNames ?? []), 'span'],
    attributes: { ...schema.attributes, '*': [...every, named as 'className'] },
  };
}

/**
 * Keeps of some HTML what a rich text may hold. It is parsed as a browser does and written anew, so
 * that what comes out is read again as the same.
 *
 * @param classes names that its elements may have as classes
 */
export function cleanHtml(html: string, classes: readonly string[] = []): string {
  if (!/[<&]/.test(html)) return html;
  return written(treeOf(html, classes).children);
}

/** Puts HTML that was cleaned before into an element that holds no blocks, or nothing to click. */
export function toRoom(html: string, room: Exclude<Room, 'flow'>): string {
  return written(inlined(treeOf(html, 'any').children, room));
}

/** The words of some HTML, as characters; blocks end in a blank. */
export function plainOf(html: string): string {
  const words = (nodes: readonly RootContent[]): string =>
    nodes
      .map((node) => {
        if (node.type === 'text') return node.value;
        if (node.type !== 'element') return '';
        const inside = words(node.children);
        return blocks.includes(node.tagName) || node.tagName === 'br' ? ` ${inside} ` : inside;
      })
      .join('');
  return /[<&]/.test(html) ? words(treeOf(html, []).children).replace(/\s+/g, ' ').trim() : html;
}

function treeOf(html: string, classes: readonly string[] | 'any'): Root {
  const tree = sanitize(htmlTree(html), schemaWith(classes));
  const root: Root =
    tree.type === 'root' ? tree : { type: 'root', children: [tree as RootContent] };
  repair(root.children);
  return root;
}

/** Addresses, and links to new tabs, which are never given the window they come from. */
function repair(nodes: readonly RootContent[]): void {
  for (const node of nodes) {
    if (node.type !== 'element') continue;
    const { properties } = node;
    for (const name of ['href', 'src'] as const) {
      if (!isSafeAddress(String(properties[name] ?? ''))) delete properties[name];
    }
    if (Array.isArray(properties.className) && properties.className.length === 0) {
      delete properties.className;
    }
    if (properties.target === '_blank') {
      const rel = Array.isArray(properties.rel) ? properties.rel : [properties.rel ?? ''];
      properties.rel = [...new Set([...rel.filter((word) => word !== ''), 'noopener'])];
    }
    repair(node.children);
  }
}

/** Blocks become the words in them, with a line's end between two. */
function inlined(nodes: readonly RootContent[], room: Exclude<Room, 'flow'>): RootContent[] {
  const out: RootContent[] = [];
  let ended = false;
  for (const node of nodes) {
    if (node.type === 'text' && node.value.trim() === '' && ended) continue;
    const isBlock = node.type === 'element' && blocks.includes(node.tagName);
    if ((isBlock || ended) && out.some(isShown)) out.push(br());
    ended = isBlock;
    if (node.type !== 'element') out.push(node);
    else if (isBlock || (room === 'label' && node.tagName === 'a')) {
      out.push(...inlined(node.children, room));
    } else out.push({ ...node, children: inlined(node.children, room) as ElementContent[] });
  }
  return out;
}

function isShown(node: RootContent): boolean {
  return node.type === 'element' || (node.type === 'text' && node.value.trim() !== '');
}

function br(): Element {
  return { type: 'element', tagName: 'br', properties: {}, children: [] };
}

function written(nodes: readonly RootContent[]): string {
  return toHtml([...nodes], {
    characterReferences: { useNamedReferences: true },
    closeEmptyElements: false,
  });
}
