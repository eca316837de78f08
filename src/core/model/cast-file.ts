import { type Finding, finding, type Place } from '../problem/finding.ts';
import {
  isJsonObject,
  type Json,
  type JsonObject,
  type JsonPath,
  type JsonSource,
} from './json-source.ts';
import { namePattern } from './mould.ts';

/** One placed copy of a mould as it is written down. A sample is one without mould and id. */
export interface CastFile {
  readonly format?: 1;
  readonly mould?: string;
  readonly version?: string;
  readonly id?: string;
  readonly values?: JsonObject;
  /** Values for viewports narrower than so many px, by width and then by field. */
  readonly below?: JsonObject;
  /** What is placed in its slots, by their names. */
  readonly slots?: Readonly<Record<string, readonly SlotContent[]>>;
  /** Values whose field is gone, by path; carried along, never dropped. */
  readonly kept?: JsonObject;
}

/** A cast placed inside another, or the host's own markup, which is inserted as given. */
export type SlotContent = CastFile | { readonly markup: string };

/** A cast file, or what keeps the text from being one. */
export interface CastFileRead {
  readonly cast: CastFile | undefined;
  readonly findings: readonly Finding[];
}

const strings = ['mould', 'version', 'id'] as const;
const objects = ['values', 'below', 'kept'] as const;
const later = ['place', 'shares'];

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
  const read = readCastValue(value, source.placeOf);
  if (!read.cast) return read;
  const findings = later
    .filter((key) => value[key] !== undefined)
    .map((key) => finding('cast/not-yet', { key }, source.placeOf([key])));
  return { cast: read.cast, findings };
}

/**
 * Reads an object as a cast.
 *
 * @param placeOf where each of its parts stands
 * @param before what comes before its own keys where a message names them
 */
export function readCastValue(
  value: JsonObject,
  placeOf: (path: JsonPath) => Place,
  before = '',
): CastFileRead {
  const refuse = (where: string, what: string, key: string): CastFileRead => ({
    cast: undefined,
    findings: [finding('cast/wrong', { where: before + where, what }, placeOf([key]))],
  });
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
    const bad = finding('cast/bad-id', { id: String(value.id) }, placeOf(['id']));
    return { cast: undefined, findings: [bad] };
  }
  const wrong = wrongSlot(value.slots);
  if (wrong) return refuse(wrong.where, wrong.what, 'slots');
  return { cast: value as unknown as CastFile, findings: [] };
}

/** What is wrong with what is placed in slots; anything placed has `mould` or `markup`. */
function wrongSlot(
  slots: Json | undefined,
  path = 'slots',
): { readonly where: string; readonly what: string } | undefined {
  if (slots === undefined) return undefined;
  if (!isJsonObject(slots)) return { where: path, what: 'must be an object of lists' };
  for (const [name, list] of Object.entries(slots)) {
    const where = `${path}.${name}`;
    if (!Array.isArray(list)) return { where, what: 'must be a list of casts or markup' };
    for (const [at, one] of list.entries()) {
      const here = `${where}.${at}`;
      if (!isJsonObject(one)) return { where: here, what: 'must be an object' };
      const isCast = typeof one.mould === 'string';
      if (isCast === (typeof one.markup === 'string')) {
        return { where: here, what: 'must have either mould, with a name, or markup, as text' };
      }
      if (isCast && one.values !== undefined && !isJsonObject(one.values)) {
        return { where: `${here}.values`, what: 'must be an object' };
      }
      if (isCast && one.id !== undefined && !namePattern.test(String(one.id))) {
        return { where: `${here}.id`, what: 'must be a name that begins with a letter' };
      }
      const wrong = wrongSlot(one.slots, `${here}.slots`);
      if (wrong) return wrong;
    }
  }
  return undefined;
}
