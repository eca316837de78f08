import type { Field } from '../model/field.ts';
import { fieldsBelow } from '../model/field.ts';
import type { Json, JsonObject, JsonPath } from '../model/json-source.ts';
import { valueAt } from '../model/values/steps.ts';
import type { Place } from '../problem/finding.ts';
import type { Binder } from './template/binder.ts';
import { planCondition } from './template/condition.ts';
import type { Condition } from './write/plan.ts';
import { linkCondition } from './write/values.ts';

/** A target field whose elements are not shown until the script has run. */
export interface HiddenTarget {
  readonly path: string;
  /** Absent where they are hidden in any case. */
  readonly if?: Condition;
}

/**
 * Finds the target fields with `hidden`, so that a switch between two groups does not first show
 * both.
 *
 * @param placeOf where a declaration stands in mould.json
 */
export function hiddenTargets(
  root: Field,
  binder: Binder,
  placeOf: (at: JsonPath) => Place,
): HiddenTarget[] {
  return fieldsBelow(root).flatMap((field): HiddenTarget[] => {
    const { hidden } = field.declared;
    const { path } = field;
    if (!field.kind.isTarget || hidden === undefined || hidden === false) return [];
    if (hidden === true) return [{ path }];
    const at = [...(field.at ?? []), 'hidden'];
    const here: Binder = { ...binder, lines: { ...binder.lines, placeAt: () => placeOf(at) } };
    const condition = planCondition(here, String(hidden), [], 0);
    return condition ? [{ path, if: condition }] : [];
  });
}

/** Makes the function of a cast's values that gives style which hides, or '' for nothing to hide. */
export function firstStateOf(targets: readonly HiddenTarget[]): (values: JsonObject) => string {
  const all = targets.map(({ path, ...one }) => ({
    path,
    holds: one.if ? linkCondition(one.if) : () => true,
  }));
  return (values) => {
    const scope = { rows: [values] } as never;
    const selectors = all.flatMap(({ path, holds }) =>
      holds(scope) ? selectorIn(path, values) : [],
    );
    if (selectors.length === 0) return '';
    // Where no script runs, nothing would ever show them.
    return `@media (scripting: enabled) {\n  ${selectors.join(', ')} { display: none !important }\n}`;
  };
}

function selectorIn(path: string, values: Json): string[] {
  const value = valueAt(values, path.split('.'));
  return typeof value === 'string' && value !== '' ? [value] : [];
}
