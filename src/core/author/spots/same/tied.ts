import { escapeRegExp } from '../../../text/escape-reg-exp.ts';
import type { StyleSource } from '../../sources/style-source.ts';
import type { Proposal } from '../atom.ts';
import { elementsWithin, type Tree, type TreeElement } from '../tree.ts';

/** True where a selector of the sheet asks for an attribute with that very value, or for that id. */
export function isAskedFor(style: StyleSource, attribute: string, value: string): boolean {
  if (isOneOfMany(style, value)) return false;
  if (attribute === 'id') return style.ids.has(value);
  const at = style.text.indexOf(`[${attribute}`);
  if (at < 0 || value === '') return false;
  const asked = [
    `[${attribute}=${value}]`,
    `[${attribute}="${value}"]`,
    `[${attribute}='${value}']`,
  ];
  return asked.some((one) => style.text.includes(one, at));
}

/** True for a value that selectors ask for just as they ask for others: each row has its own. */
function isOneOfMany({ rules, text }: StyleSource, value: string): boolean {
  const asking = new RegExp(
    `#${escapeRegExp(value)}(?![\\w-])|=["']?#?${escapeRegExp(value)}["']?\\]`,
  );
  const selectors = rules.flatMap(({ selectors: some, conditions }) =>
    some.map((node) => ({
      written: text.slice(node.loc?.start.offset, node.loc?.end.offset).replace(/\s+/g, ' '),
      isPlain: conditions.length === 0,
    })),
  );
  const frameOf = (written: string) => written.replace(/#[\w-]+|=["']?[^"'\]]+["']?\]/g, '#');
  const own = selectors.filter(({ written }) => asking.test(written));
  return own.every(
    ({ written, isPlain }) =>
      isPlain &&
      selectors.some((one) => one.written !== written && frameOf(one.written) === frameOf(written)),
  );
}

/** True where a row of one list names the id of a row of the other. */
export function areTied(tree: Tree, a: Proposal, b: Proposal): boolean {
  const elementsIn = ({ found }: Proposal) => found.flatMap((row) => elementsWithin(tree, row));
  const [one, other] = [elementsIn(a), elementsIn(b)];
  const names = (from: readonly TreeElement[], to: readonly TreeElement[]) => {
    const ids = new Set(to.flatMap(({ attributes }) => attributes.get('id')?.text ?? []));
    return from.some(({ attributes }) =>
      pointing.some((name) => ids.has((attributes.get(name)?.text ?? '').replace(/^#/, ''))),
    );
  };
  return names(one, other) || names(other, one);
}

/** True where a selector names an id in a row of one list and one in a row of the other. */
export function areTiedInStyle(
  tree: Tree,
  { rules, text }: StyleSource,
  a: Proposal,
  b: Proposal,
): boolean {
  const idsIn = ({ found }: Proposal) =>
    new Set(
      found
        .flatMap((row) => elementsWithin(tree, row))
        .flatMap(({ attributes }) => attributes.get('id')?.text ?? []),
    );
  const [one, other] = [idsIn(a), idsIn(b)];
  if (one.size === 0 || other.size === 0) return false;
  return rules.some(({ selectors }) =>
    selectors.some((node) => {
      const selector = text.slice(node.loc?.start.offset, node.loc?.end.offset);
      const ids = selector.match(/(?<=#)[\w-]+/g) ?? [];
      return ids.some((id) => one.has(id)) && ids.some((id) => other.has(id));
    }),
  );
}

/** Tells what leads to an id in the template, and what is led to. */
export function tiedIn(tree: Tree): (element: TreeElement) => boolean {
  const leadsTo = ({ attributes }: TreeElement) =>
    pointing
      .map((name) => (attributes.get(name)?.text ?? '').replace(/^#/, ''))
      .filter((id) => tree.ids.has(id));
  const led = new Set(tree.elements.flatMap(leadsTo));
  return (element) =>
    led.has(element.attributes.get('id')?.text ?? '') || leadsTo(element).length > 0;
}

/** Attributes that name an id (HTML Standard; WAI-ARIA 1.2), and those that scripts read so. */
const pointing = [
  'aria-controls',
  'aria-labelledby',
  'aria-describedby',
  'for',
  'href',
  'data-target',
  'data-tab',
  'data-panel',
  'data-for',
  'popovertarget',
  'data-slide',
];
