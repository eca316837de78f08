import { isJsonObject, type Json } from '../../../model/json-source.ts';
import { Coverage } from '../../../text/coverage.ts';
import type { Range } from '../../../text/edits.ts';
import type { Atom, Mark } from '../atom.ts';
import { isProse } from '../rows/prose.ts';
import { childrenOf, type TreeElement, within } from '../tree.ts';
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
  const countIn = (element: TreeElement) => counts.get(element) ?? 0;
  const shapes = new Map<TreeElement, Shape>();
  const shapeOf = (element: TreeElement): Shape => {
    const known = shapes.get(element);
    if (known) return known;
    const kinds = (atoms.get(element) ?? [])
      .filter(({ section, weight }) => section === 'Content' && weight >= 0.5)
      .map(({ kind }) => shapeNames[kind] ?? kind);
    const inside = childrenOf(element).map(
      (child) => [isProse(child, source) ? 'prose' : child.name, shapeOf(child)] as const,
    );
    // Paragraphs here and a list there are one text all the same.
    const isText = isProse(element, source);
    const shape: Shape = {
      sorts: new Set(
        isText
          ? ['prose']
          : [
              ...kinds.map((kind) => `${element.name} ${kind}`),
              ...inside.flatMap(([, { sorts }]) => [...sorts]),
            ],
      ),
      paths: new Set(
        isText
          ? ['text']
          : [
              ...kinds,
              ...inside.flatMap(([name, { paths }]) => [...paths].map((path) => `${name} ${path}`)),
            ],
      ),
      addresses: [
        ...(atoms.get(element) ?? []).flatMap(({ value }) => addressOf(value) ?? []),
        ...inside.flatMap(([, { addresses }]) => addresses),
      ],
    };
    shapes.set(element, shape);
    return shape;
  };
  return {
    atomsOf: (element: TreeElement) => atoms.get(element) ?? [],
    marksIn: (element: TreeElement) => marks.get(element) ?? [],
    isOneText: (element: TreeElement) =>
      (atoms.get(element) ?? []).some(
        ({ kind, slot, marks: [mark] }) =>
          (kind === 'richtext' && slot === 'content') || (mark && contains(mark, element)),
      ),
    shapeOf,
    countIn,
    hasContent: (element: TreeElement) => countIn(element) > 0,
  };
}

/** What sorts of content an element holds. */
export interface Shape {
  /** Each by the name of its own element and its kind. */
  readonly sorts: ReadonlySet<string>;
  /** Each by the names of all elements down to it, and its kind. */
  readonly paths: ReadonlySet<string>;
  /** Of links and pictures, in source order. */
  readonly addresses: readonly string[];
}

function addressOf(value: Json): string | undefined {
  if (!isJsonObject(value)) return undefined;
  const address = value.href ?? value.src;
  return typeof address === 'string' ? address : undefined;
}

/** Kinds that may stand for each other in rows. */
const shapeNames: Readonly<Record<string, string>> = {
  richtext: 'text',
  multiline: 'text',
  date: 'text',
  number: 'text',
};

function contains(a: Range, b: Range): boolean {
  return a.start <= b.start && b.end <= a.end;
}
