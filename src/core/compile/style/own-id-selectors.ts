import type { CssNode } from 'css-tree';
import type MagicString from 'magic-string';
import { generate, walk } from '../../text/css-tree.ts';

/** The id of whichever cast, with the weight of one. */
export function anyId(id: string): string {
  return `:is(#${id}, [id^="${id}~"])`;
}

/** `#card` as the id of whichever cast, and attributes that speak of it; the same weight. */
export function ownIdsIn(
  edits: MagicString,
  tree: CssNode,
  style: string,
  ownsId: (id: string) => boolean,
): void {
  walk(tree, (node) => {
    if (node.type === 'IdSelector' && ownsId(node.name)) {
      edits.update(start(node), end(node), anyId(node.name));
    } else if (node.type === 'AttributeSelector' && node.matcher === '=' && node.value) {
      const value = node.value.type === 'String' ? node.value.value : node.value.name;
      if (!ownsId(value.replace(/^#/, ''))) return;
      const written = style.slice(start(node), end(node));
      edits.update(
        start(node),
        end(node),
        `:is(${written}, [${generate(node.name)}^="${value}~"])`,
      );
    }
  });
}

function start(node: CssNode): number {
  return node.loc?.start.offset ?? 0;
}

function end(node: CssNode): number {
  return node.loc?.end.offset ?? 0;
}
