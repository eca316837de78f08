import { namePattern } from './mould.ts';
import { versionPattern } from './version.ts';

/** JSON Schema of mould.json as far as this version acts on it; `fields` is read separately. */
export const manifestSchema = {
  type: 'object',
  required: ['format', 'name', 'version', 'fields'],
  properties: {
    $schema: { type: 'string' },
    format: { const: 1 },
    name: { type: 'string', pattern: namePattern.source },
    title: { type: 'string', minLength: 1 },
    version: { type: 'string', pattern: versionPattern },
    summary: { type: 'string' },
    shelf: { type: 'string' },
    origin: { type: 'object' },
    libraries: {
      type: 'array',
      items: {
        type: 'object',
        required: ['name'],
        properties: {
          name: { type: 'string', minLength: 1 },
          version: { type: 'string' },
          script: { type: 'string', format: 'safe-address' },
          module: { type: 'string', format: 'safe-address' },
          style: { type: 'string', format: 'safe-address' },
          integrity: { type: 'string', pattern: '^sha(?:256|384|512)-[A-Za-z0-9+/]+={0,2}$' },
          provides: { type: 'string' },
        },
      },
    },
    needs: {
      type: 'object',
      properties: {
        properties: { type: 'array', items: { type: 'string' } },
        classes: { type: 'array', items: { type: 'string' } },
        styles: { type: 'array', items: { type: 'string' } },
      },
    },
    reaches: { type: 'array', items: { type: 'string' } },
    within: { type: 'array', items: { type: 'string' } },
    sharedEvents: { type: 'array', items: { type: 'string' } },
    fonts: {
      type: 'array',
      items: {
        type: 'object',
        required: ['family', 'style'],
        properties: {
          family: { type: 'string', minLength: 1 },
          style: { type: 'string', format: 'safe-address' },
        },
      },
    },
    page: {
      type: 'object',
      additionalProperties: { type: 'string' },
      propertyNames: { pattern: '^(?:class|id|style|dir|lang|data-[a-z0-9_.-]+)$' },
    },
    slots: {
      type: 'object',
      propertyNames: { pattern: namePattern.source },
      additionalProperties: {
        type: 'object',
        properties: {
          title: { type: 'string' },
          accepts: { type: 'array', items: { type: 'string' } },
          max: { type: 'integer', minimum: 1 },
          inherits: { type: 'boolean' },
        },
      },
    },
    widths: {
      type: 'array',
      minItems: 1,
      maxItems: 12,
      uniqueItems: true,
      items: { type: 'integer', minimum: 80, maximum: 7680 },
    },
    sections: { type: 'object', additionalProperties: { type: 'string' } },
    fields: { type: 'object' },
  },
};
