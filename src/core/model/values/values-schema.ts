import { type Field, membersOf } from '../field.ts';
import type { JsonObject } from '../json-source.ts';
import { picked } from '../picked.ts';

/**
 * The values of a mould as plain JSON Schema 2020-12, without keywords of ours: what any form
 * generator or validator can use. Nothing is required to be present, since absent means default;
 * a field that may be empty also takes null.
 */
export function schemaOfValues(root: Field): JsonObject {
  return { $schema: 'https://json-schema.org/draft/2020-12/schema', ...schemaOf(root) };
}

function schemaOf(field: Field): JsonObject {
  const { declared, kind, shapes } = field;
  const own = kind.schema(declared);
  const words = picked({ title: field.title, ...declared, default: field.default }, [
    'title',
    'description',
    'default',
    'examples',
    'deprecated',
    'readOnly',
  ]);
  const rows = field.row ? { items: schemaOf(field.row) } : {};
  if (!shapes)
    return { ...own, ...rows, ...propertiesOf(field, membersOf(field, undefined)), ...words };
  const oneOf = shapes.all.map(({ is, title, members }) => {
    const { properties } = propertiesOf(field, members);
    return {
      title,
      properties: { ...properties, [shapes.by]: { const: is } },
      required: [shapes.by],
    };
  });
  return { ...own, oneOf, ...words };
}

function propertiesOf({ members }: Field, names: readonly string[]): { properties?: JsonObject } {
  const properties = members
    .filter(({ name, kind }) => names.includes(name) && !kind.isValueless)
    .map((member) => {
      const schema = schemaOf(member);
      return [member.name, member.required ? filled(schema) : nullable(schema)];
    });
  return properties.length > 0 ? { properties: Object.fromEntries(properties) } : {};
}

/** The same schema, taking null as well. */
function nullable(schema: JsonObject): JsonObject {
  if (Array.isArray(schema.enum)) return { ...schema, enum: [...schema.enum, null] };
  if (Array.isArray(schema.oneOf)) return { ...schema, oneOf: [...schema.oneOf, { const: null }] };
  return typeof schema.type === 'string' ? { ...schema, type: [schema.type, 'null'] } : schema;
}

/** The same schema, refusing what counts as empty where JSON Schema can say so. */
function filled(schema: JsonObject): JsonObject {
  if (schema.type === 'string') {
    return { ...schema, minLength: Math.max(1, Number(schema.minLength ?? 0)) };
  }
  if (schema.type === 'array') {
    return { ...schema, minItems: Math.max(1, Number(schema.minItems ?? 0)) };
  }
  return schema.type === 'boolean' ? { ...schema, const: true } : schema;
}
