import type { Range } from '../../text/edits.ts';
import { countUpTo } from '../../text/sorted.ts';
import type { Attribute, Element, Markup } from './markup.ts';

/** Elements whose content a browser takes as raw text (HTML Standard, 13.1.2.2 and 13.2.6.4). */
const rawText = new Set([
  'script',
  'style',
  'iframe',
  'noembed',
  'noframes',
  'plaintext',
  'xmp',
  'noscript',
]);

/** What stands at an offset. */
export type Surroundings =
  | { readonly in: 'text'; readonly element: Element | undefined }
  | { readonly in: 'attribute'; readonly element: Element; readonly attribute: Attribute }
  | { readonly in: 'raw'; readonly element: Element }
  | { readonly in: 'tag'; readonly element: Element }
  | { readonly in: 'comment' };

/** Says what stands at offsets of a source. */
export function surroundingsIn(markup: Markup): (offset: number) => Surroundings {
  const { elements } = markup;
  const around = elementsAround(elements);
  const comments = [...markup.comments].sort((a, b) => a.start - b.start);
  return (offset) => {
    const holds = (range: Range | undefined): boolean =>
      range !== undefined && range.start <= offset && offset < range.end;
    if (holds(comments[countUpTo(comments, offset) - 1])) return { in: 'comment' };
    let innermost: Element | undefined;
    let at: number | undefined = countUpTo(elements, offset) - 1;
    for (let element = elements[at]; element; element = elements[at ?? -1]) {
      if (holds(element.startTag)) {
        const attribute = element.attributes.find(holds);
        const isValue = attribute && holds(attribute.value);
        return isValue ? { in: 'attribute', element, attribute } : { in: 'tag', element };
      }
      if (holds(element.endTag)) return { in: 'tag', element };
      if (!innermost && holds(element)) innermost = element;
      at = around[at ?? -1];
    }
    if (innermost?.isHtml && rawText.has(innermost.name)) return { in: 'raw', element: innermost };
    // In SVG their content is text to the parser, and still run or read as style.
    if (innermost?.name === 'style' || innermost?.name === 'script')
      return { in: 'raw', element: innermost };
    return { in: 'text', element: innermost };
  };
}

/**
 * For each element the one that is open in the source where it begins, by their places in the list:
 * what a browser moves out of a table is none of its parents' own.
 */
function elementsAround(elements: readonly Element[]): readonly (number | undefined)[] {
  const open: number[] = [];
  return elements.map(({ start }, index) => {
    for (let last = open.at(-1); last !== undefined; last = open.at(-1)) {
      if ((elements[last] as Element).end > start) break;
      open.pop();
    }
    const around = open.at(-1);
    open.push(index);
    return around;
  });
}
