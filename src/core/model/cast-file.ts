import { type Finding, finding } from '../problem/finding.ts';
import { isJsonObject, type JsonObject, type JsonSource } from './json-source.ts';
import { namePattern } from './mould.ts';

/** One placed copy of a mould as it is written down. A sample is one without mould and id. */
export interface CastFile {
  readonly format?: 1;
  readonly mould?: string;
  readonly version?: string;
  readonly id?: string;
  readonly values?: JsonObject;
  /** Values whose field is gone, by path; carried along, never dropped. */
  readonly kept?: JsonObject;
}

/** A cast file, or what keeps the text from being one. */
export interface CastFileRead {
  readonly cast: CastFile | undefined;
  readonly findings: readonly Finding[];
}

const strings = ['mould', 'version', 'id'] as const;
const objects = ['values', 'kept'] as const;
const later = ['below', 'slots', 'place', 'shares'];

/**
 * Reads a cast, a sample, or bare values by field name. What has `format` is a cast or a
 * sample; anything else is values, so that a short file by hand needs no frame around it.
 */
export function readCastFile(source: JsonSource): CastFileRead {
  const { value } = source;
  if (value === undefined) return { cast: undefined, findings: source.findings };
  const refuse = (where: string, what: string, key?: string): CastFileRead => ({
    cast: undefined,
    findings: [finding('cast/wrong', { where, what }, source.placeOf(key ? [key] : []))],
  });
  if (!isJsonObject(value)) return refuse('This file', 'must be a JSON object of values');
  if (!Object.hasOwn(value, 'format')) return { cast: { values: value }, findings: [] };
  if (typeof value.format !== 'number') return refuse('format', 'must be 1', 'format');
  if (value.format > 1) {
    const newer = finding(
      'json/newer-format',
      { format: value.format },
      source.placeOf(['format']),
    );
    return { cast: undefined, findings: [newer] };
  }
  for (const key of strings) {
    if (value[key] !== undefined && typeof value[key] !== 'string') {
      return refuse(key, 'must be text', key);
    }
  }
  for (const key of objects) {
    if (value[key] !== undefined && !isJsonObject(value[key])) {
      return refuse(key, 'must be an object', key);
    }
  }
  if (value.id !== undefined && !namePattern.test(String(value.id))) {
    const bad = finding('cast/bad-id', { id: String(value.id) }, source.placeOf(['id']));
    return { cast: undefined, findings: [bad] };
  }
  const findings = later
    .filter((key) => value[key] !== undefined)
    .map((key) => finding('cast/not-yet', { key }, source.placeOf([key])));
  return { cast: value as CastFile, findings };
}
