import type { CssNode, SelectorList } from 'css-tree';
import { parse, walk } from '../../text/css-tree.ts';
import type { Range } from '../../text/edits.ts';

/** What stands between rules and is neither blank nor comment: in a rule it would do harm. */
export function strayIn(tree: CssNode, style: string): Range[] {
  if (tree.type !== 'StyleSheet') return [];
  let from = 0;
  const gaps = tree.children.toArray().flatMap((node): Range[] => {
    const isMark = node.type === 'CDO' || node.type === 'CDC';
    const gap = { start: from, end: isMark ? end(node) : start(node) };
    from = end(node);
    return [gap];
  });
  return [...gaps, { start: from, end: style.length }].filter(
    (gap) =>
      gap.start < gap.end &&
      style
        .slice(gap.start, gap.end)
        .replace(/\/\*.*?(?:\*\/|$)/gs, '')
        .trim() !== '',
  );
}

/** The selectors in the prelude of `@scope`; the parser keeps preludes as text. */
export function scopeOf(
  text: string,
  offset: number,
): { root?: SelectorList; limit?: SelectorList } {
  const found: { root?: SelectorList; limit?: SelectorList } = {};
  if (text.trim() === '') return found;
  const options = { context: 'atrulePrelude', atrule: 'scope', positions: true, offset } as const;
  walk(parse(text, options), (node) => {
    if (node.type !== 'Scope') return;
    const { root, limit } = node as unknown as { root?: SelectorList; limit?: SelectorList };
    if (root?.type === 'SelectorList') found.root = root;
    if (limit?.type === 'SelectorList') found.limit = limit;
  });
  return found;
}

function start(node: CssNode): number {
  return node.loc?.start.offset ?? 0;
}

function end(node: CssNode): number {
  return node.loc?.end.offset ?? 0;
}
