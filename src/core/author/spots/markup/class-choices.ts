import { type Atom, type Mark, replaced } from '../atom.ts';
import type { TreeAttribute } from '../tree.ts';
import { hole, type MarkupDetector } from './detector.ts';

/** A class with others that only the sheet knows: a side, a size, a tone. */
export const classChoices: MarkupDetector = (element, { tree, variantsOf }) => {
  const attribute = element.attributes.get('class');
  if (!attribute?.isQuoted) return [];
  const written = tree.source.slice(attribute.value.start, attribute.value.end);
  if (written !== attribute.text) return [];
  return element.classes.flatMap((name): Atom[] => {
    const variants = variantsOf(name);
    const mark = variants && classMark(attribute, name, variants.isInstead);
    if (!mark) return [];
    const { isInstead, names } = variants;
    const value = isInstead ? name : '';
    return [
      {
        kind: 'choice',
        value,
        declares: { enum: [value, ...names] },
        marks: [mark],
        element,
        slot: `class:${name}:variant`,
        names: ['look', `${name} look`],
        section: 'Look',
        weight: 0.65,
        why: `one of the classes ${[value || 'none', ...names].slice(0, 4).join(', ')}`,
      },
    ];
  });
};

/** Where a class is written, or where another comes after it. */
function classMark(attribute: TreeAttribute, name: string, isInstead: boolean): Mark | undefined {
  const at = attribute.text.split(/(\s+)/).reduce<{ at: number; found: number }>(
    ({ at: offset, found }, word) => ({
      at: offset + word.length,
      found: word === name && found < 0 ? offset : found,
    }),
    { at: 0, found: -1 },
  ).found;
  if (at < 0) return undefined;
  const start = attribute.value.start + at;
  const end = start + name.length;
  return isInstead
    ? replaced('template', 'class', { start, end }, hole())
    : replaced('template', 'class', { start: end, end }, (spoken) => ` ${hole()(spoken)}`);
}
