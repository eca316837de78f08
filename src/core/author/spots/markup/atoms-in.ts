import { isJsonObject, type Json } from '../../../model/json-source.ts';
import { Coverage } from '../../../text/coverage.ts';
import type { Range } from '../../../text/edits.ts';
import type { Atom, Mark } from '../atom.ts';
import type { Traits } from '../rows/likeness.ts';
import { isProse } from '../rows/prose.ts';
import { type TreeElement, within } from '../tree.ts';
import type { MarkupLook } from './detector.ts';
import { markupDetectors } from './detectors.ts';

/** The atoms of each element; a place belongs to whom it was found by first. */
export function atomsIn(look: MarkupLook): Map<TreeElement, Atom[]> {
  const { tree } = look;
  const taken = new Coverage(tree.source.length);
  const atoms = new Map<TreeElement, Atom[]>();
  for (const detect of markupDetectors) {
    for (const element of [tree.root, ...tree.elements]) {
      for (const atom of detect(element, look)) {
        if (!atom.marks.every((mark) => taken.isFree(mark))) continue;
        for (const mark of atom.marks) taken.take(mark);
        atoms.set(element, [...(atoms.get(element) ?? []), atom]);
      }
    }
  }
  return atoms;
}

/** What elements hold, for telling rows from other siblings. */
export function countsOf(atoms: ReadonlyMap<TreeElement, readonly Atom[]>, source: string) {
  const { counts, marks } = placesOf(atoms);
  const atomsOf = (element: TreeElement) => atoms.get(element) ?? [];
  const countIn = (element: TreeElement) => counts.get(element) ?? 0;
  const contentOf = remembered((element: TreeElement): string => {
    const addresses = atomsOf(element).flatMap(({ value }) => addressOf(value) ?? []);
    const inside = element.children.map((one) => (one.node === 'text' ? one.text : contentOf(one)));
    return [...addresses, ...inside].join('\n');
  });
  return {
    atomsOf,
    marksIn: (element: TreeElement) => marks.get(element) ?? [],
    isOneText: (element: TreeElement) => isOneText(element, atomsOf(element)),
    contentOf,
    traitsOf: traitsIn(atomsOf, source),
    countIn,
    hasContent: (element: TreeElement) => countIn(element) > 0,
  };
}

/** How much content is in each element, and what of its own tags is taken. */
function placesOf(atoms: ReadonlyMap<TreeElement, readonly Atom[]>) {
  const counts = new Map<TreeElement, number>();
  const marks = new Map<TreeElement, Mark[]>();
  for (const [element, own] of atoms) {
    const count = own.filter(
      ({ slot, section }) => slot !== 'level' && section === 'Content',
    ).length;
    for (let one: TreeElement | undefined = element; one; one = one.parent) {
      counts.set(one, (counts.get(one) ?? 0) + count);
    }
    // Places may stand on elements inside, such as a source in a film.
    const isInside = own.some((atom) =>
      atom.marks.some((mark) => !contains(element.startTag, mark)),
    );
    for (const inner of isInside ? within(element) : [element]) {
      const here = own
        .flatMap((atom) => atom.marks)
        .filter((mark) => contains(inner.startTag, mark) || contains(mark, inner));
      if (here.length > 0) marks.set(inner, [...(marks.get(inner) ?? []), ...here]);
    }
  }
  return { counts, marks };
}

/** What an element is made of, as paths of names. */
function traitsIn(atomsOf: (element: TreeElement) => readonly Atom[], source: string) {
  const traitsOf = remembered((element: TreeElement): Traits => {
    const found = new Set<string>();
    for (const { kind, slot } of atomsOf(element)) {
      if (/^(?:image|link|media|icon|attr:.*)$/.test(slot)) {
        found.add(`own ${traitNames[kind] ?? kind}`);
      }
    }
    if (isOneText(element, atomsOf(element))) return found.add('text').add('any text');
    const [only, ...more] = element.children;
    if (only?.node === 'element' && only.name === 'a' && more.length === 0) {
      // Some rows may be links where others are not.
      for (const one of traitsOf(only)) found.add(one);
      return found.add('a');
    }
    for (const child of element.children) {
      if (child.node === 'text') found.add('text').add('any text');
      else if (isProse(child, source)) found.add('prose').add('any text');
      else {
        found.add(child.name);
        if (!child.isHtml) continue;
        // Words are words, whatever they are set in.
        for (const one of traitsOf(child)) {
          // What stands in a list within an item is its own items' affair.
          if (element.name === 'li' && /^li(?: |$)/.test(one)) continue;
          found.add(one === 'any text' ? one : `${child.name} ${one}`);
        }
      }
    }
    return found;
  });
  return traitsOf;
}

/** True for an element that is edited as one text, with all that is in it. */
function isOneText(element: TreeElement, atoms: readonly Atom[]): boolean {
  return atoms.some(
    ({ kind, slot, marks: [mark] }) =>
      (kind === 'richtext' && slot === 'content') || (mark && contains(mark, element)),
  );
}

function remembered<T>(make: (element: TreeElement) => T): (element: TreeElement) => T {
  const made = new Map<TreeElement, T>();
  return (element) => {
    const known = made.get(element);
    if (known !== undefined) return known;
    const one = make(element);
    made.set(element, one);
    return one;
  };
}

function addressOf(value: Json): string | undefined {
  if (!isJsonObject(value)) return undefined;
  const address = value.href ?? value.src;
  return typeof address === 'string' ? address : undefined;
}

/** Kinds that may stand for each other in rows. */
const traitNames: Readonly<Record<string, string>> = {
  richtext: 'text',
  multiline: 'text',
  date: 'text',
  number: 'text',
};

function contains(a: Range, b: Range): boolean {
  return a.start <= b.start && b.end <= a.end;
}
