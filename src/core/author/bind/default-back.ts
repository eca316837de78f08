import type { FieldUse, PropertyUse, ReadUse, TakenUse } from '../../compile/uses/field-use.ts';
import { usesIn, usesOf } from '../../compile/uses/field-uses.ts';
import type { Field } from '../../model/field.ts';
import { fieldsBelow } from '../../model/field.ts';
import { isJsonObject, type Json } from '../../model/json-source.ts';
import { escapeHtml } from '../../model/kinds/html/escape-html.ts';
import type { Mould } from '../../model/mould.ts';
import { eachPart, fileOf, type SourcePart, type Sources } from '../../model/source-parts.ts';
import { valueAt } from '../../model/values/steps.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { type Edit, withEdits } from '../../text/edits.ts';
import { indexLines } from '../../text/line-index.ts';

/** Sources in which a field's default stands where the field did. */
export interface DefaultBack {
  readonly sources: Sources;
  readonly isChanged: boolean;
  /** Errors where it stands in what no value can take the place of; warnings where it may be read. */
  readonly findings: readonly Finding[];
}

interface PartEdit extends Edit {
  readonly in: SourcePart;
}

/**
 * Writes a field's default into its places: `{~…~}`, `var(--…)` and reads of `mould.values`.
 * Elements that repeat, or come and go, by the field are left, and reported.
 */
export function withDefaultBack(mould: Mould, field: Field): DefaultBack {
  const { uses, loose } = usesIn(mould);
  const own = usesOf(uses, field);
  const members = new Map([field, ...fieldsBelow(field)].map((one) => [one.path, one]));
  const edits = own.flatMap((use) => editOf(use, field, members, mould));
  const sources = eachPart((part) => {
    const text = mould[part];
    const ofPart = edits.filter((one) => one.in === part);
    return withEdits(text, { start: 0, end: text.length }, ofPart);
  });
  const [first] = loose;
  const script = indexLines('script.js', mould.script);
  const read = first
    ? [finding('bind/still-read', { name: field.path }, script.placeAt(first.start), field.path)]
    : [];
  return {
    sources,
    isChanged: edits.length > 0,
    findings: [...structural(mould, own, field), ...read],
  };
}

function structural(mould: Mould, uses: readonly FieldUse[], { path }: Field): Finding[] {
  return uses.flatMap((use) => {
    if (use.as !== 'structure' && use.as !== 'rule') return [];
    const binding = use.as === 'rule' ? '@km-each' : use.binding;
    const data = { name: path, where: binding ?? 'its element' };
    const place = indexLines(fileOf[use.in], mould[use.in]).placeAt(use.whole.start);
    return [finding('bind/not-put-back', data, place, path)];
  });
}

function editOf(
  use: FieldUse,
  field: Field,
  members: ReadonlyMap<string, Field>,
  mould: Mould,
): PartEdit[] {
  switch (use.as) {
    case 'hole': {
      const member = members.get(use.path);
      return member ? [inHole(use, heldBy(member, field), mould.template)] : [];
    }
    case 'var':
      return inVar(
        use,
        [...members.values()].map((one) => heldBy(one, field)),
      );
    case 'read':
      return [inRead(use, field, mould[use.in])];
    case 'taken':
      return inPattern(use, field);
    default:
      return [];
  }
}

/** A member with what it has in the default of the field it belongs to. */
function heldBy(member: Field, field: Field): Field {
  const steps = member.path.slice(field.path.length).split('.').slice(1);
  const held = valueAt(field.default, steps);
  return held === undefined ? member : { ...member, default: held };
}

function inHole(
  { only, whole }: Extract<FieldUse, { as: 'hole' | 'structure' }>,
  member: Field,
  template: string,
): PartEdit {
  const { kind, default: held } = member;
  if (!only) {
    const isMarkup = kind.html !== undefined && !kind.isEmpty(held);
    const text = isMarkup
      ? (kind.html?.(held, 'flow') ?? '')
      : escapeHtml(writtenAs(member, 'text'));
    return { in: 'template', ...whole, text };
  }
  const isAddress = /^(?:href|src|poster|action|data)$/.test(only.name);
  const value = writtenAs(member, isAddress ? 'address' : 'text');
  if (value !== '') return { in: 'template', ...whole, text: escapeHtml(value) };
  // An attribute that is nothing else goes where its value is empty, as in a cast.
  const { start, end } = only.range;
  const blank = /\s*$/.exec(template.slice(0, start))?.[0].length ?? 0;
  return { in: 'template', start: start - blank, end, text: '' };
}

function writtenAs({ kind, default: held }: Field, as: 'text' | 'address'): string {
  if (kind.isEmpty(held)) return '';
  const write = as === 'address' ? (kind.address ?? kind.text) : (kind.text ?? kind.address);
  return write?.(held) ?? '';
}

/** A custom property that is empty stays as it is: nobody sets it, which comes to the same. */
function inVar(use: PropertyUse, members: readonly Field[]): PartEdit[] {
  const member = members.find(({ property }) => property === use.property);
  if (!member?.kind.css || member.kind.isEmpty(member.default)) return [];
  const text = member.kind.css(member.default, member.declared);
  return [{ in: use.in, ...use.whole, text: use.in === 'template' ? escapeHtml(text) : text }];
}

/** The value as far down as it has what is read; a method of it is its own. */
function inRead({ in: part, steps, start }: ReadUse, field: Field, source: string): PartEdit {
  let value = dataOf(field);
  let end = steps[0]?.end ?? start;
  for (const step of steps.slice(1)) {
    if (!isJsonObject(value) || !Object.hasOwn(value, step.name)) break;
    value = value[step.name] ?? null;
    end = step.end;
  }
  const literal = JSON.stringify(value);
  // `3.toFixed()` and a brace where a statement begins mean something else.
  const isApart = typeof value === 'object' || /^\s*[.?[]/.test(source.slice(end));
  return { in: part, start, end, text: isApart && value !== null ? `(${literal})` : literal };
}

/** The variable is declared for itself, behind the pattern that took it. */
function inPattern(use: TakenUse, field: Field): PartEdit[] {
  const declared = `${use.target} = ${JSON.stringify(dataOf(field))}`;
  if (use.isAlone) return [{ in: use.in, ...use.declarator, text: declared }];
  const { end } = use.declarator;
  return [
    { in: use.in, ...use.whole, text: '' },
    { in: use.in, start: end, end, text: `, ${declared}` },
  ];
}

function dataOf({ kind, default: held }: Field): Json {
  return kind.data ? kind.data(held) : held;
}
