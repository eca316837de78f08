import type { MarkupElement, MarkupSource } from '../../sources/markup-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';
import { lateEnds } from './late-ends.ts';

/** End tags with nothing to end. */
export const strayEnds: Check = ({ markup }) => {
  const late = lateEnds(markup);
  const copied = new Set(markup.copies.map(({ name }) => name));
  return markup.lostTags.flatMap((tag): Flaw[] => {
    const { name, start, end, isEnd } = tag;
    // The end tag of misnested formatting was of use, though not where it stands.
    if (!isEnd || late.has(tag) || copied.has(name)) return [];
    const edits = [{ start, end, text: '' }];
    // `</p>` and `</br>` make an element of their own (HTML Standard, 13.2.6.4.7).
    if (name === 'p' || name === 'br') return [flaw(markup, start, 'markup/stray-end', { name })];
    return [flaw(markup, start, 'markup/stray-end', { name }, edits)];
  });
};

/** Elements that a browser ends, moves or ignores where they are written. */
export const nesting: Check = ({ markup }) => [
  ...endedEarly(markup),
  ...misnested(markup),
  ...outOfTables(markup),
  ...ignored(markup),
  ...outOfLists(markup),
];

/** Ended by the start tag of another, or by the end tag of what is around it. */
function endedEarly(markup: MarkupSource): Flaw[] {
  const starts = new Map(markup.elements.map((one) => [one.start, one]));
  return [...lateEnds(markup).values()].map((outer) => {
    const inner = starts.get(outer.end);
    if (!inner) return flaw(markup, outer.start, 'markup/misnested', { name: outer.name });
    const { line } = markup.lines.placeAt(outer.start);
    const data = { inner: inner.name, outer: outer.name, line };
    return flaw(markup, inner.start, 'markup/ends-early', data);
  });
}

/** `<b><p></b></p>`: the parser goes on with a copy (HTML Standard, 13.2.6.4.7, adoption). */
function misnested(markup: MarkupSource): Flaw[] {
  const reported = new Set<number>();
  return markup.copies.flatMap(({ name, start }) => {
    if (reported.has(start) || name === 'a') return [];
    reported.add(start);
    const original = markup.elements.find((one) => one.start === start);
    const isClosed =
      original?.endTag || markup.copies.some((one) => one.start === start && one.endTag);
    return isClosed ? [flaw(markup, start, 'markup/misnested', { name })] : [];
  });
}

/**
 * Written between the tags of a table, but not in a cell: moved before it (13.2.6.1). In the tree
 * such an element comes before a table that begins earlier in the source.
 */
function outOfTables(markup: MarkupSource): Flaw[] {
  const flaws: Flaw[] = [];
  let next: MarkupElement | undefined;
  for (const element of [...markup.elements].reverse()) {
    const { name, start } = element;
    if (next && next.start < start) {
      const data = { name, line: markup.lines.placeAt(next.start).line };
      flaws.unshift(flaw(markup, start, 'markup/out-of-table', data));
    } else next = element;
  }
  return flaws;
}

function ignored(markup: MarkupSource): Flaw[] {
  return markup.lostTags
    .filter(({ isEnd }) => !isEnd)
    .map(({ name, start }) => flaw(markup, start, 'markup/ignored', { name }));
}

const lists = new Set(['ul', 'ol', 'menu']);

/** A link around list items: kept by browsers, but the list then has no items to tell of. */
function outOfLists(markup: MarkupSource): Flaw[] {
  const reported = new Set<MarkupElement>();
  return markup.elements.flatMap(({ name, parent: around }): Flaw[] => {
    const list = around?.parent;
    if (name !== 'li' || !around || !list || !lists.has(list.name) || reported.has(list)) return [];
    if (lists.has(around.name) || around.name === 'template' || around.name === 'li') return [];
    reported.add(list);
    const data = { name: around.name, list: list.name };
    return [flaw(markup, around.start, 'markup/in-list', data)];
  });
}

/** What shows only inside another, and what that is. */
const needsAround: Readonly<Record<string, string>> = {
  tr: 'table',
  td: 'tr',
  th: 'tr',
  thead: 'table',
  tbody: 'table',
  tfoot: 'table',
  caption: 'table',
  colgroup: 'table',
  col: 'table',
};

/** Parts of a table on their own: a browser leaves their tags out (13.2.6.4.7). */
export const partsAlone: Check = ({ markup, manifest }) => {
  if (manifest.within) return [];
  const part = markup.elements.find(({ name, parent }) => !parent && needsAround[name]);
  if (!part) return [];
  const data = { name: part.name, around: needsAround[part.name] as string };
  return [flaw(markup, part.start, 'markup/part-alone', data)];
};
