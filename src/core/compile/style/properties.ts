import type { Field } from '../../model/field.ts';
import type { Json } from '../../model/json-source.ts';
import { valueAt } from '../../model/values/steps.ts';
import type { CssValue } from '../template/sink.ts';

/** A field that style makes use of, with the steps to its value. */
export interface StyledField {
  readonly field: Field;
  readonly steps: readonly string[];
}

/** Names of custom properties that a text speaks of: `--accent`. */
export function propertiesNamedIn(...texts: readonly string[]): Set<string> {
  return new Set(texts.flatMap((text) => text.match(/(?<![\w-])--[A-Za-z0-9_-]+/g) ?? []));
}

/**
 * The fields under a group, or under a list's row, whose custom property is made use of. Rows of
 * lists further in have their own.
 */
export function styledFields(group: Field, used: ReadonlySet<string>): StyledField[] {
  const found: StyledField[] = [];
  const visit = (field: Field, steps: readonly string[]): void => {
    if (field.kind.css && used.has(field.property)) found.push({ field, steps });
    for (const member of field.members) visit(member, [...steps, member.name]);
  };
  visit(group, []);
  return found;
}

/**
 * One declaration for each styled field. What is empty becomes `initial`, so that the fallback
 * inside `var()` is used and nothing is taken from outside, unless the field stands for a property
 * of the site.
 *
 * @param renamed new names of custom properties, where they are not the author's
 */
export function declarationsOf(
  fields: readonly StyledField[],
  values: Json,
  renamed: ReadonlyMap<string, string>,
): string[] {
  return fields.flatMap(({ field, steps }) => {
    const name = renamed.get(field.property) ?? field.property;
    const value = valueAt(values, steps) ?? null;
    return takesFromSite(field, value) ? [] : [`${name}: ${toCss(field, value)}`];
  });
}

/** A field for a property by name that has no default stands for the site's, until it has a value. */
function takesFromSite({ declared, kind }: Field, value: Json): boolean {
  const { property, default: usual = null } = declared;
  return property !== undefined && usual === null && !kind.isTextual && kind.isEmpty(value);
}

/** The value of a field as CSS; only values that were checked get here. */
function toCss(field: Field, value: Json): CssValue {
  // A text may be there and have no characters; all else that is empty is not there.
  const isEmpty = field.kind.isTextual ? value === null : field.kind.isEmpty(value);
  return (
    isEmpty && !field.kind.isTextual
      ? 'initial'
      : (field.kind.css?.(value ?? '', field.declared) ?? 'initial')
  ) as CssValue;
}
