import type { Field } from '../../model/field.ts';
import { fieldsBelow } from '../../model/field.ts';
import { typefaceProperties } from '../../model/kinds/typeface.ts';

/**
 * Writes `font: var(--type)` out for typeface fields, one property for each member, so that all of
 * a typeface is bound at one place: the shorthand has no letter spacing and no capitals, and would
 * need a size and a family.
 *
 * @returns the same text where no typeface is bound so
 */
export function expandTypefaces(style: string, root: Field): string {
  const typefaces = fieldsBelow(root).filter(({ kind }) => kind.isTypeface);
  if (typefaces.length === 0) return style;
  const byProperty = new Map(typefaces.map((field) => [field.property, field]));
  const shorthand = /(?<![\w-])font\s*:\s*var\(\s*(--[\w-]+)\s*\)(\s*!important)?/g;
  return style.replace(shorthand, (whole, name: string, important = '') => {
    const members = byProperty.get(name)?.members;
    if (!members) return whole;
    return members
      .map((member) => `${typefaceProperties[member.name]}: var(${member.property})${important}`)
      .join('; ');
  });
}
