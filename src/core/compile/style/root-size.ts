import type { CssNode, Declaration } from 'css-tree';
import type MagicString from 'magic-string';
import { generate, tokenize, tokenTypes, walk } from '../../text/css-tree.ts';
import { isAtRule } from './at-rules.ts';

/** What browsers begin with (CSS Fonts 4, 2.5: medium), and so what a percentage of the root is of. */
export const initialPx = 16;

/**
 * The size of type that style sheets give the root of its page, in px: what browsers begin with
 * where it gives none, undefined where it depends on the viewport. Only rules outside conditions
 * count.
 */
export function rootSizePx(...trees: readonly CssNode[]): number | undefined {
  let size: number | undefined = initialPx;
  for (const rule of trees.flatMap(rulesOf)) {
    if (rule.type !== 'Rule' || !/^(?:html|:root)$/i.test(generate(rule.prelude))) continue;
    for (const one of rule.block.children) {
      if (one.type === 'Declaration' && one.property.toLowerCase() === 'font-size') {
        size = toPx(generate(one.value).trim());
      }
    }
  }
  return size;
}

/** Rules outside conditions; that it is for a screen is none. */
function rulesOf(node: CssNode): CssNode[] {
  if (node.type === 'Rule') return [node];
  if (node.type === 'StyleSheet' || node.type === 'Block') {
    return node.children.toArray().flatMap(rulesOf);
  }
  if (node.type !== 'Atrule' || !node.block || !node.prelude) return [];
  const isAlways =
    isAtRule(node.name, 'media') &&
    /^\s*(?:only )?(?:screen|all)\s*$/i.test(generate(node.prelude));
  return isAlways ? rulesOf(node.block) : [];
}

function toPx(value: string): number | undefined {
  const product = /^calc\((.+?)\s*([*/])\s*([\d.]+)\)$/i.exec(value);
  if (product) {
    const size = toPx((product[1] as string).trim());
    const by = Number(product[3]);
    return size === undefined ? undefined : product[2] === '*' ? size * by : size / by;
  }
  const [, number, unit = ''] = /^(\d*\.?\d+)(px|r?em|%)$/i.exec(value) ?? [];
  if (number === undefined) return undefined;
  if (unit.toLowerCase() === 'px') return Number(number);
  return (Number(number) / (unit === '%' ? 100 : 1)) * initialPx;
}

/**
 * Writes every length in `rem` as the px it was on the page it came from, since a host's root has
 * a size of its own. Conditions of at-rules are left: there, rem is never the root's size (Media
 * Queries 4, 1.3).
 */
export function resolveRem(
  edits: MagicString,
  tree: CssNode,
  source: string,
  px: number | undefined,
): void {
  if (px === undefined || !/\drem\b/i.test(source)) return;
  walk(tree, {
    visit: 'Declaration',
    enter: (declaration: Declaration) => {
      const from = declaration.value.loc?.start.offset;
      const to = declaration.value.loc?.end.offset;
      if (from === undefined || to === undefined) return;
      tokenize(source.slice(from, to), (type, start, end) => {
        if (type !== tokenTypes.Dimension) return;
        const [, number] = /^(.+)rem$/i.exec(source.slice(from + start, from + end)) ?? [];
        if (number === undefined) return;
        const length = Number((Number(number) * px).toFixed(4));
        edits.update(from + start, from + end, `${length}px`);
      });
    },
  });
}
