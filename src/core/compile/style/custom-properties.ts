import type { CssNode } from 'css-tree';
import { generate, walk } from '../../text/css-tree.ts';
import { isAtRule } from './at-rules.ts';

/**
 * Custom properties that some of the piece sets for itself, which a host might have for something
 * else. What nothing of it sets comes from the site.
 */
export function undeclaredProperties(
  trees: readonly CssNode[],
  used: ReadonlySet<string>,
  ofFields: ReadonlySet<string>,
  {
    needs,
    setElsewhere,
  }: { readonly needs: readonly string[]; readonly setElsewhere: ReadonlySet<string> },
): string[] {
  const declared = new Set([...registeredIn(trees, ofFields, needs), ...setAtRootIn(trees)]);
  const set = new Set([...declaredIn(trees), ...setElsewhere]);
  const spoken = new Set<string>();
  for (const tree of trees) {
    walk(tree, (node) => {
      if (node.type !== 'Declaration') return;
      if (node.value.type === 'Raw') {
        for (const [, name = ''] of node.value.value.matchAll(/var\(\s*(--[\w-]+)/g))
          spoken.add(name);
      }
    });
  }
  return [...spoken]
    .filter((name) => used.has(name) && set.has(name) && !declared.has(name))
    .map((name) => `${name}: initial`);
}

/** Custom properties that come from a field, from the host, or from a registration. */
export function registeredIn(
  trees: readonly CssNode[],
  ofFields: ReadonlySet<string>,
  needs: readonly string[],
): Set<string> {
  const declared = new Set<string>([...ofFields, ...needs]);
  for (const tree of trees) {
    walk(tree, (node) => {
      if (
        node.type === 'Atrule' &&
        isAtRule(node.name, 'property') &&
        node.prelude?.type === 'Raw'
      ) {
        declared.add(node.prelude.value.trim());
      }
    });
  }
  return declared;
}

/** Custom properties that rules declare. */
export function declaredIn(trees: readonly CssNode[]): Set<string> {
  const names = new Set<string>();
  for (const tree of trees) {
    walk(tree, (node) => {
      if (node.type === 'Declaration' && node.property.startsWith('--')) names.add(node.property);
    });
  }
  return names;
}

/** Custom properties that rules for the page's own root or body set, under no condition. */
function setAtRootIn(trees: readonly CssNode[]): string[] {
  return trees.flatMap((tree) =>
    tree.type !== 'StyleSheet'
      ? []
      : tree.children.toArray().flatMap((rule) => {
          if (rule.type !== 'Rule' || !/^(?:html|body|:root)$/i.test(generate(rule.prelude))) {
            return [];
          }
          return rule.block.children
            .toArray()
            .flatMap((one) =>
              one.type === 'Declaration' && one.property.startsWith('--') ? [one.property] : [],
            );
        }),
  );
}
