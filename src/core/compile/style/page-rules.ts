import { withoutRanges } from '../../text/edits.ts';
import { atRuleNamed } from './at-rules.ts';
import { parseStyle } from './parse-style.ts';

/** Takes out of sheets for a shadow tree what only the page can register. */
export function takePageRules(sheets: readonly string[]): { rules: string[]; ofPage: string } {
  const taken: string[] = [];
  const rules = sheets.map((css) => {
    if (!css.includes('@')) return css;
    const { tree } = parseStyle(css);
    const cuts =
      tree.type !== 'StyleSheet'
        ? []
        : tree.children.toArray().flatMap((node) => {
            if (node.type !== 'Atrule' || !node.loc || !atRuleNamed(node.name)?.isPageOnly)
              return [];
            return [{ start: node.loc.start.offset, end: node.loc.end.offset }];
          });
    taken.push(...cuts.map(({ start, end }) => css.slice(start, end)));
    return withoutRanges(css, { start: 0, end: css.length }, cuts);
  });
  return { rules, ofPage: taken.join('\n') };
}
