import {
  addLibrary,
  bindSpots,
  findSpots,
  type JsonObject,
  type Mould,
  moveField,
  Refusal,
  renameField,
  type Spot,
  setKey,
  unbindField,
} from 'keen-mould';
import { fieldsOf } from './paste.ts';
import { orReason } from './refused.ts';

/** The mould with spots bound, or what keeps them from that. */
export type Bound = { readonly mould: Mould; readonly count: number } | { readonly why: string };

/** Makes fields of all that is recommended, or of one spot. */
export function takeSpots(mould: Mould, spots: 'recommended' | string): Bound {
  try {
    const takes = spots === 'recommended' ? spots : [{ id: spots }];
    const { mould: bound, ties, findings } = bindSpots(mould, takes);
    if (ties.length === 0) return { why: findings[0]?.message ?? 'There is nothing to bind here.' };
    return { mould: bound, count: ties.length };
  } catch (error) {
    return refusedBy(error);
  }
}

/** Puts back what stood in a field's places. */
export function dropField(mould: Mould, name: string): Bound {
  try {
    return { mould: unbindField(mould, name).mould, count: 1 };
  } catch (error) {
    return refusedBy(error);
  }
}

function refusedBy(error: unknown): Bound {
  if (error instanceof Refusal) return { why: error.findings[0]?.message ?? '' };
  throw error;
}

/** The mould with a field under another name in its code, or what keeps it from having that. */
export function renamed(
  mould: Mould,
  name: string,
  to: string,
): { readonly mould: Mould; readonly said: string } | { readonly why: string } {
  try {
    const { mould: changed, findings } = renameField(mould, name, to);
    const [reported] = findings;
    const more = reported ? ` ${reported.message} ${reported.hint ?? ''}` : '';
    return { mould: changed, said: `${name} is ${to} now.${more}` };
  } catch (error) {
    return refusedBy(error) as { why: string };
  }
}

/** What could be a field, the recommended first. */
export function proposalsIn(mould: Mould): readonly Spot[] {
  const spots = findSpots(mould);
  return [...spots.filter((one) => one.recommended), ...spots.filter((one) => !one.recommended)];
}

/** The declaration of a field, or of a member of rows or of a group: `rows.time`. */
export function declarationOf(mould: Mould, path: string): JsonObject {
  const [name = '', ...steps] = path.split('.');
  let declared = (fieldsOf(mould)[name] ?? {}) as JsonObject;
  for (const step of steps) declared = (membersOf(declared)[step] ?? {}) as JsonObject;
  return declared;
}

/** The members of a list's rows, or of a group. */
export function membersOf({ items, properties }: JsonObject): JsonObject {
  return isObject(items) ? membersOf(items) : isObject(properties) ? properties : {};
}

/** The mould with another declaration of a field; a key that is undefined is taken out. */
export function redeclared(mould: Mould, path: string, changes: Record<string, unknown>): Mould {
  const saved = JSON.parse(mould.manifestText);
  const names = path.split('.');
  let holder = saved.fields.properties;
  for (const name of names.slice(0, -1)) holder = membersOf(holder[name]);
  const last = names.at(-1) as string;
  const merged = Object.entries({ ...holder[last], ...changes });
  holder[last] = Object.fromEntries(merged.filter(([, value]) => value !== undefined));
  return withManifest(mould, saved);
}

/** Kinds that a field may be turned into, as far as its places and its default take it. */
export const kinds = [
  'text',
  'multiline',
  'richtext',
  'number',
  'switch',
  'choice',
  'color',
  'length',
  'duration',
  'date',
  'link',
  'image',
  'media',
  'icon',
  'typeface',
  'fill',
  'shape',
  'markup',
  'target',
] as const;

/** The mould with a key of mould.json set as it is typed, or the sentence that says why not. */
export function withKey(
  mould: Mould,
  key: string,
  written: string,
  how: '=' | '+=' | '-=' = '=',
): Mould | string {
  return orReason(() => setKey(mould, key, written, how));
}

/** The mould with a font or a library more, by its address. */
export function withLoaded(mould: Mould, key: string, address: string): Mould | string {
  if (key === 'fonts') return withKey(mould, key, address, '+=');
  const [, name = 'library'] = /([\w.-]+?)(?:\.min)?\.(?:js|css)(?:[?#]|$)/.exec(address) ?? [];
  const part = /\.css(?:[?#]|$)/.test(address) ? 'style' : 'script';
  return orReason(() => addLibrary(mould, { name, part, from: address }));
}

export function isRequired(mould: Mould, path: string): boolean {
  const names = path.split('.');
  const last = names.pop() as string;
  const around =
    names.length === 0
      ? (mould.manifest.fields as JsonObject)
      : rowOf(declarationOf(mould, names.join('.')));
  return Array.isArray(around.required) && around.required.includes(last);
}

function rowOf(declared: JsonObject): JsonObject {
  return isObject(declared.items) ? declared.items : declared;
}

/** Moves a field to another place among its neighbours, by the names in their order. */
export function moved(mould: Mould, names: readonly string[], from: number, to: number): Mould {
  const rest = names.filter((_, at) => at !== from);
  const before = rest[Math.max(0, to) - 1];
  return moveField(mould, names[from] as string, before ? `after ${before}` : 'first');
}

/** What is filled in becomes what stands there by default. */
export function withDefaults(mould: Mould, values: JsonObject): Mould {
  return Object.entries(values).reduce((made, [name, value]) => {
    const declared = declarationOf(made, name);
    if (Object.keys(declared).length === 0) return made;
    const before = declared.default;
    const isGroup = declared.type === 'object' || declared.properties !== undefined;
    if (isGroup && isObject(value)) return redeclared(made, name, groupDefaults(declared, value));
    const whole = isObject(before) && isObject(value) ? { ...before, ...value } : value;
    return redeclared(made, name, { default: whole });
  }, mould);
}

/** The defaults of a group stand at its members. */
function groupDefaults(declared: JsonObject, values: JsonObject): JsonObject {
  const members = { ...(declared.properties as Record<string, JsonObject>) };
  for (const [name, value] of Object.entries(values)) {
    const member = members[name];
    if (!member) continue;
    members[name] =
      member.properties !== undefined && isObject(value)
        ? { ...member, ...groupDefaults(member, value) }
        : { ...member, default: value };
  }
  return { properties: members };
}

function isObject(value: unknown): value is JsonObject {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** The mould under other words for people. */
export function retitled(mould: Mould, changes: JsonObject): Mould {
  const saved = { ...JSON.parse(mould.manifestText), ...changes };
  return withManifest(mould, saved);
}

function withManifest(mould: Mould, manifest: Mould['manifest']): Mould {
  return { ...mould, manifest, manifestText: `${JSON.stringify(manifest, null, 2)}\n` };
}
