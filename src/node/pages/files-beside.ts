import { join } from 'node:path';
import type { PlacedCast } from '../../core/compose/page-file.ts';
import { isJsonObject, type Json, type JsonObject } from '../../core/model/json-source.ts';
import { liesIn } from '../files/contained.ts';
import { isThere } from '../files/write-safely.ts';

/** What is done with an address that begins with `./`. */
export interface Beside {
  /** The folder that such addresses are from. */
  readonly folder: string;
  /** Takes a file along and gives its address on the page; undefined where there is none. */
  readonly take: (path: string) => Promise<string | undefined>;
  /** Called for a file that is not there. */
  readonly missing: (path: string) => void;
  /** Called for a file outside the folder: what an editor types may not publish any of the machine's. */
  readonly outside: (path: string) => void;
}

const inMarkup = /(\s(?:src|href|poster)\s*=\s*)(["'])(\.\/[^"']+)\2/gi;

/** Values whose files lie beside them, with the addresses that those have on the page. */
export async function withFilesBeside(values: JsonObject, beside: Beside): Promise<JsonObject> {
  return (await placed(values, beside)) as JsonObject;
}

async function placed(value: Json, beside: Beside): Promise<Json> {
  if (typeof value === 'string') return inText(value, beside);
  if (Array.isArray(value)) return Promise.all(value.map((one: Json) => placed(one, beside)));
  if (!isJsonObject(value)) return value;
  const entries = Object.entries(value).map(async ([name, one]) => [
    name,
    await placed(one, beside),
  ]);
  return Object.fromEntries(await Promise.all(entries));
}

async function inText(text: string, beside: Beside): Promise<string> {
  if (!text.includes('./')) return text;
  if (text.startsWith('./')) return addressOf(text, beside);
  if (!text.includes('<')) return text;
  let out = text;
  for (const [whole, before = '', quote = '', address = ''] of [...text.matchAll(inMarkup)]) {
    out = out.replace(whole, before + quote + (await addressOf(address, beside)) + quote);
  }
  return out;
}

async function addressOf(
  address: string,
  { folder, take, missing, outside }: Beside,
): Promise<string> {
  const [, path = '', rest = ''] = /^([^?#]*)(.*)$/s.exec(address) ?? [];
  const file = join(folder, decoded(path));
  if ((await isThere(file)) && !(await liesIn(folder, file))) {
    outside(path);
    return address;
  }
  const taken = await take(file);
  if (taken === undefined) missing(path);
  return taken === undefined ? address : taken + rest;
}

function decoded(path: string): string {
  try {
    return decodeURI(path);
  } catch {
    return path;
  }
}

/** A cast whose values are those. */
export async function castBeside(cast: PlacedCast, beside: Beside): Promise<PlacedCast> {
  const { values, below, slots } = cast;
  const placed = await withFilesBeside(
    {
      ...(values ? { values } : {}),
      ...(below ? { below } : {}),
      ...(slots ? { slots } : {}),
    } as JsonObject,
    beside,
  );
  return { ...cast, ...(placed as unknown as PlacedCast) };
}
