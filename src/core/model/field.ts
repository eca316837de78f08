import type { Json, JsonPath } from './json-source.ts';
import type { FieldSchema, Kind } from './kind.ts';
import type { KindName } from './kinds.ts';
import type { Violation } from './values/violation.ts';

/** One editable setting, read from its declaration and complete with what it left unsaid. */
export interface Field {
  /** Its name after the last dot; empty for the whole of the fields. */
  readonly name: string;
  /** Names from the fields down, joined by dots; a list stands for its row: `rows.time`. */
  readonly path: string;
  readonly title: string;
  readonly kindName: KindName;
  readonly kind: Kind;
  readonly declared: FieldSchema;
  /** Where the declaration stands in mould.json; undefined for the members a kind brings. */
  readonly at: JsonPath | undefined;
  readonly required: boolean;
  /** What is wrong with a value by itself; members and rows have their own. */
  readonly violation: Violation;
  /** What it is called in style. */
  readonly property: string;
  /** Complete: each member and row filled up with the defaults of its own fields. */
  readonly default: Json;
  /** The fields of a group, or the fixed members of a kind such as link. */
  readonly members: readonly Field[];
  /** What each row of a list is. */
  readonly row: Field | undefined;
}

/** Every field below this one, in form order, rows of lists included. */
export function fieldsBelow(field: Field): Field[] {
  const own = field.row ? [field.row] : field.members;
  return own.flatMap((one) => [...(one.path === field.path ? [] : [one]), ...fieldsBelow(one)]);
}
