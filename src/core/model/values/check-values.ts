import { type Finding, finding, type Place } from '../../problem/finding.ts';
import type { Field } from '../field.ts';
import { isJsonObject, type Json, type JsonObject, type JsonPath } from '../json-source.ts';
import { underTodaysNames } from './earlier-names.ts';
import { type ExtraRule, type IsLoose, settle, type ValueProblem } from './settle.ts';
import { shown } from './shown.ts';
import { put, valueAt } from './steps.ts';

declare const checked: unique symbol;

/** Values that `checkValues` made complete and found right; only those are ever written. */
export type CheckedValues = JsonObject & { readonly [checked]: true };

export interface ValuesCheck {
  /** Every field's value, with the default where none or a wrong one was given. */
  readonly values: CheckedValues;
  /** Values for narrow viewports, by width in px and then by field; complete as the values are. */
  readonly below: Readonly<Record<string, JsonObject>>;
  /** Values that no field takes, by path. */
  readonly kept: JsonObject;
  readonly findings: readonly Finding[];
}

/** Says where a value stands in the file it came from, where it came from one. */
export type PlaceOfValue = (at: JsonPath) => Place | undefined;

/** What is given beside the values. */
export interface Checking {
  /** Values for narrow viewports, by width in px. */
  readonly below?: JsonObject | undefined;
  /** Values that no field took before; those that a field takes now are put back. */
  readonly kept?: JsonObject | undefined;
  /** True where values are of another version of the mould; what is done with them is then reported. */
  readonly isOlder?: boolean | undefined;
  /** Where each value stands in a file, for the places of findings. */
  readonly placeOf?: PlaceOfValue | undefined;
  /** What a value has to be because of where it is bound. */
  readonly rule?: ExtraRule | undefined;
  readonly isLoose?: IsLoose | undefined;
  /** Says where a field is bound, as words that end a sentence; or ''. */
  readonly boundAt?: ((field: Field) => string) | undefined;
}

/** Completes and checks values against the fields. Never throws on what they hold. */
export function checkAgainst(root: Field, given: JsonObject, how: Checking = {}): ValuesCheck {
  const { below = {}, kept: before = {}, isOlder = false, placeOf, rule, isLoose } = how;
  const kept = new Map(Object.entries(before));
  const findings: Finding[] = [];
  const restored = putBack(root, given, before);
  for (const path of restored.paths) {
    kept.delete(path);
    findings.push(finding('value/put-back', { path }, undefined, path));
  }
  const { values, moved } = underTodaysNames(root, restored.values);
  for (const { from, to } of new Map(moved.map((one) => [one.from, one])).values()) {
    findings.push(finding('value/moved', { from, to }, undefined, to));
  }
  const report = (problem: ValueProblem): void => {
    const path = problem.at.join('.');
    if (problem.what === 'converted' && !isOlder) return;
    if (problem.what === 'no-field') kept.set(path, problem.value);
    findings.push(toFinding(problem, path, how, placeOf?.(problem.at)));
  };
  const top = { value: values, fallback: root.default, at: [], label: '' };
  const settled = settle(root, top, { report, rule, isLoose });
  return {
    values: settled as CheckedValues,
    below: settleBelow(root, below, settled, { report, rule }),
    kept: Object.fromEntries(kept),
    findings,
  };
}

/** Values that were kept aside and have a field again, unless it has been given a value since. */
function putBack(
  root: Field,
  values: JsonObject,
  kept: JsonObject,
): { readonly values: JsonObject; readonly paths: readonly string[] } {
  let out = values;
  const paths: string[] = [];
  for (const [path, value] of Object.entries(kept)) {
    const steps = path.split('.');
    const isField = fieldNames(root).has(path.replace(/\.\d+(?=\.|$)/g, ''));
    if (!isField || valueAt(out, steps) !== undefined) continue;
    const next = put(out, steps, value);
    if (next === out) continue;
    out = next;
    paths.push(path);
  }
  return { values: out, paths };
}

/** Paths that lead to a field, by the names of today and of earlier. */
function fieldNames(root: Field): ReadonlySet<string> {
  const names = new Set<string>();
  const visit = (field: Field): void => {
    if (field.path !== '') for (const name of [field.path, ...field.wasNamed]) names.add(name);
    field.members.forEach(visit);
    if (field.row) visit(field.row);
  };
  visit(root);
  return names;
}

