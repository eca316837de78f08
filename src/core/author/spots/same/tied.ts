import { getOrMake, memoizeByObject } from '../../../text/memoize.ts';
import type { StyleSource } from '../../sources/style-source.ts';
import type { Proposal } from '../atom.ts';
import { elementsWithin, type Tree, type TreeElement } from '../tree.ts';

/** Tells where a selector of a sheet asks for an attribute with that very value, or for that id. */
export function askedIn(style: StyleSource): (attribute: string, value: string) => boolean {
  const frames = new Map<string, Set<string>>();
  const byValue = new Map<string, { frame: string; written: string; isPlain: boolean }[]>();
  for (const { written: some, conditions } of style.rules) {
    for (const written of some) {
      const frame = written.replace(naming, '#');
      getOrMake(frames, frame, () => new Set<string>()).add(written);
      for (const [, id, value] of written.matchAll(naming)) {
        const said = (id ?? value)?.replace(/^#/, '');
        if (said === undefined) continue;
        const own = { frame, written, isPlain: conditions.length === 0 };
        getOrMake(byValue, said, () => []).push(own);
      }
    }
  }
  // Selectors ask for it just as they ask for others: each row has its own.
  const isOneOfMany = (value: string) =>
    (byValue.get(value) ?? []).every(
      ({ frame, isPlain }) => isPlain && (frames.get(frame)?.size ?? 0) > 1,
    );
  return (attribute, value) => {
    if (isOneOfMany(value)) return false;
    if (attribute === 'id') return style.ids.has(value);
    const at = style.text.indexOf(`[${attribute}`);
    if (at < 0 || value === '') return false;
    const asked = [
      `[${attribute}=${value}]`,
      `[${attribute}="${value}"]`,
      `[${attribute}='${value}']`,
    ];
    return asked.some((one) => style.text.includes(one, at));
  };
}

/** Ids, values of attributes, and numbers of children in a selector. */
const naming = /#([\w-]+)|=["']?([^"'\]]+)["']?\]|(?<=:nth-[\w-]+\()\d+/g;

/**
 * Tells where a row of one list names the id of a row of the other, or a selector names ids of both.
 */
export function tiesBetween(
  tree: Tree,
  { rules }: StyleSource,
): (a: Proposal, b: Proposal) => boolean {
  const together = new Map<string, Set<string>>();
  for (const selector of rules.flatMap(({ written }) => written)) {
    const ids = selector.match(/(?<=#)[\w-]+/g) ?? [];
    if (ids.length < 2) continue;
    for (const id of ids)
      for (const other of ids) getOrMake(together, id, () => new Set()).add(other);
  }
  const namesIn = memoizeByObject(({ found }: Proposal) => {
    const elements = found.flatMap((row) => elementsWithin(tree, row));
    const ids = elements.flatMap(({ attributes }) => attributes.get('id')?.text ?? []);
    return { ids: new Set(ids), pointed: elements.flatMap(pointedBy) };
  });
  return (a, b) => {
    const [one, other] = [namesIn(a), namesIn(b)];
    return (
      one.pointed.some((id) => other.ids.has(id)) ||
      other.pointed.some((id) => one.ids.has(id)) ||
      [...one.ids].some((id) => [...(together.get(id) ?? [])].some((each) => other.ids.has(each)))
    );
  };
}

function pointedBy({ attributes }: TreeElement): string[] {
  return pointing.flatMap((name) => attributes.get(name)?.text.replace(/^#/, '') ?? []);
}

/** Tells what leads to an id in the template, and what is led to. */
export function tiedIn(tree: Tree): (element: TreeElement) => boolean {
  const leadsTo = (element: TreeElement) => pointedBy(element).filter((id) => tree.ids.has(id));
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
