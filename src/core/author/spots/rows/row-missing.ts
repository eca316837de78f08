import type { Atom, Mark, PathOf, PlacedDraft, Spoken } from '../atom.ts';
import { attributeMark, hole } from '../markup/detector.ts';
import type { TreeElement } from '../tree.ts';
import type { Atoms } from './atoms.ts';

/** The attribute of a slot that only some rows may have: its own, or the text of a picture. */
export function attributeOf(slot: string, kind: Atom['kind']): string | undefined {
  return kind === 'image' && slot.endsWith('/image') ? 'alt' : /\/attr:(.+)$/.exec(slot)?.[1];
}

/** An attribute that only some rows have is written in all: where it is empty, it is left out. */
export function missingIn(
  found: Atoms,
  at: readonly (TreeElement | undefined)[],
  name: string,
): PlacedDraft[] {
  if (found.length < 2) return [];
  const draft = found.flatMap((one, row) => {
    const attribute = at[row]?.attributes.get(name);
    const isOf = ({ start, end }: Mark) =>
      attribute !== undefined && start >= attribute.start && end <= attribute.end;
    return one?.marks.filter(isOf).flatMap(({ drafts }) => drafts) ?? [];
  })[0];
  return at.flatMap((element): PlacedDraft[] => {
    if (!element || !draft || element.attributes.has(name)) return [];
    const insert = element.startTag.start + 1 + element.name.length;
    const text = (spoken: Spoken, of: PathOf) => {
      const written = String(draft.text(spoken, of)).replace(/^[^{]*?="|"$/g, '');
      return ` ${name}="${written}"`;
    };
    return [{ start: insert, end: insert, in: 'template', text }];
  });
}

/** What an attribute holds in one row where in others it is content. */
export function plainAttribute(
  element: TreeElement | undefined,
  name: string,
  slot: string,
): Atom | undefined {
  const attribute = element?.attributes.get(name);
  if (!element || !attribute?.text) return undefined;
  return {
    kind: 'text',
    value: attribute.text,
    element,
    slot,
    names: [],
    section: 'Content',
    marks: [attributeMark(attribute, hole())],
    weight: 0.5,
    why: 'text',
  };
}