/** Values under each width, those of the declarations among them. */
function settleBelow(
  root: Field,
  given: JsonObject,
  values: Json,
  how: Parameters<typeof settle>[2],
): Readonly<Record<string, JsonObject>> {
  const out: Record<string, Record<string, Json>> = {};
  for (const [width, field, value] of presetsOf(root)) {
    out[width] = put(out[width] ?? {}, field.path.split('.'), value);
  }
  for (const [width, some] of Object.entries(given)) {
    if (!/^[1-9]\d{0,4}$/.test(width) || !isJsonObject(some)) {
      how.report({ what: 'no-field', at: ['below', width], value: some, near: undefined });
      continue;
    }
    for (const [steps, value] of leaves(root, some, [])) {
      const field = fieldAt(root, steps);
      const at = ['below', width, ...steps];
      if (!field?.below) {
        how.report(
          field
            ? { what: 'no-below', at, value, field }
            : { what: 'no-field', at, value, near: undefined },
        );
        continue;
      }
      const fallback = valueAt(out[width] ?? {}, steps) ?? valueAt(values, steps) ?? null;
      const result = settle(field, { value, fallback, at, label: field.title }, how);
      out[width] = put(out[width] ?? {}, steps, result);
    }
  }
  return out;
}

/** What the declarations of a mould give; the same for each of its casts. */
const presets = new WeakMap<Field, ReturnType<typeof presetsBelow>>();

function presetsOf(root: Field): ReturnType<typeof presetsBelow> {
  const found = presets.get(root) ?? presetsBelow(root);
  presets.set(root, found);
  return found;
}

function presetsBelow(root: Field): [width: string, field: Field, value: Json][] {
  return root.members.flatMap((field) => [
    ...Object.entries(field.below ?? {}).map(([width, value]): [string, Field, Json] => [
      width,
      field,
      value,
    ]),
    ...(field.row ? [] : presetsBelow(field)),
  ]);
}

/** The parts of some values that are fields with values under a width, or no groups. */
function leaves(
  group: Field,
  values: JsonObject,
  before: readonly string[],
): [steps: string[], value: Json][] {
  return Object.entries(values).flatMap(([name, value]): [string[], Json][] => {
    const steps = [...before, name];
    const field = group.members.find((one) => one.name === name);
    const isGroup = field && !field.below && field.kind.isGroup && isJsonObject(value);
    return isGroup ? leaves(field, value, steps) : [[steps, value]];
  });
}

function fieldAt(root: Field, steps: readonly string[]): Field | undefined {
  let field: Field | undefined = root;
  for (const step of steps) field = field?.members.find(({ name }) => name === step);
  return field;
}

function toFinding(
  problem: ValueProblem,
  path: string,
  { boundAt }: Checking,
  place: Place | undefined,
): Finding {
  switch (problem.what) {
    case 'wrong': {
      const { label, rule, found, field } = problem;
      const bound = boundAt?.(field) ?? '';
      const { says: what, keyword, limit } = rule;
      const data = { title: label, what, found: shown(found), path, bound, keyword, limit };
      return finding('value/wrong', data, place, path);
    }
    case 'required': {
      const bound = boundAt?.(problem.field) ?? '';
      return finding('value/required', { title: problem.label, path, bound }, place, path);
    }
    case 'no-field':
      return finding('value/no-field', { path, near: problem.near }, place, path);
    case 'no-below':
      return finding('value/no-below', { name: problem.field.path }, place, path);
    case 'cleaned':
      return finding('value/cleaned', { title: problem.label, gone: problem.gone }, place, path);
    case 'too-many': {
      const { label: title, most, count } = problem;
      return finding('value/too-many-rows', { title, most, count }, place, path);
    }
    case 'loose':
      return finding('value/loose-markup', { title: problem.label }, place, path);
    case 'converted': {
      const { label, found, field } = problem;
      const data = { title: label, found: shown(found), called: field.kind.called };
      return finding('value/converted', data, place, path);
    }
  }
}
