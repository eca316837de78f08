import type { Field } from '../model/field.ts';
import type { Json } from '../model/json-source.ts';
import type { Kind } from '../model/kind.ts';
import { valueAt } from './place.ts';

/**
 * The words by which a row is known: what its list names as caption, else the first of its values
 * that has any; '' where it has none yet.
 */
export function rowCaption(list: Field, row: Json): string {
  const { caption } = list.declared;
  const inside = typeof caption === 'string' ? caption.slice(list.path.length + 1) : '';
  const named = inside === '' ? undefined : memberAt(list.row, inside.split('.'));
  if (named) return wordsOf(named, valueAt(row, inside.split('.')));
  if (!list.row || list.row.members.length === 0) return list.row ? wordsOf(list.row, row) : '';
  for (const member of list.row.members) {
    if (member.name === list.row.shapes?.by) continue;
    const words = member.kind.isCaption ? wordsOf(member, valueAt(row, [member.name])) : '';
    if (words !== '') return words;
  }
  return '';
}

function memberAt(field: Field | undefined, names: readonly string[]): Field | undefined {
  let found = field;
  for (const name of names) found = found?.members.find((one) => one.name === name);
  return found;
}

function wordsOf({ kind, kindName, members }: Field, value: Json | undefined): string {
  if (value === undefined || value === null || kind.isEmpty(value)) return '';
  const { text }: Kind = kind;
  const words = text?.(value) ?? '';
  if (words !== '') return words.replace(/\s+/g, ' ').trim();
  const first = kindName === 'image' ? 'alt' : members[0]?.name;
  const member = members.find(({ name }) => name === first);
  return member ? wordsOf(member, valueAt(value, [member.name])) : '';
}
