import type { Shapes } from './field.ts';
import { isJsonObject, type JsonObject } from './json-source.ts';
import type { FieldSchema } from './kind.ts';
import { impliedKind } from './kinds.ts';
import { picked } from './picked.ts';

/** A group of several shapes as one with the members of all. */
export interface ShapedGroup {
  readonly shapes: Shapes;
  readonly properties: JsonObject;
  readonly required: readonly string[];
}

/** Keywords by which members of one name have to agree, since one place is filled by both. */
const agreed = ['kind', 'type', 'unit', 'property', 'format'];

/**
 * Reads a `oneOf` whose members each fix one and the same property to a const of their own.
 *
 * @returns what it is, or what keeps it from being that, as words that follow the field's name
 */
export function readShapes({ oneOf }: FieldSchema): ShapedGroup | string {
  const all = (Array.isArray(oneOf) ? oneOf : []).filter(isJsonObject);
  const propertiesOf = (one: JsonObject) => (isJsonObject(one.properties) ? one.properties : {});
  const fixed = (one: JsonObject) =>
    Object.entries(propertiesOf(one)).flatMap(([name, member]) =>
      isJsonObject(member) && typeof member.const === 'string' ? [name] : [],
    );
  const by = all[0] && fixed(all[0]).find((name) => all.every((one) => fixed(one).includes(name)));
  if (by === undefined) return 'each shape in oneOf has to fix the same property to a const';
  const properties: Record<string, JsonObject> = {};
  const shapes = all.map((one) => {
    const members = propertiesOf(one);
    const is = String((members[by] as JsonObject).const);
    const title = typeof one.title === 'string' ? one.title : is;
    return { is, title, members: Object.keys(members) };
  });
  const first = propertiesOf(all[0] as JsonObject)[by] as JsonObject;
  properties[by] = {
    ...picked(first, ['title', 'description']),
    oneOf: shapes.map(({ is, title }) => ({ const: is, title })),
    default: String(first.const),
  };
  for (const one of all) {
    for (const [name, member] of Object.entries(propertiesOf(one))) {
      if (name === by || !isJsonObject(member)) continue;
      const other = properties[name];
      if (other && !agree(other, member)) {
        return `its shapes do not agree on what ${name} is`;
      }
      properties[name] ??= member;
    }
  }
  if (new Set(shapes.map(({ is }) => is)).size < shapes.length) return 'two of its shapes are one';
  const required = all.flatMap((one) =>
    Array.isArray(one.required) ? one.required.map(String) : [],
  );
  return { shapes: { by, all: shapes }, properties, required: [...new Set(required)] };
}

function agree(one: JsonObject, other: JsonObject): boolean {
  const kindOf = (declared: JsonObject) => declared.kind ?? impliedKind(declared);
  const key = (declared: JsonObject) =>
    JSON.stringify([kindOf(declared), ...agreed.slice(1).map((name) => declared[name] ?? null)]);
  return key(one) === key(other);
}
