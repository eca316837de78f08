import { isJsonObject, type Json, type JsonObject } from '../../model/json-source.ts';
import type { Mould } from '../../model/mould.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { escapeRegExp } from '../../text/escape-reg-exp.ts';
import type { Change } from '../ties/render.ts';
import type { Tie } from '../ties/tie.ts';
import { readTies, withTies } from '../ties/ties.ts';
import { keysOf, manifestAt, withManifestAt } from './manifest-edit.ts';
import type { Unbound } from './unbind-field.ts';

/**
 * Takes a field out of the rows of a list. What stood in the row that the others are written after
 * stands in all of them from then on.
 *
 * @param path of a member of rows, such as `rows.time`
 * @throws Refusal where it cannot be taken out alone
 */
export function dropMember(mould: Mould, path: string): Unbound {
  const { before, ties, findings } = readTies(mould);
  const [list = path] = path.split('.');
  const tie = ties.find(({ field }) => field === list);
  const own = tie?.changes.filter((one) => speaksOf(one, path)) ?? [];
  const isAlone = own.every((one) => !speaksOfOther(one, path));
  if (!tie || own.length === 0 || !isAlone)
    throw new Refusal(finding('bind/in-row', { path, list }));
  const places = tie.places.filter(({ field }) => field === path);
  const next: Tie = {
    ...tie,
    places: tie.places.filter((one) => !places.includes(one)),
    changes: tie.changes.filter((one) => !own.includes(one)),
  };
  const free = withoutMember(mould, path);
  const made = withTies(
    free,
    before,
    ties.map((one) => (one === tie ? next : one)),
  );
  const [first] = places;
  const text = first?.replaced ?? '';
  const isSeen = text !== '' && new Set(places.map(({ replaced }) => replaced)).size > 1;
  return {
    mould: made,
    tie: { field: path, kind: tie.kind, places, changes: own },
    findings: [...findings, ...(isSeen ? [finding('hand/all-rows-alike', { path, text })] : [])],
  };
}

function speaksOf({ parts }: Change, path: string): boolean {
  const name = new RegExp(`[~"\\s]${escapeRegExp(path)}(?![\\w-])`);
  return parts.some((part) => typeof part === 'string' && name.test(part));
}

/** True for a change that binds another member of the rows as well. */
function speaksOfOther({ parts }: Change, path: string): boolean {
  const around = path.slice(0, path.lastIndexOf('.') + 1);
  const names = new RegExp(`${escapeRegExp(around)}[\\w-]+`, 'g');
  return parts.some(
    (part) => typeof part === 'string' && (part.match(names) ?? []).some((name) => name !== path),
  );
}

/** mould.json without a member of rows, and without its values in their defaults. */
function withoutMember(mould: Mould, path: string): Mould {
  const keys = keysOf(mould, path) ?? [];
  const names = path.split('.');
  const name = names.at(-1) as string;
  const listKeys = keysOf(mould, names[0] as string) ?? [];
  const held = manifestAt(mould, [...listKeys, 'default']);
  const free = withManifestAt(mould, keys, undefined);
  const less =
    held === undefined
      ? free
      : withManifestAt(free, [...listKeys, 'default'], without(held, names.slice(1, -1), name));
  const caption = manifestAt(less, [...listKeys, 'caption']);
  const isCaption =
    typeof caption === 'string' && (caption === path || caption.startsWith(`${path}.`));
  return isCaption ? withManifestAt(less, [...listKeys, 'caption'], undefined) : less;
}

function without(value: Json, steps: readonly string[], name: string): Json {
  if (Array.isArray(value)) return value.map((one) => without(one, steps, name));
  if (!isJsonObject(value ?? null)) return value;
  const [step, ...rest] = steps;
  const object = value as JsonObject;
  if (step === undefined) {
    const { [name]: _, ...others } = object;
    return others;
  }
  return { ...object, [step]: without(object[step] ?? null, rest, name) };
}
