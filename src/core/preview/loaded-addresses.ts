import type { Field } from '../model/field.ts';
import { isJsonObject, type Json } from '../model/json-source.ts';

/** The addresses in some values of what a page loads, such as pictures; each once. */
export function loadedAddresses(root: Field, values: Json): string[] {
  const found = new Set<string>();
  collect(root, values, found);
  return [...found];
}

function collect(field: Field, value: Json, found: Set<string>): void {
  if (typeof value === 'string' && value !== '' && isLoaded(field)) found.add(value);
  if (field.row && Array.isArray(value)) {
    for (const row of value) collect(field.row, row, found);
  }
  if (!isJsonObject(value)) return;
  for (const member of field.members) collect(member, value[member.name] ?? null, found);
}

/** True for an address of a file, as a member of what shows it. */
function isLoaded({ kind, at, name }: Field): boolean {
  return kind.isLoaded === true || (at === undefined && kind.isAddress === true && name !== 'href');
}
