import { applyEdits, modify } from 'jsonc-parser';
import type { JsonObject } from '../../model/json-source.ts';
import { isJsonObject, type Json } from '../../model/json-source.ts';
import type { Manifest, Mould } from '../../model/mould.ts';

const formattingOptions = { insertSpaces: true, tabSize: 2, eol: '\n' };

/** Keys and numbers down to a value in mould.json. */
export type Keys = readonly (string | number)[];

/** The mould with a value set in mould.json, or taken out; all else stays as it was written. */
export function withManifestAt(mould: Mould, keys: Keys, value: Json | undefined): Mould {
  const edits = modify(mould.manifestText, [...keys], value, { formattingOptions });
  const manifestText = applyEdits(mould.manifestText, edits);
  const manifest = JSON.parse(manifestText.replace(/^\uFEFF/, '')) as Manifest;
  return { ...mould, manifest, manifestText };
}

/** What mould.json has at some keys. */
export function manifestAt({ manifest }: Pick<Mould, 'manifest'>, keys: Keys): Json | undefined {
  let value: Json | undefined = manifest as unknown as Json;
  for (const key of keys) {
    if (Array.isArray(value)) value = value[Number(key)];
    else if (isJsonObject(value ?? null)) value = (value as JsonObject)[String(key)];
    else return undefined;
  }
  return value;
}

/** Where the members of a list's rows, or of a group, are declared; undefined for other fields. */
function membersOf(declared: Json | undefined, keys: Keys): Keys | undefined {
  if (!isJsonObject(declared ?? null)) return undefined;
  const { items, properties } = declared as JsonObject;
  if (isJsonObject(items ?? null)) return membersOf(items, [...keys, 'items']);
  return isJsonObject(properties ?? null) ? [...keys, 'properties'] : undefined;
}

/**
 * Where a field is declared in mould.json, or would be: `rows.time` is a member of the rows.
 *
 * @returns undefined where what it would be in has no members
 */
export function keysOf(mould: Mould, path: string): Keys | undefined {
  let keys: Keys = ['fields', 'properties'];
  const names = path.split('.');
  for (const [at, name] of names.entries()) {
    const own = [...keys, name];
    if (at === names.length - 1) return own;
    const inside = membersOf(manifestAt(mould, own), own);
    if (!inside) return undefined;
    keys = inside;
  }
  return undefined;
}
