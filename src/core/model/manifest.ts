import { manifestErrorsWith } from '../../generated/manifest-errors.ts';
import { type Finding, finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';
import {
  isJsonObject,
  type Json,
  type JsonObject,
  type JsonPath,
  parseJson,
} from './json-source.ts';
import { manifestSchema } from './manifest-schema.ts';
import type { Manifest } from './mould.ts';
import { isSafeAddress } from './safe-address.ts';
import { versionRule } from './version.ts';

const manifestErrors = manifestErrorsWith({ 'safe-address': isSafeAddress });

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
  const errors = manifestErrors(value);
  if (errors.length > 0) {
    const findings = errors.map((error) => {
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
      if (at.at(-1) === 'integrity') return 'must be an integrity hash such as sha384-…';
      return at.at(-1) === 'version'
        ? versionRule
        : 'must start with a letter and contain only letters, digits, hyphens and underscores';
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
        ? 'may only contain names of letters, digits, hyphens and underscores that start with a letter'
        : 'may only contain class, id, style, dir, lang and data- attributes';
    case 'uniqueItems':
      return 'must not list the same entry twice';
    default:
      return 'must not be empty';
  }
}
