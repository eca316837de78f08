import { type CastFile, readCastValue } from '../model/cast-file.ts';
import {
  isJsonObject,
  type Json,
  type JsonObject,
  type JsonPath,
  type JsonSource,
} from '../model/json-source.ts';
import { type Finding, finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';

/** A cast on a page, with what only a page says of it. */
export interface PlacedCast extends CastFile {
  /** The part of the host that it is put into; by default the first. */
  readonly place?: string;
  /** A file whose values it has in common with others; its own come on top. */
  readonly shares?: string;
  readonly sealed?: boolean;
  readonly look?: 'own' | 'host';
}

/** What stands on a page: its casts in order, and what is around them. */
export interface PageFile {
  readonly format: 1;
  readonly title?: string;
  /** A BCP 47 language tag. */
  readonly lang?: string;
  readonly dir?: 'ltr' | 'rtl' | 'auto';
  /** Folders that hold moulds, in the order in which they are looked through. */
  readonly moulds?: readonly string[];
  /** Style sheets of the site. */
  readonly styles?: readonly string[];
  /** An HTML page that the casts are put into. */
  readonly host?: string;
  readonly casts: readonly PlacedCast[];
}

/** A page file, or what keeps the text from being one. */
export interface PageFileRead {
  readonly page: PageFile | undefined;
  readonly findings: readonly Finding[];
}

/** What each key has to be, as words that follow its name. */
const shapes: Readonly<Record<string, readonly [is: (value: Json) => boolean, what: string]>> = {
  title: [isText, 'must be text'],
  lang: [isText, 'must be text'],
  dir: [(value) => ['ltr', 'rtl', 'auto'].includes(value as string), 'must be ltr, rtl or auto'],
  moulds: [isTexts, 'must be a list of folders'],
  styles: [isTexts, 'must be a list of files'],
  host: [isText, 'must be the name of a file'],
  casts: [(value) => Array.isArray(value), 'must be a list'],
};

const ofCast: typeof shapes = {
  place: [isText, 'must be text'],
  shares: [isText, 'must be the name of a file'],
  sealed: [(value) => typeof value === 'boolean', 'must be true or false'],
  look: [(value) => value === 'own' || value === 'host', 'must be own or host'],
};

/** True for JSON that is meant as a page: it has a list of casts. */
export function isPage(value: Json | undefined): boolean {
  return isJsonObject(value) && Array.isArray(value.casts) && value.format !== undefined;
}

/**
 * Reads a page file. Never throws on what it holds.
 *
 * @example
 * const { page } = readPageFile({ value: JSON.parse(text), findings: [], placeOf: () => ({ file }) });
 */
export function readPageFile(source: JsonSource): PageFileRead {
  const { value, placeOf } = source;
  if (value === undefined) return { page: undefined, findings: source.findings };
  const refuse = (where: string, what: string, at: JsonPath = []): PageFileRead => ({
    page: undefined,
    findings: [finding('page/wrong', { where, what }, placeOf(at))],
  });
  if (!isJsonObject(value)) return refuse('This file', 'must be a JSON object');
  const { format, casts } = value;
  if (typeof format === 'number' && format > 1) {
    const newer = finding('json/newer-format', { format }, placeOf(['format']));
    return { page: undefined, findings: [newer] };
  }
  if (format !== 1) return refuse('format', 'must be 1', ['format']);
  if (casts === undefined)
    return refuse('casts', 'is missing: the list of what stands on the page');
  const wrong = wrongKey(value, shapes, []);
  if (wrong) return refuse(wrong.where, wrong.what, wrong.at);
  const findings = unknownKeys(value, source);
  for (const [index, one] of (casts as readonly Json[]).entries()) {
    const at = ['casts', index];
    const where = `casts.${index}`;
    if (!isJsonObject(one)) return refuse(where, 'must be an object', at);
    if (typeof one.mould !== 'string') return refuse(`${where}.mould`, 'must name a mould', at);
    const odd = wrongKey(one, ofCast, at);
    if (odd) return refuse(odd.where, odd.what, odd.at);
    const read = readCastValue(one, (path) => placeOf([...at, ...path]), `${where}.`);
    if (!read.cast) return { page: undefined, findings: read.findings };
  }
  return { page: value as unknown as PageFile, findings };
}

function wrongKey(value: JsonObject, table: typeof shapes, at: JsonPath) {
  for (const [key, [is, what]] of Object.entries(table)) {
    const found = value[key];
    if (found === undefined || is(found)) continue;
    return { where: [...at, key].join('.'), what, at: [...at, key] };
  }
  return undefined;
}

function unknownKeys(value: JsonObject, { placeOf }: JsonSource): Finding[] {
  const known = ['$schema', 'format', ...Object.keys(shapes)];
  return Object.keys(value)
    .filter((key) => !known.includes(key))
    .map((key) =>
      finding('page/unknown-key', { key, near: nearestName(key, known) }, placeOf([key])),
    );
}

function isText(value: Json): boolean {
  return typeof value === 'string';
}

function isTexts(value: Json): boolean {
  return Array.isArray(value) && value.every(isText);
}
