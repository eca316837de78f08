import { type Finding, finding, type Place } from '../../problem/finding.ts';
import type { Field } from '../field.ts';
import type { Json, JsonObject, JsonPath } from '../json-source.ts';
import { type ExtraRule, settle, type ValueProblem } from './settle.ts';
import { shown } from './shown.ts';

declare const checked: unique symbol;

/** Values that `checkValues` made complete and found right; only those are ever written. */
export type CheckedValues = JsonObject & { readonly [checked]: true };

export interface ValuesCheck {
  /** Every field's value, with the default where none or a wrong one was given. */
  readonly values: CheckedValues;
  /** Values that no field takes, by path. */
  readonly kept: JsonObject;
  readonly findings: readonly Finding[];
}

/** Says where a value stands in the file it came from, where it came from one. */
export type PlaceOfValue = (at: JsonPath) => Place | undefined;

/**
 * Completes and checks values against the fields. Never throws on what they hold.
 *
 * @param placeOf where each value stands in a file, for the places of findings
 * @param rule what a value has to be because of where it is bound
 */
export function checkAgainst(
  root: Field,
  values: JsonObject,
  placeOf?: PlaceOfValue,
  rule?: ExtraRule,
): ValuesCheck {
  const kept: Record<string, Json> = {};
  const findings: Finding[] = [];
  const given = { value: values, fallback: root.default, at: [], label: '' };
  const report = (problem: ValueProblem): void => {
    const path = problem.at.join('.');
    if (problem.what === 'no-field') kept[path] = problem.value;
    findings.push(tell(problem, path, placeOf?.(problem.at)));
  };
  const settled = settle(root, given, { report, rule });
  return { values: settled as CheckedValues, kept, findings };
}

function tell(problem: ValueProblem, path: string, place: Place | undefined): Finding {
  switch (problem.what) {
    case 'wrong': {
      const data = { title: problem.label, what: problem.rule, found: shown(problem.found) };
      return finding('value/wrong', data, place, path);
    }
    case 'required':
      return finding('value/required', { title: problem.label }, place, path);
    case 'no-field':
      return finding('value/no-field', { path, near: problem.near }, place, path);
  }
}
