import { compileMould } from '../core/compile/compile-mould.ts';
import type { Field } from '../core/model/field.ts';
import { isJsonObject, type Json } from '../core/model/json-source.ts';
import type { Mould } from '../core/model/mould.ts';
import { shortValue } from './short-value.ts';
import type { Terminal } from './terminal.ts';

/** What `--fill` takes: each field with its kind and its default, and what the rows of a list hold. */
export function printFields(terminal: Terminal, mould: Mould): void {
  const lines = compileMould(mould).root.members.flatMap((one) => linesOf(one));
  const names = Math.max(...lines.map(({ name }) => name.length));
  const kinds = Math.max(...lines.map(({ kind }) => kind.length));
  for (const { name, kind, value } of lines) {
    const start = `  ${name.padEnd(names)}  ${terminal.soft(kind.padEnd(kinds))}`;
    terminal.say(`${start}  ${value}`.trimEnd());
  }
}

interface Line {
  readonly name: string;
  readonly kind: string;
  readonly value: string;
}

/** @param at the path of the field as `--fill` takes it, with the first row of each list */
function linesOf(field: Field, at = field.path, value: Json = field.default): Line[] {
  const kind = field.ownKind ?? field.kindName;
  if (kind === 'note') return [];
  if (kind === 'group' && field.members.length > 0) return membersOf(field, at, value);
  if (kind !== 'list') return [{ name: at, kind, value: shortValue(value) }];
  const rows = Array.isArray(value) ? value : [];
  const about = { name: at, kind, value: `${rows.length} ${rows.length === 1 ? 'row' : 'rows'}` };
  return field.row ? [about, ...linesOf(field.row, `${at}.0`, rows[0] ?? null)] : [about];
}

function membersOf({ members }: Field, at: string, value: Json): Line[] {
  const values = isJsonObject(value) ? value : {};
  return members.flatMap((one) =>
    one.declared.shown === false ? [] : linesOf(one, `${at}.${one.name}`, values[one.name] ?? null),
  );
}
