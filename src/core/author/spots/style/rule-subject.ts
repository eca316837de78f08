import type { CssNode } from 'css-tree';
import type { StyleRule } from '../../sources/style-source.ts';
import { type Blocks, classWords, nameOfTag } from '../names/element-names.ts';
import type { TreeElement } from '../tree.ts';

/** What a rule styles, as far as its selector says. */
export interface RuleSubject {
  /** True where it styles an element at the top of the template itself. */
  readonly isRoot: boolean;
  /** Class names of its last compound, without those of states. */
  readonly classes: readonly string[];
  readonly type: string | undefined;
  readonly id: string | undefined;
  /** Words that name what is styled. */
  readonly names: readonly string[];
  /** The state it is styled in, such as `hover`; '' for none. */
  readonly state: string;
  /** True with a pseudo-class such as `:hover`, or a pseudo-element. */
  readonly isState: boolean;
}

/** Says what a rule styles by the last compound of its first selector. */
export function subjectOf(
  rule: StyleRule,
  roots: readonly TreeElement[],
  blocks: Blocks,
): RuleSubject {
  const [selector] = rule.selectors;
  const parts: CssNode[] =
    selector && 'children' in selector && selector.children ? [...selector.children] : [];
  const from = parts.findLastIndex(({ type }) => type === 'Combinator');
  const last = parts.slice(from + 1);
  const named = (type: string) =>
    last.flatMap((one) => (one.type === type && 'name' in one ? [String(one.name)] : []));
  const classes = named('ClassSelector');
  const type = named('TypeSelector').find((name) => name !== '*' && name !== '&');
  const id = named('IdSelector')[0];
  const pseudo = named('PseudoElementSelector')[0];
  const state = named('PseudoClassSelector').find((name) => states.has(name));
  const isTop = from < 0 && rule.parent === undefined;
  const isRoot =
    isTop &&
    pseudo === undefined &&
    (/^(?:html|body)$/.test(type ?? '') ||
      /^(?:root|host|scope)$/.test(named('PseudoClassSelector')[0] ?? '') ||
      roots.some((root) => fits(root, { classes, type, id })));
  const said = last.flatMap((one) =>
    one.type === 'AttributeSelector' && one.value && /^(?:role|type|name)$/.test(one.name.name)
      ? [one.value.type === 'String' ? one.value.value : one.value.name]
      : [],
  );
  const own = [
    ...classes.flatMap((name) => styledWords(name, blocks)),
    ...(id === undefined ? [] : classWords(id, blocks)),
    ...said,
    ...(type === undefined ? [] : [styledNames[type] ?? nameOfTag(type)]),
  ];
  const suffix = pseudo && !/^(?:before|after)$/.test(pseudo) ? ` ${pseudo}` : '';
  const prefix = state ? `${state.replace(/-.*/, '')} ` : '';
  const names = own.map((name) => `${prefix}${name}${suffix}`);
  return {
    isRoot,
    classes,
    type,
    id,
    names,
    state: prefix.trim(),
    isState: Boolean(state) || pseudo !== undefined,
  };
}

/** Words for a class that a rule styles: of `leaf--round` it is the round leaf. */
function styledWords(name: string, blocks: Blocks): string[] {
  const words = classWords(name, blocks);
  const [, modifier] = /--(.+)$/.exec(name) ?? [];
  const [first] = words;
  if (!modifier || !first || first === modifier) return words;
  return [`${modifier} ${first}`, ...words];
}

/** Elements that style makes look otherwise, whatever they say. */
const styledNames: Readonly<Record<string, string>> = {
  b: 'strong text',
  strong: 'strong text',
  i: 'small text',
  small: 'small text',
};

const states = new Set(['hover', 'focus', 'active', 'visited', 'checked', 'focus-within']);

function fits(
  root: TreeElement,
  { classes, type, id }: Pick<RuleSubject, 'classes' | 'type' | 'id'>,
): boolean {
  if (classes.length === 0 && id === undefined && type === undefined) return false;
  if (classes.some((name) => !root.classes.includes(name))) return false;
  if (id !== undefined && root.attributes.get('id')?.text !== id) return false;
  return type === undefined || root.name === type;
}
