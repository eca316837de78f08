import type { CssNode } from 'css-tree';
import type { StyleSource } from '../../sources/style-source.ts';
import type { TreeElement } from '../tree.ts';

/** Properties by which style makes a part of a layout out of words in a line. */
const layout = /^(?:display|position|float|(?:min-|max-)?width|flex|grid-.+|order|padding)$/;

/** What a rule asks of the element it styles, and of those around it. */
interface Asked {
  readonly type: string | undefined;
  readonly classes: readonly string[];
  readonly around: readonly string[];
}

/**
 * Finds elements in a line of words that style sets apart: each is a part by itself, as a label
 * that stands on its own line, and no emphasis within a sentence.
 */
export function laidOutBy({ rules }: StyleSource): (element: TreeElement) => boolean {
  const byName = new Map<string, Asked[]>();
  for (const { declarations, selectors } of rules) {
    if (!declarations.some(({ property, value }) => layout.test(property) && value !== 'inline')) {
      continue;
    }
    for (const asked of selectors.flatMap((one) => askedBy(one) ?? [])) {
      const name = asked.classes[0] ?? `<${asked.type}`;
      byName.set(name, [...(byName.get(name) ?? []), asked]);
    }
  }
  return (element) =>
    [...element.classes, `<${element.name}`].some((name) =>
      byName.get(name)?.some((asked) => fits(element, asked)),
    );
}

function askedBy(selector: CssNode): Asked | undefined {
  const parts: CssNode[] =
    'children' in selector && selector.children ? [...selector.children] : [];
  const from = parts.findLastIndex(({ type }) => type === 'Combinator');
  const last = parts.slice(from + 1);
  if (last.some(({ type }) => type === 'PseudoElementSelector')) return undefined;
  const named = (some: readonly CssNode[], type: string) =>
    some.flatMap((one) => (one.type === type && 'name' in one ? [String(one.name)] : []));
  const type = named(last, 'TypeSelector').find((name) => name !== '*' && name !== '&');
  const classes = named(last, 'ClassSelector');
  if (type === undefined && classes.length === 0) return undefined;
  return { type, classes, around: named(parts.slice(0, Math.max(0, from)), 'ClassSelector') };
}

function fits(element: TreeElement, { type, classes, around }: Asked): boolean {
  if (type !== undefined && element.name !== type) return false;
  if (!classes.every((name) => element.classes.includes(name))) return false;
  return around.every((name) => {
    for (let one = element.parent; one; one = one.parent) {
      if (one.classes.includes(name)) return true;
    }
    return false;
  });
}
