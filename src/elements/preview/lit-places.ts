import { fieldAt } from '../../core/form/place.ts';
import { type Field, fieldsBelow } from '../../core/model/field.ts';
import { markName, pathOfMark } from '../../core/preview/mark-name.ts';

/** What leads to the places that a field fills in a frame. */
export interface LitPlaces {
  readonly paths: readonly string[];
  readonly properties: readonly string[];
}

/**
 * The places of a field: elements marked with it or with what is below it; where there is none,
 * those of the nearest field around it; and all that its custom properties style.
 *
 * @param markup of a marked cast
 * @param path with the rows counted from 0; '' for no field
 */
export function litPlaces(root: Field, markup: string, path: string): LitPlaces {
  if (path === '') return { paths: [], properties: [] };
  return { paths: marksFor(markup, path), properties: propertiesFor(root, path.split('.')) };
}

function marksFor(markup: string, path: string): string[] {
  const pattern = new RegExp(`${markName}="([^"]*)"`, 'g');
  const marks = [
    ...new Set([...markup.matchAll(pattern)].flatMap(([, all = '']) => all.split(' '))),
  ];
  for (
    let around = path;
    around !== '';
    around = around.slice(0, Math.max(0, around.lastIndexOf('.')))
  ) {
    const found = marks.filter((mark) => {
      const own = pathOfMark(mark);
      return own === around || (around === path && own.startsWith(`${around}.`));
    });
    if (found.length > 0) return found;
  }
  return [];
}

function propertiesFor(root: Field, steps: readonly string[]): string[] {
  const field = fieldAt(root, steps);
  if (!field) return [];
  const own = [field, ...fieldsBelow(field)].map(({ property }) => property);
  // A member that a kind brings may be styled by what it is a member of.
  const around = field.at === undefined ? propertiesFor(root, steps.slice(0, -1)) : [];
  return [...own, ...around.slice(0, 1)];
}

/** The path of the field that an element is filled by, by its marks or else by its style. */
export function pointedPath(
  root: Field,
  marks: readonly string[],
  properties: readonly string[],
): string {
  const [mark] = marks;
  if (mark !== undefined) return pathOfMark(mark);
  const all = fieldsBelow(root).filter(({ path }) => !inList(root, path));
  const found = properties.flatMap((name) => all.find(({ property }) => property === name) ?? []);
  return found[0]?.path ?? '';
}

function inList(root: Field, path: string): boolean {
  return fieldAt(root, path.split('.')) === undefined;
}
