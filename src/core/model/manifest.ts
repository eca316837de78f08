import { type Finding, finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';
import {
  isJsonObject,
  type Json,
  type JsonObject,
  type JsonPath,
  parseJson,
} from './json-source.ts';
import { type Manifest, namePattern } from './mould.ts';
import { newAjv } from './values/violation.ts';

/** JSON Schema of mould.json as far as this version acts on it; `fields` is read by itself. */
export const manifestSchema = {
  type: 'object',
  required: ['format', 'name', 'version', 'fields'],
  properties: {
    $schema: { type: 'string' },
    format: { const: 1 },
    name: { type: 'string', pattern: namePattern.source },
    title: { type: 'string', minLength: 1 },
    version: { type: 'string', pattern: '^\\d+\\.\\d+\\.\\d+' },
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

/** A manifest, or what keeps the text from being one. */
export interface ManifestRead {
  readonly manifest: Manifest | undefined;
  readonly findings: readonly Finding[];
}

/** Reads the text of a mould.json. Never throws on what it holds. */
export function readManifest(text: string): ManifestRead {
  const source = parseJson('mould.json', text);
  if (source.value === undefined) return { manifest: undefined, findings: source.findings };
  const value = source.value;
  const format = isJsonObject(value) ? value.format : undefined;
  if (typeof format === 'number' && format > 1) {
    const newer = finding('json/newer-format', { format }, source.placeOf(['format']));
    return { manifest: undefined, findings: [newer] };
  }
  const validate = newAjv().compile(manifestSchema);
  if (!validate(value)) {
    const findings = (validate.errors ?? []).map((error) => {
      const at = toJsonPath(error.instancePath, value);
      const where = at.length === 0 ? 'mould.json' : `In mould.json, ${at.join('.')}`;
      const what = sentence(error.keyword, error.params, at);
      return finding('mould/wrong', { where, what }, source.placeOf(at));
    });
    return { manifest: undefined, findings };
  }
  const known = Object.keys(manifestSchema.properties);
  const findings = Object.keys(value as JsonObject)
    .filter((key) => !known.includes(key))
    .map((key) =>
      finding('mould/unknown-key', { key, near: nearestName(key, known) }, source.placeOf([key])),
    );
  return { manifest: value as unknown as Manifest, findings };
}

/** JSON Pointer (RFC 6901) to the steps it names; digits are indexes only where a list stands. */
function toJsonPath(pointer: string, root: Json): JsonPath {
  const path: (string | number)[] = [];
  let here: Json | undefined = root;
  for (const raw of pointer.split('/').slice(1)) {
    const step = raw.replace(/~1/g, '/').replace(/~0/g, '~');
    const key: string | number = Array.isArray(here) ? Number(step) : step;
    path.push(key);
    here = (here as Record<string | number, Json> | undefined)?.[key];
  }
  return path;
}

function sentence(keyword: string, params: Record<string, unknown>, at: JsonPath): string {
  switch (keyword) {
    case 'required':
      return `has no ${String(params.missingProperty)}`;
    case 'type':
      return `must be ${params.type === 'object' ? 'an object' : `of type ${String(params.type)}`}`;
    case 'const':
      return `must be ${JSON.stringify(params.allowedValue)}`;
    case 'pattern':
      if (at.at(-1) === 'integrity') return 'must be a digest such as sha384-…, in base64';
      return at.at(-1) === 'version'
        ? 'must be three numbers joined by dots, such as 1.0.0'
        : 'must begin with a letter and hold only letters, digits, hyphens and underscores';
    case 'format':
      return 'must be a relative address or begin with http: or https:';
    case 'minimum':
    case 'maximum':
      return `must be ${keyword === 'minimum' ? 'at least' : 'at most'} ${String(params.limit)}`;
    case 'minItems':
    case 'maxItems':
      return `must have ${keyword === 'minItems' ? 'at least' : 'at most'} ${String(params.limit)} entries`;
    case 'propertyNames':
      return at[0] === 'slots'
        ? 'may only hold names of letters, digits, hyphens and underscores that begin with a letter'
        : 'may only hold class, id, style, dir, lang and data- attributes';
    case 'uniqueItems':
      return 'must not name one twice';
    default:
      return 'may not be empty';
  }
}
