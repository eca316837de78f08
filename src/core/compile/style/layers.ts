import type { CssNode } from 'css-tree';
import { isAtRule } from './at-rules.ts';

/** How strong the layers of a style sheet are, weakest first. */
export interface LayerRanks {
  /** The strength of what is outside all layers. */
  readonly count: number;
  /** The strength of each block of a layer. */
  readonly rankOf: ReadonlyMap<CssNode, number>;
}

/**
 * The order of the layers of a style sheet (CSS Cascade 5, 6.4.3): by first mention, a layer's own
 * rules after those of the layers in it. Undefined where there are none.
 */
export function layersIn(tree: CssNode): LayerRanks | undefined {
  const blocks: { node: CssNode; name: string }[] = [];
  const order: string[] = [];
  let unnamed = 0;
  const mention = (name: string) => {
    const steps = name.split('.');
    for (let count = 1; count <= steps.length; count += 1) {
      const path = steps.slice(0, count).join('.');
      if (order.includes(path)) continue;
      // Before its parent, whose own rules are the strongest in it.
      const parent = order.indexOf(steps.slice(0, count - 1).join('.'));
      order.splice(parent < 0 ? order.length : parent, 0, path);
    }
  };
  const visit = (node: CssNode, within: string): void => {
    if (node.type === 'StyleSheet' || node.type === 'Block') {
      for (const child of node.children) visit(child, within);
    } else if (node.type === 'Atrule') {
      const prelude = node.prelude?.type === 'Raw' ? node.prelude.value.trim() : '';
      const full = (name: string) => (within === '' ? name : `${within}.${name}`);
      if (!isAtRule(node.name, 'layer')) {
        if (node.block) visit(node.block, within);
        return;
      }
      if (!node.block) {
        for (const name of prelude.split(',')) mention(full(name.trim()));
        return;
      }
      unnamed += 1;
      const name = full(prelude === '' ? `(${unnamed})` : prelude);
      mention(name);
      blocks.push({ node, name });
      visit(node.block, name);
    }
  };
  visit(tree, '');
  if (order.length === 0) return undefined;
  return {
    count: order.length,
    rankOf: new Map(blocks.map(({ node, name }) => [node, order.indexOf(name)])),
  };
}
