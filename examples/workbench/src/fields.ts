import {
  bindSpots,
  compileMould,
  findSpots,
  type JsonObject,
  type Mould,
  Refusal,
  renameField,
  type Spot,
  unbindField,
} from 'keen-mould';
import { fieldsOf } from './paste.ts';

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

/** The declaration of a field at the top. */
export function declarationOf(mould: Mould, name: string): JsonObject {
  return (fieldsOf(mould)[name] ?? {}) as JsonObject;
}

/** The mould with another declaration of a field; a key that is undefined is taken out. */
export function redeclared(mould: Mould, name: string, changes: Record<string, unknown>): Mould {
  return edited(mould, (fields) => {
    const all = { ...(fields.properties as Record<string, JsonObject>) };
    const merged = Object.entries({ ...all[name], ...changes });
    all[name] = Object.fromEntries(merged.filter(([, value]) => value !== undefined)) as JsonObject;
    return { ...fields, properties: all };
  });
}

/** Kinds that a field may be turned into, as far as its places and its default take it. */
export const kinds = [
  'text',
  'multiline',
  'richtext',
  'number',
  'switch',
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

/** The mould with a field of another kind, or the sentence that says why it cannot be one. */
export function retyped(mould: Mould, name: string, kind: string): Mould | string {
  const changed = redeclared(mould, name, { kind, type: undefined });
  const wrong = compileMould(changed).findings.find(({ level }) => level === 'error');
  return wrong ? `${wrong.message} ${wrong.hint ?? ''}`.trim() : changed;
}

export function isRequired({ manifest }: Mould, name: string): boolean {
  const { required } = manifest.fields as { required?: readonly string[] };
  return required?.includes(name) ?? false;
}

export function requiring(mould: Mould, name: string, isNeeded: boolean): Mould {
  return edited(mould, (fields) => {
    const before = (fields.required ?? []) as string[];
    const others = before.filter((one) => one !== name);
    return { ...fields, required: isNeeded ? [...others, name] : others };
  });
}

/** Moves a field to another place in the order of the form. */
export function moved(mould: Mould, from: number, to: number): Mould {
  return edited(mould, (fields) => {
    const entries = Object.entries(fields.properties as JsonObject);
    const [one] = entries.splice(from, 1);
    if (one) entries.splice(Math.max(0, to), 0, one);
    return { ...fields, properties: Object.fromEntries(entries) };
  });
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

function edited(mould: Mould, change: (fields: JsonObject) => Record<string, unknown>): Mould {
  const saved = JSON.parse(mould.manifestText);
  return withManifest(mould, { ...saved, fields: change(saved.fields) });
}

function withManifest(mould: Mould, manifest: Mould['manifest']): Mould {
  return { ...mould, manifest, manifestText: `${JSON.stringify(manifest, null, 2)}\n` };
}
