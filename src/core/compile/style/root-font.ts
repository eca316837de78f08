import type { CssNode } from 'css-tree';
import type MagicString from 'magic-string';
import { generate, walk } from '../../text/css-tree.ts';
import { initialPx } from './root-size.ts';

/** Sizes of type that depend on what is around an element. */
const relative = /(?<![\w.#-])(\d*\.?\d+)(em|%)(?![\w%])/gi;

/**
 * Writes the size of type of rules for the root as the px it was: on its page it depended on what
 * browsers begin with, or on the root of that page; in a host it would depend on the host.
 *
 * @param aroundPx what the size is a part of
 */
export function resolveRootFont(
  edits: MagicString,
  block: CssNode,
  source: string,
  aroundPx: number,
): void {
  walk(block, {
    visit: 'Declaration',
    enter: (node) => {
      const { property, value } = node;
      if (!/^font(?:-size)?$/i.test(property) || !value.loc) return;
      const from = value.loc.start.offset;
      const text = source.slice(from, value.loc.end.offset);
      // In the shorthand, what is after the slash is the height of a line.
      for (const { index, 0: found, 1: number, 2: unit } of text.matchAll(relative)) {
        if (/^font$/i.test(property) && text.slice(0, index).includes('/')) return;
        const px = (Number(number) / (unit === '%' ? 100 : 1)) * aroundPx;
        const start = from + index;
        // A keyword keeps what browsers do with it: type of one width is smaller.
        const size = px === initialPx ? 'medium' : `${Number(px.toFixed(4))}px`;
        edits.update(start, start + found.length, size);
      }
    },
  });
}

/** True for a value that is as large, or as coloured, as what is around the element. */
const fromAround =
  /(?<![\w.#-])\d*\.?\d+(?:em|%)(?![\w%])|\b(?:larger|smaller|inherit|bolder|lighter)\b/i;

/**
 * True where a rule for an element at the top takes something from what is around it, which on
 * its own page was the page's: such an element needs a box around it.
 *
 * @param top the element's name, id and classes
 */
export function takesFromAround(
  tree: CssNode,
  top: { name: string; id: string; classes: readonly string[] },
): boolean {
  let takes = false;
  walk(tree, {
    visit: 'Rule',
    enter: (rule) => {
      if (takes || rule.prelude.type !== 'SelectorList') return;
      const meant = rule.prelude.children.some((selector) => {
        const text = generate(selector)
          .replace(/:{1,2}[\w-]+(?:\([^)]*\))?/g, '')
          .replace(/\[[^\]]*\]/g, '');
        const last = text.split(/[\s>+~]+/).at(-1) ?? '';
        const [, name = '', rest = ''] = /^(\*|[\w-]*)(.*)$/.exec(last) ?? [];
        if (name !== '' && name !== '*' && name.toLowerCase() !== top.name) return false;
        const parts = rest.match(/[.#][\w-]+/g) ?? [];
        if (name === '' && parts.length === 0) return false;
        return parts.every((part) =>
          part.startsWith('#') ? part.slice(1) === top.id : top.classes.includes(part.slice(1)),
        );
      });
      if (!meant) return;
      for (const one of rule.block.children) {
        if (one.type !== 'Declaration') continue;
        const value = generate(one.value);
        const isSize =
          /^font(?:-size|-weight)?$/i.test(one.property) &&
          fromAround.test(value.replace(/\/.*$/, ''));
        if (isSize || /\binherit\b/i.test(value)) takes = true;
      }
    },
  });
  return takes;
}
