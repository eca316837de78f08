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
  /** The name of an embedder's kind that it is of; undefined for one of ours. */
  readonly ownKind: string | undefined;
  readonly kind: Kind;
  readonly declared: FieldSchema;
  /** Where the declaration stands in mould.json; undefined for the members a kind brings. */
  readonly at: JsonPath | undefined;
  readonly required: boolean;
  /** What is wrong with the value itself; members and rows have their own checks. */
  readonly violation: Violation;
  /** What it is called in style. */
  readonly property: string;
  /** Complete: each member and row filled up with the defaults of its own fields. */
  readonly default: Json;
  /** The fields of a group, or the fixed members of a kind such as link. */
  readonly members: readonly Field[];
  /** What each row of a list is. */
  readonly row: Field | undefined;
  /** Where a group has several shapes: which member says which it has, and what each consists of. */
  readonly shapes: Shapes | undefined;
  /** What its value is under each width in px, by default; undefined where it has but one value. */
  readonly below: Readonly<Record<string, Json>> | undefined;
  /** Paths it had in earlier versions. */
  readonly wasNamed: readonly string[];
}

/** The shapes of a group. Its members are those of all of them. */
export interface Shapes {
  /** The member that says which shape a value has. */
  readonly by: string;
  readonly all: readonly {
    /** The value of that member. */
    readonly is: string;
    readonly title: string;
    readonly members: readonly string[];
  }[];
}

/** The names of the members that a value of this group has; all where it has one shape. */
export function membersOf({ shapes, members }: Field, shape: Json | undefined): readonly string[] {
  const found = shapes?.all.find(({ is }) => is === shape);
  return found?.members ?? members.map(({ name }) => name);
}

/** Every field below this one, in form order, rows of lists included. */
export function fieldsBelow(field: Field): Field[] {
  const own = field.row ? [field.row] : field.members;
  return own.flatMap((one) => [...(one.path === field.path ? [] : [one]), ...fieldsBelow(one)]);
}
