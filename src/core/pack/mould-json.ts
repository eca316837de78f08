import { base64 } from '@scure/base';
import { requireMould, requireObject } from '../model/given.ts';
import { isJsonObject } from '../model/json-source.ts';
import type { Mould } from '../model/mould.ts';
import { finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { firstUnsafe } from '../text/safe-path.ts';
import { bytesOf, textOf } from '../text/utf8.ts';
import { type FolderFiles, filesOf, packLimits, wholeMould } from './mould-files.ts';

/** A mould as JSON, for a column of a database or the body of a request. */
export interface MouldJson {
  readonly format: 1;
  readonly name: string;
  readonly version: string;
  /** The files of its folder by their paths: texts as they are, all else in base64 (RFC 4648, 4). */
  readonly files: Readonly<Record<string, string | { readonly base64: string }>>;
}

/**
 * A mould as plain JSON. It is about as large as the files together; pictures take a third more.
 *
 * @throws Refusal when a file has a path that some system does not take
 *
 * @example
 * db.insert({ name: mould.manifest.name, mould: JSON.stringify(mouldToJson(mould)) });
 */
export function mouldToJson(mould: Mould): MouldJson {
  requireMould(mould);
  const files = filesOf(mould);
  const unsafe = firstUnsafe(Object.keys(files));
  if (unsafe) throw new Refusal(finding('pack/unsafe-path', unsafe));
  const { name, version } = mould.manifest;
  const entries = Object.entries(files).map(([path, content]) => [path, asJson(content)]);
  return { format: 1, name, version, files: Object.fromEntries(entries) };
}

/**
 * The mould that `mouldToJson` gave as JSON. It may come from anybody: nothing in it is run.
 *
 * @throws Refusal, in one sentence, for what is no such JSON, is too large, is of a newer format, or
 *   holds paths that lead elsewhere
 *
 * @example
 * const mould = mouldFromJson(JSON.parse(row.mould));
 */
export function mouldFromJson(json: unknown): Mould {
  requireObject('The JSON of a mould', json);
  const { format, files } = json as Partial<MouldJson>;
  if (typeof format === 'number' && format > 1) {
    throw new Refusal(finding('json/newer-format', { format }));
  }
  if (format !== 1 || typeof files !== 'object' || files === null) {
    refuse('has no format and files as mouldToJson gives them');
  }
  const entries = Object.entries(files);
  const size = entries.reduce((sum, [, one]) => sum + sizeOf(one), 0);
  if (entries.length > packLimits.files || size > packLimits.bytes) {
    throw new Refusal(
      finding('pack/too-large', { what: 'it is larger than 256 MB or 5000 files' }),
    );
  }
  const unsafe = firstUnsafe(entries.map(([path]) => path));
  if (unsafe) throw new Refusal(finding('pack/path', unsafe));
  const read: FolderFiles = Object.fromEntries(
    entries.map(([path, one]) => [path, contentOf(path, one)]),
  );
  if (read['mould.json'] === undefined) refuse('has no mould.json');
  return wholeMould(read);
}

/**
 * The mould without the record of its bindings, the paste and what it was accepted with: what a form
 * and its frames need, and nothing that an editor's browser would load in vain.
 *
 * @example
 * response.json(mouldToJson(forForm(mould)));
 */
export function forForm(mould: Mould): Mould {
  requireMould(mould);
  const isUnneeded = (path: string) =>
    path === 'ties.json' || path === 'accepted.json' || path.startsWith('snippet/');
  const files = Object.entries(mould.files).filter(([path]) => !isUnneeded(path));
  return { ...mould, files: Object.fromEntries(files) };
}

function refuse(why: string): never {
  throw new Refusal(finding('call/argument', { what: 'The JSON of a mould', why }));
}

/** Bytes that are a text are written as one, since base64 cannot be read or searched. */
function asJson(content: string | Uint8Array): string | { base64: string } {
  if (typeof content === 'string') return content;
  const text = textOf(content);
  const isText = !text.includes('\0') && isSame(bytesOf(text), content);
  return isText ? text : { base64: base64.encode(content) };
}

function contentOf(path: string, one: unknown): string | Uint8Array {
  if (typeof one === 'string') return one;
  if (isJsonObject(one) && typeof one.base64 === 'string') {
    try {
      return base64.decode(one.base64);
    } catch {
      // Told below.
    }
  }
  return refuse(`has a file ${path.slice(0, 120)} that is neither text nor base64`);
}

function sizeOf(one: unknown): number {
  if (typeof one === 'string') return one.length;
  return isJsonObject(one) && typeof one.base64 === 'string' ? (one.base64.length * 3) / 4 : 0;
}

function isSame(one: Uint8Array, other: Uint8Array): boolean {
  return one.length === other.length && one.every((byte, at) => byte === other[at]);
}
