import type { Room } from '../../model/kind.ts';
import type { Element } from './markup.ts';

/** Elements that hold words in a line, and nothing else (HTML Standard, content models). */
const phrasing = new Set([
  'abbr',
  'b',
  'bdi',
  'bdo',
  'button',
  'cite',
  'code',
  'data',
  'dfn',
  'em',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'i',
  'kbd',
  'label',
  'legend',
  'mark',
  'meter',
  'output',
  'p',
  'pre',
  'progress',
  'q',
  'rp',
  'rt',
  'ruby',
  's',
  'samp',
  'small',
  'span',
  'strong',
  'sub',
  'summary',
  'sup',
  'time',
  'u',
  'var',
]);

/** Elements that hold whatever what is around them may. */
const transparent = new Set([
  'a',
  'audio',
  'canvas',
  'del',
  'ins',
  'map',
  'object',
  'slot',
  'video',
]);

/** Elements in which nothing else may be clicked. */
const interactive = new Set(['a', 'button', 'label', 'summary']);

/** Elements that hold characters and no markup. */
const plain = new Set(['option', 'textarea', 'title']);

/** Elements out of which a browser moves text. */
const tables = new Set(['table', 'tbody', 'thead', 'tfoot', 'tr', 'colgroup']);

/** What an element may hold; `plain` for characters alone, `none` for nothing that is written. */
export function roomIn(element: Element | undefined): Room | 'plain' | 'none' {
  if (!element) return 'flow';
  if (element.isHtml && tables.has(element.name)) return 'none';
  if (element.isHtml && /^(?:select|optgroup|datalist)$/.test(element.name)) return 'none';
  if (plain.has(element.name) || (!element.isHtml && element.name !== 'foreignObject'))
    return 'plain';
  let isLine = false;
  let isDecided = false;
  for (let one: Element | undefined = element; one; one = one.parent) {
    if (interactive.has(one.name)) return 'label';
    if (isDecided) continue;
    isLine = phrasing.has(one.name);
    isDecided = isLine || !transparent.has(one.name);
  }
  return isLine ? 'phrasing' : 'flow';
}
