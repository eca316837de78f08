import type { CssNode } from 'css-tree';
import type MagicString from 'magic-string';
import { walk } from '../../text/css-tree.ts';
import { namedAs } from '../named-as.ts';

/**
 * Makes rules for an element's name hold for what the author called so, whatever its name is on
 * the page, and not for what is only called so there. The weight stays that of one name.
 */
export function followNames(edits: MagicString, tree: CssNode, names: ReadonlySet<string>): void {
  if (names.size === 0) return;
  walk(tree, (node) => {
    if (node.type !== 'TypeSelector' || !names.has(node.name.toLowerCase()) || !node.loc) return;
    const { name, loc } = node;
    const own = `${name}:not(:where([${namedAs}]))`;
    edits.update(
      loc.start.offset,
      loc.end.offset,
      `:is(${own}, :where([${namedAs}="${name.toLowerCase()}"]))`,
    );
  });
}
