import type { Field } from '../../model/field.ts';
import type { JsonObject } from '../../model/json-source.ts';
import { put, valueAt } from '../../model/values/steps.ts';
import { declarationsOf, type StyledField, styledFields } from './properties.ts';
import { ruleOf } from './rule-of.ts';

/** A field whose value differs by the width of the viewport, with what of it style makes use of. */
export interface NarrowField {
  readonly field: Field;
  /** From the values down. */
  readonly steps: readonly string[];
  /** The field itself and its members, with their steps from the values down. */
  readonly styled: readonly StyledField[];
}

/** Values for narrow viewports, by width in px. */
type Below = Readonly<Record<string, JsonObject>>;

/** The fields with values under a width that style makes use of; rows have none. */
export function narrowFields(root: Field, used: ReadonlySet<string>): NarrowField[] {
  return root.members.flatMap((field): NarrowField[] => {
    if (field.row) return [];
    if (!field.below) return narrowFields(field, used);
    const steps = field.path.split('.');
    const styled = styledFields(field, used).map((one) => ({
      field: one.field,
      steps: [...steps, ...one.steps],
    }));
    return styled.length === 0 ? [] : [{ field, steps, styled }];
  });
}

/** What the declarations give, in the form that casts have it in. */
export function presetsOf(fields: readonly NarrowField[]): Below {
  const widths = new Set(fields.flatMap(({ field }) => Object.keys(field.below ?? {})));
  return Object.fromEntries(
    [...widths].map((width) => {
      let values: JsonObject = {};
      for (const { field, steps } of fields) {
        const value = field.below?.[width];
        if (value !== undefined) values = put(values, steps, value);
      }
      return [width, values];
    }),
  );
}

/** True for a field of which a cast says other than its declaration does, at any width. */
export function differs({ field, steps }: NarrowField, values: JsonObject, below: Below): boolean {
  const own = Object.entries(below).flatMap(([width, some]) => {
    const value = valueAt(some, steps);
    return value === undefined ? [] : [[width, value]];
  });
  const text = (value: unknown) => JSON.stringify(value);
  return (
    text(valueAt(values, steps)) !== text(field.default) ||
    text(Object.fromEntries(own)) !== text(field.below)
  );
}

/**
 * One media query a width, the widest first, so that the smallest that matches wins. A viewport
 * may be a fraction of a px wide (CSS Media Queries 4, 2.4.2), so each ends just under its width.
 */
export function belowRules(
  selector: string,
  below: Below,
  fields: readonly NarrowField[],
  renamed: ReadonlyMap<string, string>,
): string {
  return Object.keys(below)
    .sort((a, b) => Number(b) - Number(a))
    .flatMap((width) => {
      const values = below[width] as JsonObject;
      const declarations = fields
        .filter(({ steps }) => valueAt(values, steps) !== undefined)
        .flatMap(({ styled }) => declarationsOf(styled, values, renamed));
      const rule = ruleOf(selector, declarations).replace(/^/gm, '  ');
      return declarations.length === 0
        ? []
        : [`@media (max-width: ${Number(width) - 0.02}px) {\n${rule}\n}`];
    })
    .join('\n');
}
