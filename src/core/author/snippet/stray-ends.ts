import { readMarkup } from '../../compile/template/markup.ts';
import { surroundingsIn } from '../../compile/template/surroundings.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import type { Range } from '../../text/edits.ts';
import type { LineIndex } from '../../text/line-index.ts';

/**
 * End tags that do more than end what they are named for: they make an element, end another
 * heading, or close formatting that goes on elsewhere (HTML Standard, 13.2.6.4.7); and those of a
 * page, which are left out with it.
 */
const ofUse =
  /^(?:html|head|body|p|br|h[1-6]|a|b|big|code|em|font|i|nobr|s|small|strike|strong|tt|u)$/i;

/**
 * End tags of a paste that end nothing. On its own page a browser ignores them; in a cast they would
 * end what the cast stands in.
 */
export function strayEnds(
  source: string,
  { start, end }: Range,
  lines: LineIndex,
): { readonly range: Range; readonly finding: Finding }[] {
  const markup = readMarkup(source.slice(start, end));
  const known = new Set(markup.elements.flatMap(({ endTag }) => (endTag ? [endTag.start] : [])));
  const around = surroundingsIn(markup);
  return [...markup.source.matchAll(/<\/([a-z][\w-]*)\s*>/gi)].flatMap(
    ({ 0: tag, 1: name = '', index }) => {
      if (known.has(index) || ofUse.test(name) || around(index).in !== 'text') return [];
      const range = { start: start + index, end: start + index + tag.length };
      const data = { what: tag, why: 'it ends nothing' };
      return [{ range, finding: finding('snippet/page-part', data, lines.placeAt(range.start)) }];
    },
  );
}
