import { type Field, membersOf } from '../model/field.ts';
import { isJsonObject, type Json, type JsonObject } from '../model/json-source.ts';
import { keyOf } from './form-values.ts';
import { isRowNumber, ownOf, type Steps, valueAt } from './place.ts';

/**
 * What a value is by default, complete. A row is compared with the row of the default that has its
 * key, so that moving rows makes nothing of their content differ; a new row with what rows are.
 *
 * @param complete all values as they are now
 */
export function defaultAt(root: Field, complete: Json, steps: Steps): Json {
  let field = root;
  let usual: Json | undefined = root.default;
  let own: Json | undefined = complete;
  for (const step of steps) {
    own = valueAt(own, [step]);
    if (isRowNumber(field, step)) {
      field = field.row as Field;
      usual = rowLike(usual, own, Number(step)) ?? field.default;
    } else {
      const member = field.members.find(({ name }) => name === step);
      if (!member) return null;
      const given = memberOf(usual, step);
      usual = given === undefined ? member.default : given;
      field = member;
    }
  }
  return usual ?? null;
}

/** What a group says of a member; null is a value that was given. */
function memberOf(group: Json | undefined, name: string): Json | undefined {
  return group !== undefined && isJsonObject(group) ? ownOf(group, name) : undefined;
}

function rowLike(rows: Json | undefined, own: Json | undefined, at: number): Json | undefined {
  if (!Array.isArray(rows)) return undefined;
  const key = keyOf(own);
  if (key === undefined) return rows[at];
  return (
    rows.find((one) => keyOf(one) === key) ?? (keyOf(rows[0]) ? undefined : rows[Number(key) - 1])
  );
}

/** True where a value is another than its default, keys of rows apart. */
export function differsFrom(usual: Json, value: Json | undefined): boolean {
  return written(usual) !== written(value ?? null);
}

function written(value: Json): string {
  return JSON.stringify(value, (key, one) => (key === 'row' ? undefined : one));
}

/** The settings that differ from their defaults, by path; a list is one, a group is its members. */
export function changedPaths(root: Field, complete: Json, below: JsonObject): string[] {
  const visit = (field: Field, steps: Steps): string[] => {
    if (field.kind.isGroup) {
      const own = valueAt(complete, steps);
      const shape =
        field.shapes && isJsonObject(own as Json)
          ? (own as JsonObject)[field.shapes.by]
          : undefined;
      const names = membersOf(field, shape);
      return field.members
        .filter(({ name }) => names.includes(name))
        .flatMap((member) => visit(member, [...steps, member.name]));
    }
    const isOther = differsFrom(defaultAt(root, complete, steps), valueAt(complete, steps));
    const isOtherBelow = Object.values(below).some((some) => valueAt(some, steps) !== undefined);
    return isOther || isOtherBelow ? [steps.join('.')] : [];
  };
  return visit(root, []);
}
