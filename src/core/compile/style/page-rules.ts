import { keyword } from 'css-tree';
import { withoutRanges } from '../../text/edits.ts';
import { parseStyle } from './parse-style.ts';

/** At-rules that a browser takes from the page only, never from a shadow tree. */
const pageOnly = new Set(['font-face', 'property', 'font-palette-values']);

/** Takes out of sheets for a shadow tree what only the page can register. */
export function takePageRules(sheets: readonly string[]): { rules: string[]; ofPage: string } {
  const taken: string[] = [];
  const rules = sheets.map((css) => {
    if (!/@(?:font-face|property|font-palette-values)/i.test(css)) return css;
    const { tree } = parseStyle(css);
    const cuts =
      tree.type !== 'StyleSheet'
        ? []
        : tree.children.toArray().flatMap((node) => {
            if (node.type !== 'Atrule' || !node.loc || !pageOnly.has(keyword(node.name).basename))
              return [];
            return [{ start: node.loc.start.offset, end: node.loc.end.offset }];
          });
    taken.push(...cuts.map(({ start, end }) => css.slice(start, end)));
    return withoutRanges(css, { start: 0, end: css.length }, cuts);
  });
  return { rules, ofPage: taken.join('\n') };
}
