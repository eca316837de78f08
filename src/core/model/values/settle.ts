import { nearestName } from '../../problem/nearest-name.ts';
import { type Field, membersOf } from '../field.ts';
import { isJsonObject, type Json, type JsonObject, type JsonPath } from '../json-source.ts';
import type { Breach } from './violation.ts';

/** One thing wrong with a value: the field, where it stands in the values, and what to say. */
export type ValueProblem =
  | {
      readonly what: 'wrong';
      readonly field: Field;
      readonly at: JsonPath;
      readonly label: string;
      readonly rule: Breach;
      readonly found: Json;
    }
  | {
      readonly what: 'required';
      readonly field: Field;
      readonly at: JsonPath;
      readonly label: string;
    }
  | {
      /** A field that has one value for all widths is given one for some. */
      readonly what: 'no-below';
      readonly field: Field;
      readonly at: readonly string[];
      readonly value: Json;
    }
  | {
      readonly what: 'no-field';
      readonly at: JsonPath;
      readonly value: Json;
      readonly near: string | undefined;
    }
  | {
      readonly what: 'cleaned';
      readonly at: JsonPath;
      readonly label: string;
      readonly gone: string;
    }
  | {
      readonly what: 'too-many';
      readonly at: JsonPath;
      readonly label: string;
      readonly most: number;
      readonly count: number;
    }
  | {
      /** Markup that leaves something open, or closes what it did not open. */
      readonly what: 'loose';
      readonly at: JsonPath;
      readonly label: string;
    }
  | {
      /** Given in the form of an earlier kind, and taken in that of this one. */
      readonly what: 'converted';
      readonly field: Field;
      readonly at: JsonPath;
      readonly label: string;
      readonly found: Json;
    };

/** A rule beside the field's own, such as for where it is bound: what is wrong, or undefined. */
export type ExtraRule = (field: Field, value: Json) => Breach | undefined;

/** True for a value that is taken, and that somebody should look at. */
export type IsLoose = (field: Field, value: Json) => boolean;

interface Settling {
  readonly report: (one: ValueProblem) => void;
  readonly rule?: ExtraRule | undefined;
  readonly isLoose?: IsLoose | undefined;
}

interface Given {
  readonly value: Json | undefined;
  /** Complete already; used where nothing, or nothing right, was given. */
  readonly fallback: Json;
  readonly at: JsonPath;
  /** How a message names it: the title, and the row for what stands in a list. */
  readonly label: string;
}

/**
 * Completes a value: absent takes the fallback, objects merge with it member by member, lists
 * replace it whole, null stays. What breaks the field's rules is reported and replaced by the
 * fallback. The result has every member of every field and nothing else but rows' own keys.
 */
export function settle(field: Field, given: Given, how: Settling): Json {
  if (given.value === undefined) return given.fallback;
  if (given.value === null) return emptied(field);
  const whole = field.kind.accept?.(given.value, field.declared) ?? given.value;
  const value = field.row ? withinMost(field, whole, given, how) : whole;
  reportCleaned(field, value, given, how);
  const rule = field.violation(value) ?? how.rule?.(field, value);
  if (rule !== undefined) {
    how.report({
      what: 'wrong',
      field,
      at: given.at,
      label: given.label,
      rule,
      found: given.value,
    });
    return given.fallback;
  }
  if (typeof value !== typeof given.value || Array.isArray(value) !== Array.isArray(given.value)) {
    const { at, label } = given;
    how.report({ what: 'converted', field, at, label, found: given.value });
  }
  if (how.isLoose?.(field, value)) how.report({ what: 'loose', at: given.at, label: given.label });
  if (field.row) return settleRows(field.row, value as readonly Json[], given, how);
  if (field.members.length === 0) return value;
  return settleMembers(field, value as JsonObject, given, how);
}

/** Elements that a rich text or a drawing may not hold, and so are gone from it. */
function reportCleaned(field: Field, value: Json, given: Given, how: Settling): void {
  const before = given.value;
  if (typeof before !== 'string' || typeof value !== 'string' || before === value) return;
  if (field.kind.parser !== 'html') return;
  const names = (text: string) => text.match(/<[a-z][a-z0-9-]*/gi)?.map((tag) => tag.toLowerCase());
  const left = new Set(names(value));
  const gone = [...new Set(names(before))].filter((tag) => !left.has(tag)).map((tag) => `${tag}>`);
  if (gone.length === 0) return;
  how.report({ what: 'cleaned', at: given.at, label: given.label, gone: gone.join(', ') });
}

/** As many rows as a list may have; those beyond are reported, and the others are used. */
function withinMost(field: Field, value: Json, { at, label }: Given, how: Settling): Json {
  const { maxItems: most } = field.declared;
  if (!Array.isArray(value) || typeof most !== 'number' || value.length <= most) return value;
  how.report({ what: 'too-many', at, label, most, count: value.length });
  return value.slice(0, most);
}

/** The deliberately empty value of a field, in the shape its readers count on. */
function emptied(field: Field): Json {
  if (field.row) return [];
  if (field.members.length === 0) return null;
  return Object.fromEntries(field.members.map((member) => [member.name, emptied(member)]));
}

function settleRows(row: Field, rows: readonly Json[], given: Given, how: Settling): Json {
  return rows.map((value, index) =>
    settle(
      row,
      {
        value,
        fallback: row.default,
        at: [...given.at, index],
        label: `${given.label}, row ${index + 1}`,
      },
      how,
    ),
  );
}

function settleMembers(field: Field, value: JsonObject, given: Given, how: Settling): Json {
  const fallback = isJsonObject(given.fallback) ? given.fallback : {};
  const settled: Record<string, Json> = {};
  const names = membersOf(field, shapeOf(field, value, fallback));
  for (const member of field.members) {
    if (!names.includes(member.name)) {
      settled[member.name] = emptied(member);
      continue;
    }
    const own = Object.hasOwn(value, member.name) ? value[member.name] : undefined;
    const before = fallback[member.name] ?? member.default;
    const at = [...given.at, member.name];
    const label = given.label ? `${given.label}: ${member.title}` : member.title;
    const result = settle(member, { value: own, fallback: before, at, label }, how);
    const missing = member.required && member.kind.isEmpty(result);
    if (missing) how.report({ what: 'required', field: member, at, label });
    settled[member.name] = missing ? before : result;
  }
  for (const [name, stray] of Object.entries(value)) {
    // A row's own key: given by the form, kept when rows move.
    if (name === 'row' && typeof given.at.at(-1) === 'number') settled.row = stray;
    else if (!names.includes(name)) {
      const near = nearestName(name, names);
      how.report({ what: 'no-field', at: [...given.at, name], value: stray, near });
    }
  }
  return settled;
}

/** Which shape a value has, where a group has several: what it says, else its default's. */
function shapeOf({ shapes, members }: Field, value: JsonObject, fallback: JsonObject) {
  if (!shapes) return undefined;
  const { by, all } = shapes;
  const said = Object.hasOwn(value, by) ? value[by] : undefined;
  if (all.some(({ is }) => is === said)) return said;
  return fallback[by] ?? members.find(({ name }) => name === by)?.default;
}
