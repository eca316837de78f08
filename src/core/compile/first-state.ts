import type { Field } from '../model/field.ts';
import { fieldsBelow } from '../model/field.ts';
import type { Json, JsonPath } from '../model/json-source.ts';
import type { CheckedValues } from '../model/values/check-values.ts';
import { valueAt } from '../model/values/steps.ts';
import type { Place } from '../problem/finding.ts';
import type { Binder } from './template/binder.ts';
import { compileCondition } from './template/condition.ts';

/**
 * Compiles which elements of the host are not shown until the script has run: those of target
 * fields with `hidden`, so that a switch between two groups does not first show both.
 *
 * @param placeOf where a declaration stands in mould.json
 * @returns a function of a cast's values that gives style, or '' for nothing to hide
 */
export function compileFirstState(
  binder: Binder,
  placeOf: (at: JsonPath) => Place,
): (values: CheckedValues) => string {
  const targets = fieldsBelow(binder.root).flatMap((field) => {
    const { hidden } = field.declared;
    if (field.kindName !== 'target' || hidden === undefined || hidden === false) return [];
    const at = [...(field.at ?? []), 'hidden'];
    const here: Binder = { ...binder, lines: { ...binder.lines, placeAt: () => placeOf(at) } };
    const holds = hidden === true ? () => true : compileCondition(here, String(hidden), [], 0);
    return holds ? [{ field, holds }] : [];
  });
  return (values) => {
    const scope = { rows: [values] } as never;
    const selectors = targets.flatMap(({ field, holds }) =>
      holds(scope) ? selectorIn(field, values) : [],
    );
    if (selectors.length === 0) return '';
    // Where no script runs, nothing would ever show them.
    return `@media (scripting: enabled) {\n  ${selectors.join(', ')} { display: none !important }\n}`;
  };
}

function selectorIn({ path }: Field, values: Json): string[] {
  const value = valueAt(values, path.split('.'));
  return typeof value === 'string' && value !== '' ? [value] : [];
}
