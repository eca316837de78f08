import { compileMould } from '../../compile/compile-mould.ts';
import { type Field, fieldsBelow } from '../../model/field.ts';
import { requireMould } from '../../model/given.ts';
import { isJsonObject, type Json, type JsonObject } from '../../model/json-source.ts';
import type { Kind } from '../../model/kind.ts';
import { type KindName, kinds } from '../../model/kinds.ts';
import type { Mould } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import { Refusal } from '../../problem/refusal.ts';
import { type Keys, keysOf, manifestAt, withManifestAt } from '../bind/manifest-edit.ts';
import { eachOnce, fontsAt } from '../library/fonts.ts';

/** Keys of mould.json that are set as a whole or by a key below them. */
const words = new Set(['title', 'version', 'shelf', 'summary']);
const lists = new Set(['reaches', 'within', 'sharedEvents']);
const objects = new Set(['origin', 'needs', 'slots']);

/** Keys whose values are lists of words, wherever they stand. */
const wordLists =
  /^(?:reaches|within|sharedEvents|needs\.\w+|slots\.[^.]+\.accepts|fields\..*\.(?:wasNamed|classes|enum))$/;

/**
 * Sets a key of mould.json: of the mould, such as `title` or `widths`; of a field, `fields.gap.title`
 * or in a row `fields.rows.time.title`; of a slot, `slots.notes.accepts`.
 *
 * @param written as typed: a word, a number, words with commas for a list, or JSON; '' takes it out
 * @param how `=` to set, `+=` and `-=` for one entry of a list
 * @throws Refusal for a key that is none, or a value that the mould would not hold with
 *
 * @example
 * const titled = setKey(mould, 'fields.gap.title', 'Gap');
 */
export function setKey(
  mould: Mould,
  key: string,
  written: string,
  how: '=' | '+=' | '-=' = '=',
): Mould {
  requireMould(mould);
  const made = key.startsWith('fields.')
    ? inField(mould, key, written, how)
    : inMould(mould, key, written, how);
  const known = new Set(errorsIn(mould).map(({ message }) => message));
  const wrong = errorsIn(made).find(({ message }) => !known.has(message));
  if (wrong) throw new Refusal(wrong);
  return made;
}

function errorsIn(mould: Mould) {
  // What is wrong with a declaration is a warning in a file, and an error in what is typed.
  const isWrong = ({ level, code }: Finding) =>
    level === 'error' || (level === 'warning' && code.startsWith('field/'));
  return compileMould(mould).findings.filter(isWrong);
}

function inMould(mould: Mould, key: string, written: string, how: string): Mould {
  const [first = '', ...rest] = key.split('.');
  const keys = [first, ...rest];
  if (first === 'libraries' && how === '-=') return withoutLibrary(mould, written);
  if (first === 'fonts' && how !== '=') return withFonts(mould, written, how);
  const isKnown =
    rest.length === 0
      ? words.has(first) || lists.has(first) || first === 'widths'
      : objects.has(first);
  if (!isKnown) throw new Refusal(finding('hand/no-key', { key }));
  if (first === 'widths') {
    const widths = listAt(mould, keys, written, how).map(Number);
    return withManifestAt(mould, keys, widths.length > 0 ? widths : undefined);
  }
  if (wordLists.test(key)) {
    const all = listAt(mould, keys, written, how);
    return withManifestAt(mould, keys, all.length > 0 ? all : undefined);
  }
  if (written === '') return withManifestAt(mould, keys, undefined);
  const isWord = words.has(first) || first === 'origin' || rest.at(-1) === 'title';
  return withManifestAt(mould, keys, isWord ? written : typed(written));
}

/** The mould with a web font more, by its address or as `FAMILY=ADDRESS`, or with one less. */
function withFonts(mould: Mould, written: string, how: string): Mould {
  const { fonts = [] } = mould.manifest;
  const [, family = '', style = written] = /^([^=:/]+)=(.+)$/.exec(written) ?? [];
  const added = family === '' ? fontsAt(written) : [{ family: family.trim(), style }];
  if (how === '+=' && added.length === 0)
    throw new Refusal(finding('hand/no-font', { address: written }));
  const left = how === '-=' ? fonts.filter((one) => one.family !== written) : [...fonts, ...added];
  const value = left.length > 0 ? (eachOnce(left) as unknown as Json) : undefined;
  return withManifestAt(mould, ['fonts'], value);
}

