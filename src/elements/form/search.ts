import { type Field, fieldsBelow } from '../../core/model/field.ts';

/** True for a field that the words typed could mean: by its title, name, help or section. */
export function isFoundBy(query: string, field: Field, section: string): boolean {
  const words = query
    .toLowerCase()
    .split(/\s+/)
    .filter((one) => one !== '');
  const said = [field, ...fieldsBelow(field)]
    .map(({ title, name, declared }) => `${title} ${name} ${declared.description ?? ''}`)
    .join(' ');
  const all = `${section} ${said}`.toLowerCase();
  return words.every((word) => all.includes(word));
}
