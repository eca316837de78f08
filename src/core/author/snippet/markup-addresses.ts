import { locateAttribute } from '../../compile/template/markup.ts';
import { toHtmlText } from '../../compile/template/sink.ts';
import type { Edit } from '../../text/edits.ts';
import type { AssetShelf } from './local-files.ts';
import { attributeOf, type SourceElement } from './page-parts.ts';
import { withStyleFiles } from './style-addresses.ts';

/** Attributes whose value is one address of something the element shows or plays. */
const shown = new Set(['src', 'poster', 'data', 'background']);

/** Attributes of SVG elements, and of links to files, that name one. */
const named = new Set(['href', 'xlink:href']);

/** Endings of files that are shown or played. */
const media = /^[^\s<>"'{}]+\.(?:avif|gif|jpe?g|png|svg|webp|mp[34]|og[gv]|wav|webm)(?:[?#]|$)/i;

/** Edits that lead the addresses in a start tag to files brought along. */
export function bringMarkupFiles(
  source: string,
  element: SourceElement,
  from: string,
  shelf: AssetShelf,
): Edit[] {
  const edits: Edit[] = [];
  for (const [name, at] of Object.entries(element.sourceCodeLocation?.attrs ?? {})) {
    const value = attributeOf(element, name) ?? '';
    const next = nextValue(element, name, value, from, shelf);
    if (next === undefined || next === value) continue;
    const { value: range } = locateAttribute(source, name, {
      start: at.startOffset,
      end: at.endOffset,
    });
    edits.push({ ...range, text: toHtmlText(next) });
  }
  return edits;
}

function nextValue(
  { tagName }: SourceElement,
  name: string,
  value: string,
  from: string,
  shelf: AssetShelf,
): string | undefined {
  if (name === 'style') return withStyleFiles(value, from, shelf);
  if (name === 'srcset') {
    // HTML Standard, 4.8.4.2.1: an address runs to the next white space.
    return value.replace(/(^|,)(\s*)([^\s,]+)/g, (whole, comma, blank, address) => {
      const place = shelf.bring(from, address);
      return place === undefined ? whole : comma + blank + place;
    });
  }
  // A frame's page would come without what it needs in its turn.
  if (shown.has(name)) return tagName === 'iframe' ? undefined : shelf.bring(from, value);
  // Scripts keep addresses of pictures and sounds in attributes of their own.
  if (name.startsWith('data-') && media.test(value)) return shelf.bring(from, value);
  if (!named.has(name)) return undefined;
  const isPage = tagName === 'a' && /(?:^|\/)[^.]*$|\.(?:html?|php|aspx?)(?:[?#]|$)/i.test(value);
  return isPage ? undefined : shelf.bring(from, value);
}
