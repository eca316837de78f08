import { type Finding, finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';
import { type Field, fieldsBelow } from './field.ts';
import { isJsonObject, type Json, type JsonPath, type JsonSource } from './json-source.ts';
import { keywordFaults } from './keyword-faults.ts';
import type { FieldSchema, Kind } from './kind.ts';
import { impliedKind, type KindName, kindNames, kinds } from './kinds.ts';
import { kindOfName, ownKinds } from './own-kinds.ts';
import { picked } from './picked.ts';
import { propertyName } from './property-name.ts';
import { readShapes, type ShapedGroup } from './shapes.ts';
import { settle, type ValueProblem } from './values/settle.ts';
import { shown } from './values/shown.ts';
import { type Violation, violationOf } from './values/violation.ts';

const namePattern = /^[A-Za-z][A-Za-z0-9_-]*$/;

/** The fields of a mould as one group, and what is wrong with their declarations. */
export interface FieldsRead {
  readonly root: Field;
  readonly findings: readonly Finding[];
}

/**
 * Reads the `fields` of a manifest into a tree that is complete: every default filled in,
 * every name in style settled. A declaration that cannot be read is reported and left out.
 *
 * @param source mould.json, for the places of findings
 */
export function readFields(fields: FieldSchema, source: JsonSource): FieldsRead {
  const findings: Finding[] = [];
  const add = (one: Finding) => {
    findings.push(one);
  };
  const reader = new FieldReader(source, add);
  const root = reader.read(
    { kind: 'group', ...fields },
    {
      name: '',
      path: '',
      at: ['fields'],
      required: false,
    },
  );
  reportSharedProperties(root, source, add);
  return { root, findings };
}

interface Spot {
  readonly name: string;
  readonly path: string;
  readonly at: JsonPath | undefined;
  readonly required: boolean;
}

class FieldReader {
  private readonly source: JsonSource;
  private readonly add: (one: Finding) => void;

  constructor(source: JsonSource, add: (one: Finding) => void) {
    this.source = source;
    this.add = add;
  }

  read(declared: FieldSchema, spot: Spot): Field {
    const own = ownKinds().get(String(declared.kind));
    const kindName = own?.base ?? this.kindNameOf(declared, spot) ?? 'text';
    const kind = kindOfName(kindName, own?.name);
    this.checkKeywords(declared, kind, spot);
    const shaped = this.readShapes(declared, kind, spot);
    const members = this.readMembers(
      shaped ? { ...declared, ...picked(shaped as never, ['properties', 'required']) } : declared,
      kind,
      spot,
    );
    const row = kind.isList ? this.readRow(declared, spot) : undefined;
    const title = typeof declared.title === 'string' ? declared.title : spot.name;
    const violation = this.readViolation(declared, kind, spot);
    const { name, path, at, required } = spot;
    // Completed step by step: a copy with more in it takes long to make, and there are many.
    const field: { -readonly [Key in keyof Field]: Field[Key] } = {
      name,
      path,
      at,
      required,
      title,
      kindName,
      ownKind: own?.name,
      kind,
      declared,
      members,
      row,
      violation,
      property: propertyOf(declared, path),
      shapes: shaped?.shapes,
      wasNamed: [declared.wasNamed ?? []].flat().map(String),
      default: null,
      below: undefined,
    };
    field.default = this.completeDefault(field);
    field.below = this.completeBelow(field);
    return field;
  }

  private readViolation(declared: FieldSchema, kind: Kind, spot: Spot): Violation {
    try {
      const check = violationOf(kind.schema(declared));
      const own = ownKinds().get(String(declared.kind))?.violation;
      return own ? (value) => check(value) ?? own(value) : check;
    } catch (error) {
      const what = (error as Error).message.replace(/^./, (letter) => letter.toLowerCase());
      this.say('field/wrong', { path: nameOf(spot), what }, spot);
      return () => undefined;
    }
  }

  private kindNameOf(declared: FieldSchema, spot: Spot): KindName | undefined {
    if (declared.kind === undefined) {
      const implied = impliedKind(declared);
      if (!implied) this.say('field/no-kind', { path: spot.path }, spot);
      return implied;
    }
    const kind = String(declared.kind);
    if (Object.hasOwn(kinds, kind)) return kind as KindName;
    const near = nearestName(kind, kindNames);
    this.say(
      'field/unknown-kind',
      { path: spot.path, kind, near, kinds: [...kindNames, ...ownKinds().keys()] },
      spot,
      'kind',
    );
    return undefined;
  }

  private checkKeywords(declared: FieldSchema, kind: Kind, spot: Spot): void {
    if (spot.at === undefined) return;
    for (const { code, data, key } of keywordFaults(declared, kind, spot)) {
      this.say(code, data, spot, key);
    }
  }

  private readShapes(declared: FieldSchema, kind: Kind, spot: Spot): ShapedGroup | undefined {
    if (kind !== kinds.group || declared.oneOf === undefined) return undefined;
    const read = readShapes(declared);
    if (typeof read !== 'string') return read;
    this.say('field/wrong', { path: nameOf(spot), what: read }, spot, 'oneOf');
    return undefined;
  }

  private readMembers(declared: FieldSchema, kind: Kind, spot: Spot): Field[] {
    const below = (name: string) => (spot.path === '' ? name : `${spot.path}.${name}`);
    if (kind.members) {
      return Object.entries(kind.members).map(([name, member]) =>
        this.read(member, { name, path: below(name), at: undefined, required: false }),
      );
    }
    if (kind !== kinds.group || !isJsonObject(declared.properties)) return [];
    const required = Array.isArray(declared.required) ? (declared.required as Json[]) : [];
    const fields: Field[] = [];
    for (const [name, member] of Object.entries(declared.properties)) {
      const at = [...(spot.at ?? []), 'properties', name];
      const own = { name, path: below(name), at, required: required.includes(name) };
      const isRowKey = name === 'row' && spot.name === 'row';
      if (!namePattern.test(name) || isRowKey) this.say('field/bad-name', { name }, own);
      else if (isJsonObject(member)) fields.push(this.read(member, own));
      else this.say('field/no-kind', { path: own.path }, own);
    }
    for (const name of required) {
      if (!fields.some((field) => field.name === name)) {
        const what = `required lists ${shown(name)}, which is not a field`;
        this.say('field/wrong', { path: nameOf(spot), what }, spot, 'required');
      }
    }
    return fields;
  }

  private readRow(declared: FieldSchema, spot: Spot): Field | undefined {
    const at = [...(spot.at ?? []), 'items'];
    if (isJsonObject(declared.items)) {
      return this.read(declared.items, { ...spot, name: 'row', at, required: false });
    }
    const what = 'items does not define a row';
    this.say('field/wrong', { path: spot.path, what }, spot);
    return undefined;
  }

  /** What the declaration gives for narrow viewports; `{}` allows for it and gives nothing. */
  private completeBelow(field: Field): Field['below'] {
    const { below } = field.declared;
    if (!isJsonObject(below)) return undefined;
    return Object.fromEntries(
      Object.entries(below).map(([width, value]) => {
        const at = [...(field.at ?? []), 'below', width];
        const report = (problem: ValueProblem) => this.reportDefault(field, problem);
        const given = { value, fallback: field.default, at, label: '' };
        return [width, settle(field, given, { report })];
      }),
    );
  }

  private reportDefault(field: Field, problem: ValueProblem): void {
    if (problem.what === 'required' || problem.what === 'converted') return;
    const what =
      problem.what === 'wrong'
        ? `${problem.rule.says}, but is ${shown(problem.found)}`
        : `has ${String(problem.at.at(-1))}, which is not one of its fields`;
    const place = this.source.placeOf(problem.at);
    this.add(finding('field/bad-default', { path: nameOf(field), what }, place, field.path));
  }

  /** The declared default, completed by the defaults of members and rows, and checked. */
  private completeDefault(field: Field): Json {
    const fallback =
      field.members.length > 0
        ? Object.fromEntries(field.members.map((member) => [member.name, member.default]))
        : field.kind.blank(field.declared);
    const at = [...(field.at ?? []), 'default'];
    const report = (problem: ValueProblem) => this.reportDefault(field, problem);
    return settle(field, { value: field.declared.default, fallback, at, label: '' }, { report });
  }

  private say(...[code, data, spot, key]: SayArguments): void {
    const at = [...(spot.at ?? []), ...(key === undefined ? [] : [key])];
    this.add(finding(code, data as never, this.source.placeOf(at), spot.path));
  }
}

type SayArguments = [
  code: Parameters<typeof finding>[0],
  data: Record<string, unknown>,
  spot: Spot,
  key?: string,
];

/** How a message names a field; the whole of them has no name of its own. */
function nameOf(spot: { readonly path: string }): string {
  return spot.path === '' ? 'fields' : spot.path;
}

/** After the path, unless the field says otherwise. */
function propertyOf(declared: FieldSchema, path: string): string {
  if (typeof declared.property === 'string') return declared.property;
  return propertyName(path);
}

function reportSharedProperties(
  root: Field,
  source: JsonSource,
  add: (one: Finding) => void,
): void {
  const owners = new Map<string, string>();
  for (const { property, path, at, kind } of fieldsBelow(root)) {
    if (!kind.css) continue;
    const other = owners.get(property);
    if (other === undefined) owners.set(property, path);
    else {
      const data = { path, other, property };
      add(finding('field/same-property', data, source.placeOf(at ?? []), path));
    }
  }
}
