import type { Field } from '../model/field.ts';
import type { Manifest } from '../model/mould.ts';

/** Fields that stand together under a heading. */
export interface Section {
  /** '' for those that name none. */
  readonly title: string;
  readonly help: string;
  readonly fields: readonly Field[];
}

/** The sections of a form, in the order in which their first fields are declared. */
export function sectionsOf(root: Field, { sections = {} }: Pick<Manifest, 'sections'>): Section[] {
  const found = new Map<string, Field[]>();
  for (const field of root.members) {
    const { section } = field.declared;
    const title = typeof section === 'string' ? section : '';
    found.set(title, [...(found.get(title) ?? []), field]);
  }
  return [...found].map(([title, fields]) => ({
    title,
    fields,
    help: Object.hasOwn(sections, title) ? String(sections[title]) : '',
  }));
}