/** The mould without a library, whose files stay in its folder. */
function withoutLibrary(mould: Mould, name: string): Mould {
  const { libraries = [] } = mould.manifest;
  const left = libraries.filter((one) => one.name !== name);
  if (left.length === libraries.length)
    throw new Refusal(finding('hand/no-key', { key: `libraries ${name}` }));
  const value = left.length > 0 ? (left as unknown as Json) : undefined;
  return withManifestAt(mould, ['libraries'], value);
}

/** A list with what is set, added or taken out. */
function listAt(mould: Mould, keys: Keys, written: string, how: string): string[] {
  const given = written
    .replace(/^\[|\]$/g, '')
    .split(',')
    .map((one) => one.trim().replace(/^"|"$/g, ''))
    .filter((one) => one !== '');
  const before = manifestAt(mould, keys);
  const held = Array.isArray(before) ? before.map(String) : [];
  if (how === '+=') return [...held, ...given.filter((one) => !held.includes(one))];
  return how === '-=' ? held.filter((one) => !given.includes(one)) : given;
}

function inField(mould: Mould, key: string, written: string, how: string): Mould {
  const path = key.slice('fields.'.length);
  const fields = fieldsBelow(compileMould(mould).root).filter(({ at }) => at !== undefined);
  const field = fields
    .filter((one) => path.startsWith(`${one.path}.`))
    .sort((a, b) => b.path.length - a.path.length)[0];
  const own = field && keysOf(mould, field.path);
  const [, added, kind] = /^([A-Za-z][\w-]*)\.(kind)$/.exec(path) ?? [];
  // A field that fills no place: a note among the others.
  if (!field && added && kind && written === 'note')
    return withManifestAt(mould, ['fields', 'properties', added], {
      type: 'null',
      description: '',
    });
  if (!field || !own) {
    const known = fields.map((one) => one.path);
    const name = path.split('.')[0] ?? path;
    throw new Refusal(
      finding('bind/no-field', { path: name, near: nearestName(name, known), known }),
    );
  }
  const [keyword = '', ...rest] = path.slice(field.path.length + 1).split('.');
  const keys = [...own, keyword, ...rest];
  if (keyword === 'kind') return retyped(mould, own, written);
  if (keyword === 'required') return required(mould, own, field, written);
  if (keyword === 'below') return withBelow(mould, own, field, rest, written);
  if (keyword === 'default' && rest.length === 0)
    return withManifestAt(
      mould,
      keys,
      written === '' ? undefined : (field.kind.read(written, field.declared) ?? written),
    );
  if (wordLists.test(key)) {
    const all = listAt(mould, keys, written, how);
    return withManifestAt(mould, keys, all.length > 0 ? all : undefined);
  }
  const isWord = /^(?:title|description|section|when|unit|property|caption|pattern)$/.test(keyword);
  if (written === '') return withManifestAt(mould, keys, undefined);
  return withManifestAt(mould, keys, isWord ? written : typed(written));
}

function typed(written: string): Json {
  try {
    return JSON.parse(written) as Json;
  } catch {
    return written;
  }
}

const types: Readonly<Record<string, JsonObject>> = {
  text: { type: 'string' },
  number: { type: 'number' },
  switch: { type: 'boolean' },
};

