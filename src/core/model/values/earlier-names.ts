import { type Field, fieldsBelow } from '../field.ts';
import { isJsonObject, type JsonObject } from '../json-source.ts';
import { put, valueAt } from './steps.ts';

/** A value that was found under a path of an earlier version. */
interface Moved {
  readonly from: string;
  readonly to: string;
}

/** Values under the names of today, and which of them stood elsewhere. */
export interface Renamed {
  readonly values: JsonObject;
  readonly moved: readonly Moved[];
}

/**
 * Puts values of an earlier version where their fields are now, also from another group. A value
 * that stands under today's name already, or whose old name is another field's today, stays.
 */
export function underTodaysNames(root: Field, values: JsonObject): Renamed {
  if (!wasRenamed(root)) return { values, moved: [] };
  const moved: Moved[] = [];
  const taken = new Set(fieldsBelow(root).map(({ path }) => path));
  const renamed = carry(root, values, [''], { moved, taken });
  return { values: renamed, moved };
}

/** True where any field had another path before. */
function wasRenamed({ wasNamed, members, row }: Field): boolean {
  return wasNamed.length > 0 || members.some(wasRenamed) || (row !== undefined && wasRenamed(row));
}

interface Carrying {
  readonly moved: Moved[];
  /** Paths that are fields today. */
  readonly taken: ReadonlySet<string>;
}

/** @param bases how the paths of this group's members began, now and earlier, with the dot */
function carry(
  group: Field,
  values: JsonObject,
  bases: readonly string[],
  carrying: Carrying,
): JsonObject {
  let out = values;
  for (const field of ownFields(group)) {
    const to = stepsIn(field.path, bases[0] as string);
    for (const was of field.wasNamed) {
      const base = bases.find((one) => was.startsWith(one));
      if (base === undefined || carrying.taken.has(was)) continue;
      const from = was.slice(base.length).split('.');
      const value = valueAt(out, from);
      if (value === undefined || valueAt(out, to) !== undefined) continue;
      out = put(without(out, from), to, value);
      carrying.moved.push({ from: was, to: field.path });
    }
    if (!field.row) continue;
    const rows = valueAt(out, to);
    if (!Array.isArray(rows)) continue;
    const { row } = field;
    const rowBases = [field.path, ...field.wasNamed].map((path) => `${path}.`);
    const carried = rows.map((one) =>
      isJsonObject(one) ? carry(row, one, rowBases, carrying) : one,
    );
    if (carried.some((one, at) => one !== rows[at])) out = put(out, to, carried);
  }
  return out;
}

/** Fields of a group and of groups in it; rows of lists have values of their own. */
function ownFields(group: Field): Field[] {
  return group.members.flatMap((member) => [member, ...(member.row ? [] : ownFields(member))]);
}

function stepsIn(path: string, base: string): string[] {
  return path.slice(base.length).split('.');
}

/** A copy without one value, and without the groups that held nothing else. */
function without(from: JsonObject, [step = '', ...rest]: readonly string[]): JsonObject {
  const { [step]: inner, ...others } = from;
  if (rest.length === 0 || !isJsonObject(inner)) return others;
  const left = without(inner, rest);
  return Object.keys(left).length === 0 ? others : { ...others, [step]: left };
}
