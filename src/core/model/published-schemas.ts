import type { JsonObject } from './json-source.ts';
import type { Kind } from './kind.ts';
import { kindNames, kinds } from './kinds.ts';
import { manifestSchema } from './manifest-schema.ts';

const dialect = 'https://json-schema.org/draft/2020-12/schema';

const text = (description: string): JsonObject => ({ type: 'string', description });

/** A condition, a path and a custom property, as far as a pattern can tell. */
const condition = '^(?:not\\s+)?[\\w.#-]+(?:\\s+is\\s+(?:not\\s+)?\\S.*)?$';
const path = '^[A-Za-z][\\w-]*(?:\\.[A-Za-z][\\w-]*)*$';

/** What each keyword of a declaration may be, with help that an editor shows. */
const fieldKeywords: JsonObject = {
  kind: { enum: [...kindNames], description: 'A ready-made shape, check and form control.' },
  type: { enum: ['string', 'number', 'integer', 'boolean', 'array', 'object', 'null'] },
  title: text('What people who fill in the form call it.'),
  description: text('Help beside the field.'),
  default: { description: 'The value where a cast gives none.' },
  examples: { type: 'array' },
  enum: { type: 'array', minItems: 1 },
  oneOf: { type: 'array', minItems: 1, items: { type: 'object' } },
  const: {},
  section: text('The heading that it stands under in a form.'),
  when: { type: 'string', pattern: condition, description: 'Show the field only then.' },
  below: {
    type: 'object',
    propertyNames: { pattern: '^[1-9]\\d{0,4}$' },
    description: 'Defaults where the viewport is narrower than so many px; {} allows for them.',
  },
  shown: { type: 'boolean', description: 'false for a value that no form shows.' },
  unit: {
    type: 'string',
    pattern: '^(?:%|[A-Za-z]{1,10})$',
    description: 'The CSS unit of a number.',
  },
  property: { type: 'string', pattern: '^--[A-Za-z0-9_-]+$', description: 'Its name in style.' },
  caption: { type: 'string', pattern: path, description: 'The value that names a row in a form.' },
  wasNamed: {
    description: 'Paths of earlier versions, so that old values still land.',
    oneOf: [
      { type: 'string', pattern: path },
      { type: 'array', items: { type: 'string', pattern: path } },
    ],
  },
  classes: {
    type: 'array',
    items: { type: 'string', pattern: '^[^\\s]+$' },
    description: 'Of a rich text: class names that its elements may have.',
  },
  hidden: {
    type: ['boolean', 'string'],
    description: 'Of a target: not shown until the script has run.',
  },
  properties: {
    type: 'object',
    propertyNames: { pattern: '^[A-Za-z][A-Za-z0-9_-]*$' },
    additionalProperties: { $ref: '#/$defs/field' },
  },
  items: { $ref: '#/$defs/field' },
  required: { type: 'array', items: { type: 'string' } },
};

/** JSON Schema of mould.json with our keywords, so that any editor completes and checks it. */
export function mouldSchema(): JsonObject {
  return {
    $schema: dialect,
    title: 'mould.json',
    ...(manifestSchema as unknown as JsonObject),
    properties: {
      ...(manifestSchema.properties as unknown as JsonObject),
      fields: { $ref: '#/$defs/field' },
    },
    $defs: { field: { type: 'object', properties: fieldKeywords }, ...kindSchemas() },
  };
}

/** What a value of each kind is: `"kind": "link"` is the same as `allOf` with `#/$defs/link`. */
function kindSchemas(): JsonObject {
  const names = Object.keys(kinds) as (keyof typeof kinds)[];
  return Object.fromEntries(
    names.map((name) => {
      const kind: Kind = kinds[name];
      const members = Object.entries(kind.members ?? {}).map(([member, declared]) => [
        member,
        typeof declared.kind === 'string' ? { $ref: `#/$defs/${declared.kind}` } : declared,
      ]);
      const properties = members.length > 0 ? { properties: Object.fromEntries(members) } : {};
      return [name, { ...kind.schema({}), ...properties }];
    }),
  );
}

const cast: JsonObject = {
  type: 'object',
  properties: {
    format: { const: 1 },
    mould: text('The name of the mould, or its folder.'),
    version: text('The version of the mould that the values are for.'),
    id: { type: 'string', pattern: '^[A-Za-z][A-Za-z0-9_-]{0,79}$' },
    values: { type: 'object' },
    below: { type: 'object', additionalProperties: { type: 'object' } },
    slots: {
      type: 'object',
      additionalProperties: {
        type: 'array',
        items: {
          oneOf: [
            { $ref: '#/$defs/cast', required: ['mould'] },
            { type: 'object', required: ['markup'], properties: { markup: { type: 'string' } } },
          ],
        },
      },
    },
    kept: { type: 'object', description: 'Values whose field is gone, by path.' },
    place: text('The part of the host that it is put into.'),
    shares: text('A file whose values it has in common with others.'),
  },
};

/** JSON Schema of a cast file: a mould, and the values of one placed copy of it. */
export function castSchema(): JsonObject {
  return { $schema: dialect, title: 'A cast', ...cast, $defs: { cast } };
}

/** JSON Schema of a mould as JSON, as `mouldToJson` gives it. */
export function mouldJsonSchema(): JsonObject {
  return {
    $schema: dialect,
    title: 'A mould as JSON',
    type: 'object',
    required: ['format', 'files'],
    properties: {
      format: { const: 1 },
      name: text('The name of the mould.'),
      version: text('Its version.'),
      files: {
        type: 'object',
        description: 'The files of its folder by their paths.',
        required: ['mould.json'],
        additionalProperties: {
          oneOf: [
            { type: 'string' },
            {
              type: 'object',
              required: ['base64'],
              properties: { base64: { type: 'string', contentEncoding: 'base64' } },
            },
          ],
        },
      },
    },
  };
}

/** JSON Schema of a page file: what stands on it, and the casts in order. */
export function pageSchema(): JsonObject {
  return {
    $schema: dialect,
    title: 'A page of casts',
    type: 'object',
    required: ['format', 'casts'],
    properties: {
      format: { const: 1 },
      title: { type: 'string' },
      lang: text('A BCP 47 language tag.'),
      dir: { enum: ['ltr', 'rtl', 'auto'] },
      moulds: { type: 'array', items: { type: 'string' } },
      styles: { type: 'array', items: { type: 'string' } },
      host: { type: 'string' },
      casts: { type: 'array', items: { $ref: '#/$defs/cast' } },
    },
    $defs: { cast },
  };
}