/** A field of another kind; `choice(a|b)` says what there is to choose from. */
function retyped(mould: Mould, own: Keys, written: string): Mould {
  const before = manifestAt(mould, own);
  const {
    type,
    kind,
    enum: all,
    oneOf,
    unit,
    format,
    minimum,
    maximum,
    ...rest
  } = (isJsonObject(before ?? null) ? before : {}) as JsonObject;
  const [, name = written, options] = /^(\w+)\((.*)\)$/.exec(written) ?? [];
  const held = rest.default;
  if (name === 'choice') {
    const given = options?.split('|') ?? (Array.isArray(all) ? all.map(String) : []);
    const whole =
      held === undefined || given.includes(String(held)) ? given : [String(held), ...given];
    return withManifestAt(mould, own, { enum: whole, ...rest });
  }
  const next = kindNamed(name);
  const asked = held === undefined || next === undefined ? held : heldAs(next, name, held);
  const less = asked === undefined ? rest : { ...rest, default: asked };
  return withManifestAt(mould, own, { ...(types[name] ?? { kind: name }), ...less });
}

function kindNamed(name: string): Kind | undefined {
  return Object.hasOwn(kinds, name) ? kinds[name as KindName] : undefined;
}

/** What a field held, as its new kind would: 300 as a time is 300ms. */
function heldAs(kind: Kind, name: string, held: Json): Json {
  if (name === 'duration' && typeof held === 'number') return `${held}ms`;
  const said = isJsonObject(held) ? (held.text ?? held.href ?? held.src ?? held.family) : held;
  if (typeof said === 'object') return held;
  const read = kind.read(String(said), {});
  return read === undefined ? held : (kind.accept?.(read, {}) ?? read);
}

function required(mould: Mould, own: Keys, { name }: Field, written: string): Mould {
  const around = [...own.slice(0, -2), 'required'];
  const before = manifestAt(mould, around);
  const others = (Array.isArray(before) ? before : []).filter((one) => one !== name);
  const all = /^(?:true|yes)$/.test(written) ? [...others, name] : others;
  return withManifestAt(mould, around, all.length > 0 ? all : undefined);
}

function withBelow(
  mould: Mould,
  own: Keys,
  field: Field,
  rest: readonly string[],
  written: string,
): Mould {
  const [width] = rest;
  if (width === undefined) {
    return withManifestAt(mould, [...own, 'below'], written === '' ? undefined : typed(written));
  }
  const before = manifestAt(mould, [...own, 'below']);
  const all: JsonObject = isJsonObject(before ?? null) ? (before as JsonObject) : {};
  const { [width]: _, ...others } = all;
  const value = field.kind.read(written, field.declared) ?? written;
  return withManifestAt(
    mould,
    [...own, 'below'],
    written === '' ? others : { ...others, [width]: value },
  );
}

/**
 * Moves a field within its form or its row.
 *
 * @param to `first`, `last`, `after NAME` or `before NAME`
 * @throws Refusal where there are no such fields
 *
 * @example
 * const moved = moveField(mould, 'rows.time', 'first');
 */
export function moveField(mould: Mould, path: string, to: string): Mould {
  requireMould(mould);
  const own = keysOf(mould, path);
  const around = own?.slice(0, -1);
  const all = around && manifestAt(mould, around);
  const name = path.slice(path.lastIndexOf('.') + 1);
  const [, side, other = ''] = /^(?:(after|before)\s+)?(?:.*\.)?([\w-]+)$/.exec(to.trim()) ?? [];
  if (!around || !isJsonObject(all ?? null) || !Object.hasOwn(all as JsonObject, name))
    throw new Refusal(finding('hand/no-key', { key: `fields.${path}` }));
  const entries = Object.entries(all as JsonObject);
  const own1 = entries.find(([key]) => key === name) as [string, Json];
  const rest = entries.filter(([key]) => key !== name);
  const at = rest.findIndex(([key]) => key === other);
  const index =
    side === undefined
      ? other === 'first'
        ? 0
        : other === 'last'
          ? rest.length
          : at + 1
      : side === 'after'
        ? at + 1
        : at;
  if (index < 0 || (at < 0 && !/^(?:first|last)$/.test(other)))
    throw new Refusal(finding('hand/no-key', { key: `fields.${other}` }));
  return withManifestAt(
    mould,
    around,
    Object.fromEntries([...rest.slice(0, index), own1, ...rest.slice(index)]),
  );
}
