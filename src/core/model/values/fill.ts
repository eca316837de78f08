import { type Finding, finding } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import { type Field, fieldsBelow } from '../field.ts';
import { isJsonObject, type Json, type JsonObject } from '../json-source.ts';

/** Values with one more set, or the reason why it could not be. */
export interface Filled {
  readonly values: JsonObject;
  readonly finding: Finding | undefined;
}

/**
 * Sets one value typed as text. The path names fields joined by dots; rows of a list are counted
 * from 0, as in JSON: `rows.0.time`. Lists, groups and links may be typed as JSON.
 */
export function fillValue(root: Field, values: JsonObject, path: string, typed: string): Filled {
  const refused = (one: Finding): Filled => ({ values, finding: one });
  const steps = path.split('.');
  let field = root;
  let inRow = false;
  for (const [index, step] of steps.entries()) {
    const isRowNumber: boolean = field.row !== undefined && !inRow && /^\d+$/.test(step);
    const next: Field | undefined = isRowNumber
      ? field.row
      : field.members.find((member) => member.name === step);
    if (!next) {
      const names = fieldsBelow(root).map((one) => one.path);
      const asked = steps.slice(0, index + 1).join('.');
      const near = nearestName(path.replace(/\.\d+(?=\.|$)/g, ''), names);
      const known = root.members.map((one) => one.path);
      return refused(finding('call/unknown-field', { path: asked, near, known }));
    }
    field = next;
    inRow = isRowNumber;
  }
  // Nothing after the equals sign means deliberately empty.
  const isEmptied = typed === '' && !field.kind.isTextual;
  const value = isEmptied ? null : field.kind.read(typed, field.declared);
  if (value === undefined) {
    const why = `must be ${field.kind.called}, but is ${JSON.stringify(typed)}`;
    return refused(finding('call/bad-fill', { path, why }, undefined, path));
  }
  const result = put(values, root.default, steps, value);
  if (result === undefined) {
    const why = 'is past the end of its list (rows are counted from 0)';
    return refused(finding('call/bad-fill', { path, why }, undefined, path));
  }
  return { values: result as JsonObject, finding: undefined };
}

/** A copy with one value put in; lists that were not given begin as their default. */
function put(
  into: Json | undefined,
  preset: Json | undefined,
  steps: readonly string[],
  value: Json,
): Json | undefined {
  const [step, ...rest] = steps;
  if (step === undefined) return value;
  const base = into ?? (Array.isArray(preset) ? preset : {});
  if (Array.isArray(base)) {
    const index = Number(step);
    if (index > base.length) return undefined;
    const row = put(base[index], undefined, rest, value);
    return row === undefined ? undefined : base.toSpliced(index, 1, row);
  }
  if (!isJsonObject(base)) return put({}, preset, steps, value);
  const below = isJsonObject(preset) && Object.hasOwn(preset, step) ? preset[step] : undefined;
  const own = Object.hasOwn(base, step) ? base[step] : undefined;
  const inner = put(own, below, rest, value);
  return inner === undefined ? undefined : { ...base, [step]: inner };
}
